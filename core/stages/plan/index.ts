export { decidedCatalog, neededParts, planFor } from './plan-for'
