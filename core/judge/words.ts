import type { UnitSystem } from '../quantity'
import type { StageId } from '../job'
import type { FinalCheckId } from '../records'
import type { Refusal, RefusalCode } from './accept'
import { airRefusals, airStops, airWaits } from './air-words'
import { bayRefusals, bayStops, bayWaits } from './bay-words'
import { chooseRefusals, chooseStops, chooseWaits } from './choose-words'
import { fitStops, fitWaits } from './fit-words'
import { handOverRefusals, handOverWaits } from './hand-over-words'
import type { Stop, StopCode, Waiting } from './judge'
import { loadRefusals, loadStops, loadWaits } from './load-words'
import { measureRefusals, measureStops, measureWaits } from './measure-words'
import { planRefusals, planStops, planWaits } from './plan-words'
import type { StageStop, NeverCode } from './stage'

export const STAGE_NAMES: Record<StageId, string> = {
  measure: 'Measure',
  load: 'Load',
  choose: 'Choose',
  fit: 'Fit',
  plan: 'Plan',
  bay: 'Bay',
  air: 'Air',
  'hand-over': 'Hand over',
}
export const FINAL_CHECK_NAMES: Record<FinalCheckId, string> = {
  torques: 'Torques',
  soap: 'Soap test: no bubbles at any connection',
  'air-check': 'Air check',
  'minimum-pressure': 'Bag pressures as set, inside their limits',
  heights: 'Heights as it leaves',
  'loaded-heights': 'Heights with the load on',
  level: 'Level and straight as it leaves',
  clearance: 'Clearance',
  'loaded-clearance': 'Room around the bags with the load on',
}

const WAITS: Record<StageId, Record<string, (n: number) => string>> = {
  measure: measureWaits,
  load: loadWaits,
  choose: chooseWaits,
  fit: fitWaits,
  plan: planWaits,
  bay: bayWaits,
  air: airWaits,
  'hand-over': handOverWaits,
}
/** What a stage waits for. */
export const waitingText = ({ stage, code, count }: Waiting): string => WAITS[stage][code]!(count)

type StopText = (stop: StageStop, system: UnitSystem) => string
const STOPS: Record<StopCode, StopText> = {
  ...loadStops,
  ...chooseStops,
  ...planStops,
  ...measureStops,
  ...fitStops,
  ...airStops,
  ...bayStops,
  'final-check-open': ({ about, hard }) =>
    `${FINAL_CHECK_NAMES[about as FinalCheckId]}: ${hard ? 'not proved' : 'not proved, and not signed for'}`,
}
/** What keeps the vehicle in the shop, and what closes it. */
export const stopText = (stop: Stop, system: UnitSystem = 'us'): string => STOPS[stop.code](stop, system)

const REFUSALS: Record<RefusalCode, (about: string) => string> = {
  ...measureRefusals,
  ...chooseRefusals,
  ...planRefusals,
  ...loadRefusals,
  ...bayRefusals,
  ...airRefusals,
  ...handOverRefusals,
  'visit-closed': () => 'It was handed over: this visit is closed. Open a return visit.',
}
/** Why a record was not taken. */
export const refusedRecordText = ({ code, about }: Refusal): string => REFUSALS[code](about)

/** Why a final check can never apply. */
export const NEVER_APPLIES: Record<NeverCode, string> = {
  'no-air': 'rubber helpers hold no air',
  kept: 'the kit was there already and was not opened',
  'no-load': 'no load is listed',
  none: 'nothing to read on this kit',
  recheck: 'proved on the last visit; nothing was opened since',
}
