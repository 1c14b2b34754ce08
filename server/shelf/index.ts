export { CandidateCache } from './candidates'
export { currentRules, ruleRoutes } from './rules'
export { shelfRoutes, verdictQuestionSchema } from './routes'
export { reserveFor, stockRoutes, takeReserved } from './stock'
