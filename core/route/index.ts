export { bendsOf, rounded, tightBends, wayLength, type Bend } from './bend'
export {
  judgeRoute,
  REPAIR_LOOP,
  TIE_SPACING,
  type MovingEnd,
  type RouteNear,
  type RouteReport,
  type Stretch,
} from './judge'
export { HEAT_DISTANCE, piecesOf, pointGap, LEAST_GAP, NEIGHBORS, type Neighbor, type RouteObstacle } from './obstacle'
export { fieldAmong, type Field } from './field'
export { FITTING, leastBend, routeBetween } from './route'
