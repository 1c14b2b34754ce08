export { guard, knownHost, nameRequest, routeOf } from './guard'
export { hostNames } from './hosts'
export { refuseNesting } from './nesting'
