export { lineHand, lineHands, looksAtLines, stepHand, type StepHands } from './line-rows'
export { mountHand, type HandRow } from './rows'
export { leftOver, shortOf, type ShortRow } from './short'
export { linesToRun } from './lines'
