export { decidedCatalog, foundSurvey, inputsOf, neededParts, planFor } from './plan-for'
