export { CandidateCache } from './candidates'
export { currentRules, ruleRoutes } from './rules'
export { fitmentRoutes } from './routes'
export { Verdicts } from './verdicts'
