import type { Figure, KitPart, Lack } from './figures'
import type { Origin } from './origin'

export const KIT_PART_NAMES: Record<KitPart, string> = {
  kit: 'Kit',
  pressure: 'Pressure and bag',
  box: 'Box',
  gaps: 'Gaps',
  bolts: 'Bolts',
  steps: 'Steps',
  fits: 'Fits',
}

/** Figures of a kit by their place; bolts and steps have names of their own. */
export const KIT_PLACE_NAMES: Record<string, string> = {
  price: 'price',
  minutes: 'time',
  drilling: 'drilling',
  'bag.minimum': 'min pressure',
  'bag.maximum': 'max pressure',
  testPressure: 'test pressure',
  'bag.coilGap': 'max by coil gap',
  'bag.margin': 'margin under max',
  'bag.table': 'bag area and volume',
  'bag.rideHeight': 'bag height at ride height',
  'bag.heightRange': 'height range',
  'bag.maximumDiameter': 'bag diameter',
  'bag.spacing': 'bag centers apart',
  'bag.bracketStack': 'room that brackets take',
  'bag.motionRatio': 'bag travel over wheel travel',
  'bag.listedPairCapacity': 'capacity of the pair',
  'bag.diameters': 'bag diameters',
  'rubber.max': 'max load of one rubber',
  'rubber.gap': 'gap of the rubber',
  'rubber.force': 'load curve of the rubber',
  'rubber.spacing': 'rubbers apart',
  airLine: 'air line',
  mounting: 'bracket measures',
  parts: 'parts in the box',
  brackets: 'brackets',
  gaps: 'gaps',
  bolts: 'list of bolts',
  operations: 'steps',
  fitment: 'what it fits',
}
/** A figure of a kit as people call it. */
export const figureName = ({ path, name }: Pick<Figure, 'path' | 'name'>): string => {
  if (path.startsWith('fasteners.')) return `torque of ${name}`
  return path.startsWith('operations.') ? `step "${name}"` : (KIT_PLACE_NAMES[path] ?? path)
}

/** What a kit lacks before a vehicle leaves with it. */
export function lackText(lack: Lack): string {
  switch (lack.why) {
    case 'no-steps':
      return 'no step yet'
    case 'in-no-step':
      return `${lack.name} is in no step`
    case 'sample':
      return 'a sample: no vehicle leaves with it'
    case 'unconfirmed':
      return `${figureName(lack)} to confirm`
  }
}

/** Where a figure is from, in a few words. */
export function originWords({ from, of, band, jobs, by }: Origin): string {
  const about = band > 0 ? ` ±${Math.round(100 * band)} %` : ''
  switch (from) {
    case 'paper':
      return `maker's paper${of && `, ${of}`}`
    case 'typical':
      return `typical${about}`
    case 'copied':
      return `copied from ${of || 'another kit'}${about}`
    case 'shop':
      return jobs > 0
        ? `proved on ${jobs} ${jobs === 1 ? 'job' : 'jobs'}${about}`
        : by
          ? `the shop's, by ${by}`
          : "the shop's, not confirmed"
  }
}
