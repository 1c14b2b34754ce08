import type { EasedAt, Handling, HeldBy, PartKind, PartShape, UndersidePart } from '../vehicle'

export const PART_NAMES: Record<PartKind, string> = {
  tire: 'Tire',
  'frame-rail': 'Frame rail',
  seat: 'Body seat',
  'axle-tube': 'Axle tube',
  differential: 'Differential',
  'leaf-pack': 'Leaf pack',
  coil: 'Coil',
  'u-bolt-ends': 'U-bolt end',
  link: 'Link or arm',
  shock: 'Shock',
  'sway-bar': 'Sway bar',
  exhaust: 'Exhaust pipe',
  'brake-line': 'Brake line',
  'brake-hose': 'Brake hose',
  harness: 'Sensor harness',
  'parking-cable': 'Parking brake cable',
  'axle-vent': 'Axle vent',
  spare: 'Spare',
  'hitch-rail': 'Hitch rail',
  'cross-member': 'Cross member',
  'fuel-tank': 'Fuel tank',
  'running-board': 'Running board',
  'high-voltage': 'High-voltage cable',
  other: 'Other part',
}
/** A part as a person finds it: its own name, else its kind and side. */
export const partName = ({ kind, name, side }: Pick<UndersidePart, 'kind' | 'name' | 'side'>): string =>
  name || `${PART_NAMES[kind]}${side === 'center' ? '' : `, ${side}`}`

export const HELD_WORDS: Record<HeldBy, string> = {
  clip: 'clip',
  bracket: 'bracket',
  tie: 'tie',
  guide: 'guide',
  loose: 'loose',
}
export const EASED_WORDS: Record<EasedAt, string> = {
  first: 'before the work',
  mount: 'as the mount goes in',
  height: 'once the height is known',
}
export const HANDLING_WORDS: Record<Handling, string> = {
  freed: 'free it',
  'clip-turned': 'turn the clip',
  'guide-moved': 'move the guide',
  eased: 'ease it aside',
  loom: 'loom',
  'heat-sleeve': 'heat sleeve',
}

export const SHAPE_NAMES: Record<PartShape['kind'], string> = {
  run: 'round, end to end',
  box: 'box',
  plane: 'flat face',
}
