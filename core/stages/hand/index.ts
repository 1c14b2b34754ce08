export { lineHand, mountHand, type HandRow } from './rows'
export { leftOver, shortOf, type ShortRow } from './short'
export { linesToRun } from './lines'
