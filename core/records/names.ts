import type { RecordOf } from './record'
import type { GapCheck } from '../kit'
import type { ConsentTo, DriveMark, WaiverId } from './hand-over'

const GAP_CHECK_NAMES: Record<GapCheck, string> = {
  'bag-clearance': 'Free all around the bag, loaded',
  'plate-tire': 'Plate to tire, wheels on',
  'line-exhaust': 'Air line to exhaust',
  'bag-height': 'Bag height at ride height',
}
/** A gap by what it is told by: a check, or `kit-gap/` and the id of a kit's own, which is made of its name. */
export function gapKeyName(key: string): string {
  const own = key.split('/')[1]
  return own ? `Gap, ${own.replaceAll('-', ' ')}` : GAP_CHECK_NAMES[key as GapCheck]
}

export const WAIVER_NAMES: Record<WaiverId, string> = {
  'air-check': 'the owner reads the pressure after 24 h',
  'loaded-heights': 'no heights with the load on',
  'loaded-clearance': 'no clearance read with the load on',
  level: 'it leaves off its aim',
  overload: 'not to be driven with this load',
}
/** What a drive is judged by; 1 is bad, 5 is good. */
export const DRIVE_MARK_NAMES: Record<DriveMark, string> = {
  bumps: 'bumps',
  sway: 'sway',
  braking: 'braking',
  steering: 'steering',
  noise: 'noise',
}
export const CONSENT_NAMES: Record<ConsentTo, string> = { drilling: 'Drilling', cutting: 'Cutting' }

/** How a connection was found under soap. */
export const CONNECTION_RESULT_NAMES: Record<RecordOf<'connection'>['body']['result'], string> = {
  'no-bubbles': 'no bubbles',
  bubbles: 'bubbles',
  'cannot-see': 'cannot be seen',
}
