import type { UnitSystem } from '../quantity'
import type { RecordBody, RecordKind, StageId } from '../job'
import type { Refusal, RefusalCode } from './accept'
import { airChecks, airRecordTexts, airRefusals, airStops, airWaits } from './air/words'
import { bayChecks, bayRecordTexts, bayRefusals, bayStops, bayWaits } from './bay/words'
import { chooseStops, chooseWaits } from './choose/words'
import { fitChecks, fitRecordTexts, fitStops, fitWaits } from './fit/words'
import type { FinalCheckId } from './hand-over'
import { handOverChecks, handOverRecordTexts, handOverRefusals, handOverWaits } from './hand-over/words'
import type { Stop, StopCode, Waiting } from './judge'
import { loadRefusals, loadStops, loadWaits } from './load/words'
import { measureRecordTexts, measureRefusals, measureStops, measureWaits } from './measure/words'
import { planRecordTexts, planRefusals, planStops, planWaits } from './plan/words'
import type { RecordNames } from './record-parts'
import type { StageStop } from './stage'

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
  ...fitChecks,
  ...bayChecks,
  ...airChecks,
  ...handOverChecks,
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
  ...planRefusals,
  ...loadRefusals,
  ...bayRefusals,
  ...airRefusals,
  ...handOverRefusals,
  'visit-closed': () => 'It was handed over: this visit is closed. Open a return visit.',
}
/** Why a record was not taken. */
export const refusedRecordText = ({ code, about }: Refusal): string => REFUSALS[code](about)

type RecordText = (body: never, system: UnitSystem, names: RecordNames) => string
const RECORD_TEXTS: Record<RecordKind, RecordText> = {
  ...measureRecordTexts,
  ...fitRecordTexts,
  ...planRecordTexts,
  ...bayRecordTexts,
  ...airRecordTexts,
  ...handOverRecordTexts,
  withdrawn: () => 'Withdrawn',
}
/** A record in one line, with the names of what it is about where they are known. */
export const recordText = (body: RecordBody, system: UnitSystem, names: RecordNames): string =>
  RECORD_TEXTS[body.kind](body as never, system, names)
