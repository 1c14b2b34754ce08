export { lineHand, mountHand, type HandRow } from './rows'
export { linesToRun } from './lines'
