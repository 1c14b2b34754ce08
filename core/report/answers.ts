import type { Job } from '../job'
import { ofKind, type BayRecord } from '../records'
import { AXLE_SURVEY_KEYS, AXLES, VEHICLE_SURVEY_KEYS, type AxleEnd, type SurveyKey } from '../vehicle'

/** What was asked of the vehicle and what it was answered; `found` by whom at which step of the work, else on the survey. */
export interface Answer {
  fact: SurveyKey
  axle: AxleEnd | null
  value: string | number | boolean
  found: { by: string; at: string } | null
}

/**
 * Questions of a job with their answers: of the whole vehicle, and of the axles that have a kit.
 * @param standing records that stand, oldest first
 */
export function answersOf({ survey, kits }: Job, standing: readonly BayRecord[]): Answer[] {
  const found = ofKind(standing, 'finding')
  const axles = AXLES.filter((axle) => kits.some((k) => k.kit.axle === axle))
  const rows = [
    ...VEHICLE_SURVEY_KEYS.map((fact) => ({ fact: fact, axle: null, told: survey[fact as never] })),
    ...axles.flatMap((axle) => AXLE_SURVEY_KEYS.map((fact) => ({ fact: fact, axle, told: survey[axle][fact] }))),
  ] as { fact: SurveyKey; axle: AxleEnd | null; told: string | number | boolean | null }[]
  return rows.flatMap(({ fact, axle, told }): Answer[] => {
    const record = found.findLast(({ body }) => body.fact === fact && (axle === null || body.axle === axle))
    const value = record?.body.answer ?? told
    return value === null ? [] : [{ fact, axle, value, found: record ? { by: record.by, at: record.at } : null }]
  })
}
