export { backUp, DATABASE, listBackups, NIGHTLY_KEPT, pruneNightly, rehearse, restore } from './backup'
export { backUpNightly } from './nightly'
