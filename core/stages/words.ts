import type { UnitSystem } from '../quantity'
import type { RecordBody, RecordKind } from '../job'
import type { StageId } from '../job'
import { airChecks, airRecordTexts, airWaits } from './air/words'
import type { Waiting } from './judge'
import { bayChecks, bayRecordTexts, bayWaits } from './bay/words'
import { chooseWaits } from './choose/words'
import { fitChecks, fitRecordTexts, fitWaits } from './fit/words'
import type { FinalCheckId } from './hand-over'
import { handOverChecks, handOverRecordTexts, handOverWaits } from './hand-over/words'
import { loadWaits, remedyText } from './load/words'
import { measureRecordTexts, measureWaits } from './measure/words'
import { planWaits } from './plan/words'
import type { RecordNames } from './record-parts'
import type { Refusal, RefusalCode, Stop, StopCode } from './stage'

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

export const STOP_NAMES: Record<StopCode, string> = {
  'final-check-open': 'Final check still open',
  'item-open': 'Open item',
  'over-rating': 'Over a rating',
  'steps-left': 'Steps not done',
  'no-kit': 'No kit chosen',
  'plan-stuck': 'The plan cannot be ordered',
  'torque-wrong': 'Torque outside its spec',
}

/** What keeps the vehicle in the shop, and what closes it. */
export function stopText({ code, about, remedies = [] }: Stop, system: UnitSystem = 'us'): string {
  switch (code) {
    case 'final-check-open':
      return `${FINAL_CHECK_NAMES[about as FinalCheckId]}: do it, enter why it does not apply, or have the customer refuse it in writing`
    case 'item-open':
      return `${about}: still open`
    case 'over-rating':
      return `"${about}" is over a rating, and no spring changes that. ${remedies.map((r) => remedyText(r, system)).join(' ')}`.trim()
    case 'steps-left':
      return `${about} ${about === '1' ? 'step is' : 'steps are'} neither done nor skipped with a reason`
    case 'no-kit':
      return 'No kit chosen'
    case 'plan-stuck':
      return `The plan cannot be ordered: ${about}`
    case 'torque-wrong':
      return `${about}: the last torque is outside its spec; undo it and torque again`
  }
}

const REFUSALS: Record<RefusalCode, (about: string) => string> = {
  'unknown-load-case': () => "Name the load case that was on: it must be one of the job's.",
  'unknown-step': (step) => `"${step}" is not a step of this job's plan.`,
  'unknown-fastener': (fastener) => `"${fastener}" is not torqued in this step.`,
  'no-such-place': (count) => `This step has ${count} of these fasteners.`,
  'in-the-future': () => 'Read in the future? Check the date and the clock.',
  'not-road-ready': (count) => `Cannot be handed over: ${count} still open.`,
}
/** Why a record was not taken. */
export const refusedRecordText = ({ code, about }: Refusal): string => REFUSALS[code](about)

type RecordText = (body: never, system: UnitSystem, names: RecordNames) => string
const RECORD_TEXTS: Record<RecordKind, RecordText> = {
  ...measureRecordTexts,
  ...fitRecordTexts,
  ...bayRecordTexts,
  ...airRecordTexts,
  ...handOverRecordTexts,
  'final-check': ({ check, outcome, because }: Extract<RecordBody, { kind: 'final-check' }>) =>
    `${FINAL_CHECK_NAMES[check]}: ${outcome.replace('-', ' ')}, ${because}`,
  withdrawn: () => 'Withdrawn',
}
/** A record in one line, with the names of what it is about where they are known. */
export const recordText = (body: RecordBody, system: UnitSystem, names: RecordNames): string =>
  RECORD_TEXTS[body.kind](body as never, system, names)
