import { formatQuantity } from '../../quantity'
import type { RecordTexts } from '../record-parts'
import type { bayRecords } from './records'
import type { PartFate } from '../../kit'
import { SUPPORT_NAMES } from '../plan/words'
import { count } from '../count'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import type { BAY_CHECKS } from './records'
import type { bayStage } from './stage'
import type { PlaceState, WrenchDoubt } from './torques'

export const bayWaits: Record<WaitsOf<typeof bayStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'steps-left': (n) => count(n, 'step left', 'steps left'),
  'item-open': (n) => count(n, 'open item', 'open items'),
}
export const bayStops: Record<StopsOf<typeof bayStage>, (stop: StageStop) => string> = {
  'item-open': ({ about }) => `${about}: still open`,
  'steps-left': ({ about }) =>
    `${about} ${about === '1' ? 'step is' : 'steps are'} neither done nor skipped with a reason`,
  'torque-wrong': ({ about }) => `${about}: the last torque is outside its spec; undo it and torque again`,
  'wrench-range': ({ about }) => `${about}: read under a fifth of the wrench's range: take a smaller one`,
  'wrench-overdue': ({ about }) => `${about}: read with a wrench whose calibration was over`,
  'step-skipped': ({ about }) => `${about}: skipped, and it cannot be; do it, or record a deviation for it`,
  'not-on-wheels': () => 'It is not on its wheels',
  'not-settled': () => 'It was not rolled a length and bounced since it came down',
  'consent-missing': ({ about }) => `The customer has to sign for ${about} first`,
  'consent-refused': ({ about }) => `The customer does not agree to ${about}: this kit cannot be fitted`,
}
export const bayRefusals: Record<RefusalsOf<typeof bayStage>, (about: string) => string> = {
  'unknown-step': (step) => `"${step}" is not a step of this job's plan.`,
  'unknown-fastener': (fastener) => `"${fastener}" is not torqued in this step.`,
  'no-such-place': (count) => `This step has ${count} of these fasteners.`,
  'over-wrench': (high) => `This wrench reads to ${high} max: enter its reading again, or the wrench that was used.`,
  'reason-missing': () => 'Reason is missing: enter why the wrench cannot reach it.',
}
export const bayChecks: Record<(typeof BAY_CHECKS)[number], string> = { torques: 'Torques' }

export const PLACE_STATES: Record<PlaceState, string> = {
  missing: 'not torqued yet',
  within: 'within the torque spec',
  low: 'too low: pull again',
  high: 'too high: replace what was overtightened',
  'wrong-unit': 'this is the target in another unit: check the wrench',
  'not-judged': 'recorded; the kit gives no limit',
  'needs-maker-figure': "look up the vehicle maker's figure first",
  'by-feel': 'tightened by feel',
  'look-again': 'wrench could not reach: look at it a second time',
  'not-reached': 'wrench could not reach, looked at twice',
  'none-given': 'no torque given',
}

export const WRENCH_DOUBTS: Record<WrenchDoubt, string> = {
  'under-range': "read under a fifth of the wrench's range: pull again with a smaller one",
  overdue: 'read with a wrench whose calibration was over',
}

export const FATE_NAMES: Record<PartFate, string> = {
  'gone-shop': 'gone for good, the shop keeps it',
  'gone-owner': 'gone for good, the owner has it',
  cut: 'cut',
  shortened: 'shortened',
  moved: 'moved to another place',
  turned: 'turned',
  reshaped: 'reshaped',
  replaced: 'replaced',
}
const partText = ({ part, axle, side }: { part: string; axle: string | null; side: string | null }) =>
  [part, [axle, side].filter(Boolean).join(' ')].filter(Boolean).join(', ')

export const bayRecordTexts: RecordTexts<typeof bayRecords> = {
  step: ({ step, outcome, reason }, _system, names) =>
    `${names.step ?? step}: ${outcome}${reason ? `, ${reason}` : ''}`,
  torque: ({ step, fastener, place, outcome, value, reading, reason, wrench }, system, names) =>
    `${names.fastener ?? fastener}, place ${place}, in "${names.step ?? step}": ${value === null ? outcome.replace('-', ' ') : formatQuantity('torque', value, system)}${reading ? ` from ${reading.device}` : ''}${wrench ? `, wrench ${wrench.serial}` : ''}${reason ? `, ${reason}` : ''}`,
  'opened-again': ({ step, fastener, reason }, _system, names) =>
    `${names.fastener ?? fastener}, "${names.step ?? step}", opened again: ${reason}`,
  'maker-torque': ({ fastener, value, source }, system, names) =>
    `${names.fastener ?? fastener}: vehicle maker's torque ${formatQuantity('torque', value, system)}, ${source}`,
  deviation: ({ what, why, agreedBy }) => `Deviation: ${what}, ${why}, agreed by ${agreedBy}`,
  'parts-counted': ({ counts }) => `${count(counts.length, 'part', 'parts')} counted on the bench`,
  off: (body) => `Off: ${partText(body)}`,
  'on-again': (body) => `Back on: ${partText(body)}`,
  'part-fate': (body) =>
    `${partText(body)}: ${FATE_NAMES[body.fate]}, agreed by ${body.agreedBy}${body.note ? `, ${body.note}` : ''}`,
  moved: ({ support, wheels, axle, settled }) =>
    `Now ${SUPPORT_NAMES[support]}${axle ? ` (${axle}), wheels ${wheels}` : settled ? ', settled' : ''}`,
  'step-begun': ({ step }, _system, names) => `At "${names.step ?? step}"`,
  paused: ({ step, reason }, _system, names) => `"${names.step ?? step}" rests: ${reason}`,
  clear: ({ step, names: people }, _system, names) =>
    `Clear for "${names.step ?? step}"${people.length ? `, answering for ${people.join(', ')}` : ''}`,
  photo: ({ step, caption }, _system, names) =>
    `Photo${step ? ` of "${names.step ?? step}"` : ''}${caption ? `: ${caption}` : ''}`,
  'bracket-moved': ({ axle, side, reason }) => `Bracket moved, ${axle}${side ? ` ${side}` : ''}: ${reason}`,
}
