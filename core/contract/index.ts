/** What server and page say to each other: requests, answers, and every route. */
export * from './answers'
export * from './requests'
export {
  CALCULATOR_ROUTES,
  PUBLISHED,
  ROUTE_LIST,
  ROUTES,
  type DocumentRoutes,
  type FindRoute,
  type Route,
} from './routes'
