export { waysToWork, type WayToWork } from './what-if'
export { decidedCatalog, foundSurvey, inputsOf, neededParts, partsHere, planFor } from './plan-for'
