export { leakHunt, type LeakHunt } from './search'
export {
  airState,
  SETTLE_MINUTES,
  sidesOf,
  SOAP_MINUTES,
  testPressureOf,
  type AirCheckState,
  type AirState,
  type ConnectionState,
} from './air-state'
