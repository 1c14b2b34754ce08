export { backUp, DATABASE, listBackups, NIGHTLY_KEPT, pruneNightly, rehearse, restore, type Backup } from './backup'
export { backUpNightly } from './nightly'
