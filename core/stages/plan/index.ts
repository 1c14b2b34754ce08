export { waysToWork, type WayToWork } from './what-if'
export { decidedCatalog, foundSurvey, inputsOf, isSamePlan, neededParts, planFor } from './plan-for'
