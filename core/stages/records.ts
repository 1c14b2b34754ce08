/** The record kinds of every stage: the one list from which the union of all records is put together. */
export { measureRecords } from './measure/records'
export { fitRecords } from './fit/records'
export { planRecords } from './plan/records'
export { bayRecords } from './bay/records'
export { airRecords } from './air/records'
export { handOverRecords } from './hand-over/records'
