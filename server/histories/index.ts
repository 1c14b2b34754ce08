export { eraseOwner, historyFor, tidyHistories } from './histories'
export { historyRoutes } from './routes'
export { nextVisit } from './next-visit'
