export { reportOf, type Report } from './report'
export { answersOf } from './answers'
