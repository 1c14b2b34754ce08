export { fastenersSheet, operationsSheet, readFasteners, readOperations } from './work-sheet'
export * from './loads'
export * from './readings'
export * from './ticket'
export * from './catalog'
export * from './condition-text'
export {
  cellsOf,
  commaIn,
  delimiterOf,
  problemText,
  readTable,
  rowReader,
  writeTable,
  type Column,
  type CommaMeans,
  type Problem,
  type Read,
  type RowReader,
} from './table'
export { blankTable } from './example'
