export { waysToWork, type WayToWork } from './what-if'
export { bearsOnPlan, decidedCatalog, inputsOf, isSamePlan, neededParts, planFor } from './plan-for'
