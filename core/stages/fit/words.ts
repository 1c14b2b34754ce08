import { formatQuantity } from '../../quantity'
import type { RecordTexts } from '../record-parts'
import type { fitRecords } from './records'
import { count } from '../count'
import type { WaitsOf } from '../stage'
import type { GapVerdict } from './gaps'
import type { FIT_CHECKS, GapCheck } from './records'
import type { fitStage } from './stage'

export const fitWaits: Record<WaitsOf<typeof fitStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'gaps-missing': (n) => count(n, 'gap to read', 'gaps to read'),
  'gap-fails': () => 'a gap fails its rule',
}
export const fitChecks: Record<(typeof FIT_CHECKS)[number], string> = { clearance: 'Clearance, loaded' }

export const GAP_CHECK_NAMES: Record<GapCheck, string> = {
  'bag-clearance': 'Free all around the bag, loaded',
  'plate-tire': 'Plate to tire, wheels on',
  'line-exhaust': 'Air line to exhaust',
  'bag-height': 'Bag height at ride height',
}

export const GAP_VERDICTS: Record<GapVerdict, string> = {
  missing: 'not measured yet',
  fine: 'within limits',
  close: 'within limits, but by less than a tape can tell',
  sleeved: 'closer than the rule, heat sleeve fitted',
  'off-middle': 'in the height range, far from its middle',
  'too-little': 'too little',
  'too-much': 'too much',
}

export const fitRecordTexts: RecordTexts<typeof fitRecords> = {
  gap: ({ check, side, value, sleeved }, system) =>
    `${GAP_CHECK_NAMES[check]}, ${side}: ${formatQuantity('length', value, system)}${sleeved ? ', sleeved' : ''}`,
}
