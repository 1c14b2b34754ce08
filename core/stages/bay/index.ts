export { openItemsOf, stillOpen, type OpenItem, type OpenItems, type PartLine } from './open-items'
export { stepReports, workBegun, type StepReport } from './steps'
export { fastenerCloses, placeCloses, torqueStates, type FastenerState } from './torques'
