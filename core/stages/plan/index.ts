export { waysToWork, type WayToWork } from './what-if'
export { decidedCatalog, foundSurvey, inputsOf, neededParts, planFor } from './plan-for'
