import { AIR } from './air'
import { BOLTS } from './bolts'
import type { Calculator } from './calculator'
import { CONVERSIONS } from './conversions'
import { LOADS } from './loads'
import { SPRINGS } from './springs'

export { answer } from './calculator'

/** Every calculator of the bench, in the order its list shows them. */
export const CALCULATORS: readonly Calculator[] = [...CONVERSIONS, ...SPRINGS, ...LOADS, ...AIR, ...BOLTS]
