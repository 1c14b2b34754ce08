import { partName } from '../../../underbody'
import type { UndersidePart } from '../../../vehicle'
import type { Layer, UBoltVerdict } from '../../../mounting'
import { formatQuantity, type UnitSystem } from '../../../quantity'
import type { GapState } from '..'
import type { AsMounted, Help, LineVerdict, RoomRow, RoomVerdict, TapeAsk, TravelEnds } from '.'

export const ROOM_VERDICTS: Record<RoomVerdict, string> = {
  touches: 'touches',
  'under-rule': 'less than the rule',
  unsure: 'measure: it may be less than the rule',
  heat: 'heat shield needed',
  fine: 'clear',
}
/** In which state a gap was read. */
export const GAP_STATES: Record<GapState, string> = {
  empty: 'standing empty',
  loaded: 'with the load on',
  hanging: 'axle hanging',
  unknown: 'nobody said what was on it',
}
/** A distance to take with the tape. */
export const tapeAskText = ({ way, datum }: Pick<TapeAsk, 'way' | 'datum'>, frameRails: boolean): string => {
  const mount = frameRails ? 'the frame rail' : 'the body seat'
  if (way === 'along') return 'face of the axle tube, straight ahead or back to its nearest surface'
  return way === 'down'
    ? `bottom of ${mount}, straight down to its nearest surface`
    : `${datum === 'inner-face' ? 'inside' : 'outside'} face of ${mount}, straight across to its nearest surface`
}
export const PART_SOURCES: Record<UndersidePart['source'], string> = {
  platform: 'this platform, from the library',
  estimate: 'usual for this build, not measured',
  tape: 'measured here',
}
export const JOUNCE_BY: Record<TravelEnds['jounceBy'], string> = {
  'bump-stop': 'bump stop',
  'stop-in-bag': 'stop inside the bag',
  bag: 'nothing but the bag pressed together: the min pressure has to keep it off',
  usual: 'usual travel, not measured',
}
/**
 * A change that leaves more room, as it is told to whoever does it.
 * @param nameOf name of a slot or spacer of the kit
 */
export function helpText(
  { code, count, id, part }: Pick<Help, 'code' | 'count' | 'id' | 'part'>,
  nameOf: (id: string | null) => string,
): string {
  const name = part ? partName(part).toLowerCase() : nameOf(id)
  switch (code) {
    case 'slot':
      return `Lower bracket in: ${name}`
    case 'first-slot':
      return 'Lower bracket in its first place'
    case 'spacer':
      return count > 1 ? `${count} of: ${name}` : name
    case 'no-spacer':
      return `Without: ${name}`
    case 'turn':
      return 'Turn the plate half round'
    case 'other-hand':
      return 'Brackets on their own sides'
    case 'pressure':
      return 'Never fill beyond the pressure for this load'
    case 'shield':
      return `Heat shield over: ${name}`
    case 'longer-clamp':
      return `Longer clamp, half an inch further off: ${name}`
  }
}

/** How a line stands to what is around it. */
export const LINE_VERDICTS: Record<LineVerdict, string> = {
  touches: 'touches',
  close: 'less than the margin',
  hot: 'too near the pipe: heat sleeve',
  look: 'may be too near: look at it',
  handled: 'near, and taken care of',
  clear: 'clear',
}
export const U_BOLT_VERDICTS: Record<UBoltVerdict, string> = {
  fine: 'fits',
  narrow: 'too narrow: it does not go over',
  wide: 'too wide: its legs bend as they are drawn down',
  short: 'legs too short',
}

/** Where in the travel a gap is least. */
export function poseText({ at: pose }: Pick<RoomRow, 'at'>, system: UnitSystem): string {
  const near =
    Math.abs(pose.heave) < 0.006
      ? 'near ride height'
      : `axle ${formatQuantity('length', Math.abs(pose.heave), system)} ${pose.heave > 0 ? 'up' : 'down'}`
  const degrees = (Math.abs(pose.roll) * 180) / Math.PI
  return degrees < 0.2 ? near : `${near}, ${pose.roll > 0 ? 'left' : 'right'} side up ${degrees.toFixed(1)}°`
}

/**
 * Whether a kit fits as it would be mounted, in a line.
 * @param nameOf name of a slot or spacer of the kit
 */
export function mountedText(found: AsMounted, nameOf: (id: string | null) => string, system: UnitSystem): string {
  switch (found.code) {
    case 'clear':
      return 'clear as mounted'
    case 'measure-first':
      return `measure this first: ${partName(found.row)}`
    case 'needs-change':
      return `needs a change: ${helpText(found.help, nameOf)}, for the ${partName(found.row).toLowerCase()}`
    case 'does-not-fit':
      return `does not fit as mounted: ${partName(found.row).toLowerCase()}, ${poseText(found.row, system)}`
    case 'out-of-travel':
      return found.end === 'long'
        ? 'does not fit as mounted: at full droop the bag is pulled out too far'
        : 'does not fit as mounted: at full jounce the bag is pressed together too far'
  }
}

export const LAYER_NAMES: Record<Layer['what'], string> = {
  'upper-bracket': 'Upper bracket and plate',
  'upper-spacers': 'Upper spacers',
  bag: 'Bag',
  'lower-spacers': 'Lower spacers',
  'lower-bracket': 'Lower bracket and plate',
}
