import { factWords } from '@stout-shackle/core/kit'
import { limitsOf, type Limits } from '@stout-shackle/core/quantity'
import { surveySchema, type Survey } from '@stout-shackle/core/vehicle'

/** A survey question: one of some words, a length, or yes and no, as the survey's schema has it. */
export interface SurveyAsk {
  key: keyof Survey
  words?: readonly string[]
  length?: Limits
  only?: 'leaf' | 'coil'
}
/** The questions in the order in which they are met around the vehicle. */
const ORDER: readonly Pick<SurveyAsk, 'key' | 'only'>[] = [
  { key: 'bumpStop' },
  { key: 'liftBlock', only: 'leaf' },
  { key: 'coilInsideDiameter', only: 'coil' },
  { key: 'coilGapStanding', only: 'coil' },
  { key: 'coilGapHanging', only: 'coil' },
  { key: 'bracketSpace' },
  { key: 'exhaustSide' },
  { key: 'exhaustDiameter' },
  { key: 'exhaustFactory' },
  { key: 'hitchRails' },
  { key: 'spareUnderBed' },
  { key: 'parkingBrake' },
  { key: 'brakeLines' },
  { key: 'axleVent' },
  { key: 'loadSensingValve' },
  { key: 'factoryAir' },
  { key: 'oldHelper' },
  { key: 'springsChanged' },
  { key: 'otherLift' },
  { key: 'runningBoards' },
  { key: 'drillingAgreed' },
  { key: 'rust' },
  { key: 'frame' },
  { key: 'rearBrakes' },
  { key: 'valveProcedure' },
]

export const SURVEY_ASKS: readonly SurveyAsk[] = ORDER.map((ask) => {
  const words = factWords(ask.key)
  if (words === null) return { ...ask, length: limitsOf(surveySchema.shape[ask.key]) }
  return words.includes(true) ? ask : { ...ask, words: words as string[] }
})
