import type { Survey } from '@stout-shackle/core/vehicle'

/** A survey question: one of some words, a length, or yes and no. */
export interface SurveyAsk {
  key: keyof Survey
  words?: readonly string[]
  length?: [number, number]
  only?: 'leaf' | 'coil'
}
export const SURVEY_ASKS: readonly SurveyAsk[] = [
  { key: 'bumpStop', words: ['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'] },
  { key: 'liftBlock', length: [0, 0.25], only: 'leaf' },
  { key: 'coilInsideDiameter', length: [0.04, 0.3], only: 'coil' },
  { key: 'coilGapStanding', length: [0, 0.15], only: 'coil' },
  { key: 'coilGapHanging', length: [0, 0.25], only: 'coil' },
  { key: 'bracketSpace', length: [0.05, 0.6] },
  { key: 'exhaustSide', words: ['left', 'right', 'both', 'none'] },
  { key: 'exhaustDiameter', length: [0.02, 0.2] },
  { key: 'exhaustFactory' },
  { key: 'hitchRails' },
  { key: 'spareUnderBed' },
  { key: 'parkingBrake', words: ['cable', 'electric'] },
  { key: 'brakeLines', words: ['inside', 'outside'] },
  { key: 'axleVent', words: ['left', 'right', 'center', 'none'] },
  { key: 'loadSensingValve' },
  { key: 'factoryAir' },
  { key: 'oldHelper' },
  { key: 'springsChanged' },
  { key: 'otherLift' },
  { key: 'runningBoards' },
  { key: 'drillingAgreed' },
  { key: 'rust', words: ['none', 'surface', 'heavy'] },
  { key: 'frame', words: ['sound', 'unsound'] },
  { key: 'rearBrakes', words: ['drum', 'disc'] },
  { key: 'valveProcedure' },
]
