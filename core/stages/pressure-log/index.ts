export { pressuresFromCsv, pressuresToCsv } from './csv'
export { pressureAlarms } from './alarm'
export { readingIds, readingsOfVisit } from './visit'
export { pressureLog, REFERENCE, type LineLog } from './log'
