import type { ProcedureKind } from '../../kit'
import type { StandState } from '../../plan'
import { count } from '../count'
import type { RecordTexts } from '../record-parts'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import { SURVEY_QUESTIONS } from '../measure/words'
import type { planRecords } from './records'
import type { planStage } from './stage'

export const planWaits: Record<WaitsOf<typeof planStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'plan-stuck': () => 'the order cannot be met',
  'plan-unsure': (n) => count(n, 'step depends on an answer', 'steps depend on an answer'),
}
export const planStops: Record<StopsOf<typeof planStage>, (stop: StageStop) => string> = {
  'plan-stuck': ({ about }) => `The plan cannot be ordered: ${about}`,
  'torque-regime': ({ about }) =>
    `${about}: its torque belongs at ride height, and the step that gives it is not done there`,
}

export const planRefusals: Record<RefusalsOf<typeof planStage>, (about: string) => string> = {
  'plan-differs': () => 'The plan has changed since this page made it: reload, and begin with the plan as it is now.',
  'no-such-answer': (about) => `The answer must be one of: ${about}.`,
  'cannot-add': (about) => `With this step the rest cannot be put in order: ${about}.`,
  'not-asked-here': (about) => `Step "${about}" does not ask this.`,
}

const answerText = (answer: boolean | string | number) =>
  answer === true ? 'yes' : answer === false ? 'no' : String(answer)
export const planRecordTexts: RecordTexts<typeof planRecords> = {
  planned: ({ steps }) => `The work was begun by a plan of ${count(steps.length, 'step', 'steps')}`,
  'step-added': ({ operation, why }) => `Step added: ${operation.title}: ${why}`,
  finding: ({ axle, fact, answer }) =>
    `Found, ${axle}: ${SURVEY_QUESTIONS[fact].ask.toLowerCase()}: ${answerText(answer)}`,
}

export const PROCEDURE_NAMES: Record<ProcedureKind, string> = {
  vehicle: "vehicle maker's",
  shop: "shop's own",
  accessory: 'accessory or second job',
}
export const SUPPORT_NAMES: Record<StandState['support'], string> = {
  'on-wheels': 'on its wheels',
  'axle-hanging': 'axle hanging',
  'axle-raised': 'axle raised',
  'frame-raised': 'frame raised',
}
