import { formatQuantity } from '../../quantity'
import type { RecordTexts } from '../record-parts'
import type { bayRecords } from './records'
import { count } from '../count'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import type { BAY_CHECKS } from './records'
import type { bayStage } from './stage'
import type { PlaceState } from './torques'

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
}
export const bayRefusals: Record<RefusalsOf<typeof bayStage>, (about: string) => string> = {
  'unknown-step': (step) => `"${step}" is not a step of this job's plan.`,
  'unknown-fastener': (fastener) => `"${fastener}" is not torqued in this step.`,
  'no-such-place': (count) => `This step has ${count} of these fasteners.`,
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
  'not-reached': 'wrench could not reach',
  'none-given': 'no torque given',
}

export const bayRecordTexts: RecordTexts<typeof bayRecords> = {
  step: ({ step, outcome, reason }, _system, names) =>
    `${names.step ?? step}: ${outcome}${reason ? `, ${reason}` : ''}`,
  torque: ({ step, fastener, place, outcome, value, reading }, system, names) =>
    `${names.fastener ?? fastener}, place ${place}, in "${names.step ?? step}": ${value === null ? outcome.replace('-', ' ') : formatQuantity('torque', value, system)}${reading ? ` from ${reading.device}` : ''}`,
  'opened-again': ({ step, fastener, reason }, _system, names) =>
    `${names.fastener ?? fastener}, "${names.step ?? step}", opened again: ${reason}`,
  'maker-torque': ({ fastener, value, source }, system, names) =>
    `${names.fastener ?? fastener}: vehicle maker's torque ${formatQuantity('torque', value, system)}, ${source}`,
  deviation: ({ what, why, agreedBy }) => `Deviation: ${what}, ${why}, agreed by ${agreedBy}`,
  off: ({ part }) => `Off: ${part}`,
  'on-again': ({ part }) => `Back on: ${part}`,
}
