import { factWords, familyOf } from '@stout-shackle/core/kit'
import { kitAt, type Job } from '@stout-shackle/core/job'
import { limitsOf, type Limits } from '@stout-shackle/core/quantity'
import {
  type AxleEnd,
  axleSurveySchema,
  isAxleSurveyKey,
  surveySchema,
  type Axle,
  type SurveyKey,
} from '@stout-shackle/core/vehicle'

/** A survey question: one of some words, a length, or yes and no, as the survey's schema has it. */
export interface SurveyAsk {
  key: SurveyKey
  words?: readonly string[]
  length?: Limits
  only?: Axle['suspension']
  /** Asked only where a kit may go into the coil. */
  inCoil?: boolean
}
/** The questions in the order in which they are met around the vehicle. */
const ORDER: readonly Omit<SurveyAsk, 'words' | 'length'>[] = [
  { key: 'bumpStop' },
  { key: 'liftBlock', only: 'leaf' },
  { key: 'coilInsideDiameter', only: 'coil', inCoil: true },
  { key: 'coilGapStanding', only: 'coil', inCoil: true },
  { key: 'coilGapHanging', only: 'coil', inCoil: true },
  { key: 'bracketSpace' },
  { key: 'exhaustSide' },
  { key: 'exhaustDiameter' },
  { key: 'brakeLines' },
  { key: 'axleVent' },
  { key: 'oldHelper' },
  { key: 'springsChanged' },
  { key: 'otherLift' },
  { key: 'brakes' },
  { key: 'exhaustFactory' },
  { key: 'hitchRails' },
  { key: 'spareUnderBed' },
  { key: 'parkingBrake' },
  { key: 'loadSensingValve' },
  { key: 'valveProcedure' },
  { key: 'factoryAir' },
  { key: 'highVoltage' },
  { key: 'runningBoards' },
  { key: 'drillingAgreed' },
  { key: 'rust' },
  { key: 'frame' },
]

export const SURVEY_ASKS: readonly SurveyAsk[] = ORDER.map((ask) => {
  const words = factWords(ask.key)
  if (words === null)
    return {
      ...ask,
      length: limitsOf(isAxleSurveyKey(ask.key) ? axleSurveySchema.shape[ask.key] : surveySchema.shape[ask.key]),
    }
  return words.includes(true) ? ask : { ...ask, words: words as string[] }
})

/** Questions about one axle of a job as it is. */
export function asksOf(job: Pick<Job, 'vehicle' | 'kits'>, axle: AxleEnd): SurveyAsk[] {
  const kit = kitAt(job, axle)?.kit
  const { suspension, architecture } = job.vehicle[axle]
  return SURVEY_ASKS.filter(
    ({ key, only, inCoil }) =>
      isAxleSurveyKey(key) &&
      (!only || only === suspension) &&
      (!inCoil || !kit || familyOf(kit).asksCoil) &&
      // A vent sits on an axle housing; independent links have none to meet.
      (key !== 'axleVent' || architecture === 'solid'),
  )
}
/** Questions about the whole vehicle. */
export const asksOfVehicle = (): SurveyAsk[] => SURVEY_ASKS.filter(({ key }) => !isAxleSurveyKey(key))
