export { CandidateCache } from './candidates'
export { currentRules, ruleRoutes } from './rules'
export { fitmentRoutes, verdictQuestionSchema } from './routes'
