/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import { atmosphere, type Hertz, type Meters, type Pascals, type Radians } from '../quantity'
import { bagAt } from './air-spring'
import type { BagPair } from './chassis'
import { FAST_EXPONENT } from './consequences'
import { findRoot } from './root'

/** The line between two teed bags, from one bag to the other. */
export interface LineBetween {
  length: Meters
  bore: Meters
}
/** A sway of the suspension: how often, and how far each way. */
export interface Sway {
  frequency: Hertz
  roll: Radians
}
/** A quick sway such as a lane change brings: once a second, a degree and a half each way (common practice). */
export const QUICK_SWAY: Sway = { frequency: 1, roll: (1.5 * Math.PI) / 180 }

/** What the air of two teed bags resists a lean with, N·m/rad. */
export interface CrossFlow {
  /** So slow that both bags stay at one pressure. */
  slow: number
  /** In the sway asked about: what pushes back in step with the lean. */
  quick: number
  /** As if nothing crossed: separate lines. */
  sealed: number
  /** Part of the pressure difference that has crossed over in the sway, 0 sealed to 1 open. */
  crossed: number
}

/** Entry and exit of a tube (Crane, Technical Paper 410: 0.5 and 1.0). */
const ENDS = 1.5
/** Specific gas constant of air, J/(kg K), viscosity at 20 °C, Pa s, and 20 °C (US Standard Atmosphere 1976). */
const AIR = 287.05
const VISCOSITY = 1.81e-5
const WARMTH = 293.15
const LAMINAR = 2300
/** Work of a square law over a sine, as that of a straight one (describing function). */
const SQUARE_LAW = 8 / (3 * Math.PI)

/**
 * Pressure that drives a flow through the line.
 *
 * @param flow m³/s at the pressure in it
 * @param density kg/m³
 * @returns Pa, and whether the flow is laminar
 * Source: Darcy and Weisbach; Hagen and Poiseuille below Re 2300, Blasius (1913) above.
 */
export function lineLoss(
  { length, bore }: LineBetween,
  flow: number,
  density: number,
): { loss: Pascals; laminar: boolean } {
  const speed = flow / ((Math.PI * bore ** 2) / 4)
  const reynolds = (density * Math.abs(speed) * bore) / VISCOSITY
  if (reynolds === 0) return { loss: 0, laminar: true }
  const laminar = reynolds < LAMINAR
  const friction = laminar ? 64 / reynolds : 0.316 / reynolds ** 0.25
  return { loss: ((friction * length) / bore + ENDS) * 0.5 * density * speed * Math.abs(speed), laminar }
}

/**
 * Roll stiffness of two teed bags, slow and in a sway: air crosses from side to side, the less the narrower and longer the
 * line and the quicker the sway.
 *
 * Antisymmetric motion x of both bags: dp/dt = (n P/V)(V' dx/dt - Q), the line passing Q under 2 p. Its square law is
 * replaced by the straight one that takes as much work over a sine; the amplitude of Q is the root that fits.
 * @param pressure gauge Pa in both
 * @param height m of both bags, upright
 * @returns undefined outside the bags' table
 * Source: gas dynamics as above; describing function (Gelb and Vander Velde 1968).
 */
export function crossFlow(
  pair: BagPair,
  pressure: Pascals,
  height: Meters,
  line: LineBetween,
  { frequency, roll }: Sway = QUICK_SWAY,
  ambient: Pascals = atmosphere(),
): CrossFlow | undefined {
  const state = bagAt(pair.bag, height)
  if (!state) return undefined
  const { area, areaSlope, volumeSlope } = state
  const volume = state.volume + pair.lineVolume
  const absolute = pressure + ambient
  const density = absolute / (AIR * WARMTH)
  const turns = 2 * Math.PI * frequency
  const travel = (roll * pair.spacing) / 2
  const arms = pair.spacing ** 2 / 2
  /** Pressure on each side a meter of travel, with nothing crossing. */
  const gas = (FAST_EXPONENT * absolute * volumeSlope) / volume
  const slow = -pressure * areaSlope * arms
  const sealed = slow + area * gas * arms

  /** Resistance of the line at an amplitude of flow, Pa s/m³. */
  const resistance = (flow: number) => {
    const { loss, laminar } = lineLoss(line, flow, density)
    return ((laminar ? 1 : SQUARE_LAW) * loss) / flow
  }
  /** Turns times the time in which a difference dies away through the line. */
  const lag = (flow: number) => (turns * volume * resistance(flow)) / (2 * FAST_EXPONENT * absolute)
  const difference = (flow: number) => {
    const l = lag(flow)
    return (gas * travel * l) / Math.hypot(1, l)
  }
  // The flow that the difference drives through it; no more than all that the bags displace.
  const most = volumeSlope * travel * turns * 1.01
  const flow = findRoot((q) => (2 * difference(q)) / resistance(q) - q, most * 1e-6, most, most * 1e-9) ?? most
  const l = lag(flow)
  const share = l ** 2 / (1 + l ** 2)
  return { slow, quick: slow + (sealed - slow) * share, sealed, crossed: 1 - share }
}
