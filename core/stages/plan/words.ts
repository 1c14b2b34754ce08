import type { ProcedureKind } from '../../kit'

/** An answer of the survey as a person gives it. */
export const answerText = (answer: boolean | string | number) =>
  answer === true ? 'yes' : answer === false ? 'no' : String(answer)

export const PROCEDURE_NAMES: Record<ProcedureKind, string> = {
  vehicle: "vehicle maker's",
  shop: "shop's own",
  accessory: 'accessory or second job',
}
