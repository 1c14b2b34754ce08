/** An instrument that sends readings: a torque wrench in N·m, a pressure gauge in Pa. */
export interface Device {
  readonly id: string
  readonly name: string
  readonly kind: 'torque' | 'pressure'
  readonly connected: boolean
  /** What the next reading will be. */
  readonly setting: number
  /** Readings taken while the connection was down, waiting to be sent. */
  readonly waiting: number
}
export interface DeviceReading {
  device: string
  /** Counts up by one a reading, for ever: what keeps a reading from being counted twice. */
  sequence: number
  value: number
  at: string
}
