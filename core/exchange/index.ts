export { fastenersSheet, operationsSheet, readFasteners, readOperations } from './work-sheet'
export * from './loads'
export * from './readings'
export * from './ticket'
export {
  CATALOG_FILES,
  CATALOG_FORMATS,
  fromRow,
  schemaProblem,
  toRow,
  type CatalogFile,
  type CatalogFormat,
} from './catalog'
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
export { blankBook, blankTable } from './example'
export { bookProblemText, kitsNamed, readKitBook, writeKitBook, type BookSheet, type KitBook } from './kit-book'
