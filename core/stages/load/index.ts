export { chassisOf, loadFromFront, seenFromFront, sprungFront, sprungRear } from './chassis'
export { cornerFindings } from './corners'
export { loadCases, type LoadedCase, type Squat } from './loaded'
export { postureOf, type Posture } from './posture'
export { caseRemedies } from './remedies'
export {
  axleTireRate,
  frontRate,
  tireSink,
  type AxleRate,
  type RatePoint,
  type RateTrouble,
  type RearSpring,
} from './spring-rate'
export { curveSteps, scaledCase, squatCurve } from './squat-curve'
export { loadViews, type LoadView, type LoadViews } from './views'
