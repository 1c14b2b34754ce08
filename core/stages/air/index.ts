export { leakHunt, type LeakHunt } from './search'
export {
  airState,
  sidesOf,
  SOAP_MINUTES,
  testPressureOf,
  type AirCheckState,
  type AirState,
  type ConnectionState,
} from './air-state'
export { SETTLE_MINUTES } from '../../proof'
export { supplyFaults } from './supply-faults'
