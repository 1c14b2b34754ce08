import { crosswise, PASSES, passTorque } from '../../torque'
import { placeCloses, type FastenerState } from './torques'

/** What is pulled next of a fastener that is drawn down evenly. */
export interface NextPull {
  place: number
  /** 1 for the first; the last one is the torque itself. */
  pass: number
  passes: number
  /** N·m; null where nothing is known to pull to. */
  torque: number | null
}

/** Torque that a fastener is drawn down to: its target, the vehicle maker's figure, or its ceiling. */
function fullTorque({ fastener: { spec }, makerFigure }: FastenerState): number | null {
  if (spec.kind === 'target') return spec.value
  if (spec.kind === 'ceiling') return spec.max
  return spec.kind === 'vehicle-maker' ? (makerFigure ?? null) : null
}
/** Whether it is drawn down in passes: several places, evenly, by a figure. */
export const inPasses = (state: FastenerState): boolean =>
  state.fastener.evenly &&
  state.places.length > 1 &&
  ['target', 'ceiling', 'vehicle-maker'].includes(state.fastener.spec.kind)

/** Whether its places are drawn down in turn, opposite ones after each other: by a figure, or snug by feel. */
export const turnsAbout = ({ fastener, places }: FastenerState): boolean => fastener.evenly && places.length > 1

/** So much of the full torque is no earlier pass any more: half way from the last of those to it. */
const FULL = (PASSES.at(-2)! + PASSES.at(-1)!) / 2
/** Whether a pull goes all the way while an earlier pass is due at its place. */
export function isFullPull(state: FastenerState, place: number, value: number): boolean {
  const full = fullTorque(state)
  return full !== null && passNow(state, place) !== null && value >= FULL * full
}
/** Whether it was pulled all the way where passes were due, and nobody has looked since how its bar lies: it is asked once, and stays. */
export const asksForSeat = (state: FastenerState): boolean =>
  inPasses(state) &&
  !state.seatSeen &&
  state.places.some((p) => p.value !== null && p.passes < PASSES.length - 1 && placeCloses(state.fastener, p.state))

/** Which pass a reading at a place is of: an earlier one until the place has them; null for the torque itself. */
export function passNow(state: FastenerState, place: number): 1 | 2 | null {
  const { passes, value } = state.places[place - 1]!
  return inPasses(state) && value === null && passes < PASSES.length - 1 ? ((passes + 1) as 1 | 2) : null
}

/**
 * The next pull, across from the last one, each pass at every place before the next.
 * @returns null where every place has its torque
 */
export function nextPull(state: FastenerState): NextPull | null {
  const order = turnsAbout(state) ? crosswise(state.places.length) : state.places.map((_, i) => i + 1)
  const full = fullTorque(state)
  const passOf = (place: number) => {
    const position = state.places[place - 1]!
    if (placeCloses(state.fastener, position.state)) return PASSES.length
    return position.value !== null || !inPasses(state) ? PASSES.length - 1 : position.passes
  }
  const isWrong = (place: number) => {
    const { value, state: s } = state.places[place - 1]!
    return value !== null && !placeCloses(state.fastener, s)
  }
  // One that was pulled to a wrong torque comes again before any other.
  const wrong = order.find(isWrong)
  const least = wrong === undefined ? Math.min(...order.map(passOf)) : PASSES.length - 1
  if (least >= PASSES.length) return null
  const place = wrong ?? order.find((p) => passOf(p) === least)!
  return { place, pass: least + 1, passes: PASSES.length, torque: full === null ? null : passTorque(full, least + 1) }
}
