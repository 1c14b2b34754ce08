export { pressuresFromCsv, pressuresToCsv } from './csv'
export { pressureLog, REFERENCE, type LineLog } from './log'
