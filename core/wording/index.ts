/** Every sentence and name that screens, papers and problem details share: the catalog's here, each stage's in its folder. */
export * from './catalog'
export * from './kit-figure-text'
export { figureName, KIT_PART_NAMES, lackText, originWords } from '../kit'
export { specText } from '../torque/words'
export { hoursText } from '../plan/words'
export { stuckText } from '../plan/trial-words'
export {
  answerText,
  changeText,
  FATE_NAMES,
  HAND_NAMES,
  holesText,
  limitText,
  plain,
  preparedText,
  reasonText,
  SUPPORT_NAMES,
} from '../kit'
export { CORNER_NAMES, MARK_NAMES, SURVEY_QUESTIONS } from '../vehicle'
export { CONSENT_NAMES, DRIVE_MARK_NAMES, gapKeyName, recordText, WAIVER_NAMES } from '../records'
export * from '../judge/words'
export { airRefusals } from '../judge/air-words'
export { hindranceText } from '../judge/bay-words'
export { contradictionText, missingText, situationText, VOIDS } from '../judge/proof-words'
export { offText } from '../stages/hand-over'
export * from '../stages/measure/words'
export * from '../stages/load/words'
export { correctionText } from '../stages/load/correction-words'
export * from '../stages/choose/words'
export * from '../stages/choose/caution-words'
export * from '../stages/fit/words'
export * from '../stages/plan/words'
export * from '../stages/bay/words'
export * from '../stages/air/words'
export * from '../stages/hand-over/words'
export { alarmText } from '../stages/pressure-log/words'
export * from '../stages/fit/room/words'
export { handText, shortText, type HandText } from '../stages/hand/words'
export { EASED_WORDS, HANDLING_WORDS, HELD_WORDS, PART_NAMES, partName, SHAPE_NAMES } from '../underbody'
