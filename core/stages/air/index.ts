export {
  airState,
  connectionsOf,
  SOAP_MINUTES,
  testPressureOf,
  type AirCheckState,
  type AirState,
  type ConnectionState,
  type SetPressure,
} from './air-state'
