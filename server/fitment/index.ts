export { CandidateCache } from './candidates'
export { ruleRoutes } from './rules'
export { fitmentRoutes } from './routes'
export { Verdicts } from './verdicts'
