/** What server and page say to each other: requests, answers, and every route. */
export * from './answers'
export * from './requests'
export { CALCULATORS, PUBLISHED, ROUTES, type Route } from './routes'
