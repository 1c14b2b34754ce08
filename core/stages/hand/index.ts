export { lineHand, lineHands, mountHand, stepHand, type HandRow, type StepHands } from './rows'
export { leftOver, shortOf, type ShortRow } from './short'
export { linesToRun } from './lines'
