export { airState, type AirState, type ConnectionState } from './air-state'
