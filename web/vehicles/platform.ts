import { AXLES, valueAt, withSeen, type Platform, type Vehicle } from '@stout-shackle/core/vehicle'

/** What is off by between vehicles of one platform, as a part (common practice, as for an intake). */
const SPREAD = 0.04

/**
 * A vehicle built on a platform: what the platform knows takes the place of what was only estimated of the class, and of nothing
 * that somebody read.
 * @param platform null where it stands alone
 */
export function withPlatform(vehicle: Vehicle, platform: Platform | null): Vehicle {
  const named = { ...vehicle, platform: platform?.id ?? null, make: vehicle.make || (platform?.make ?? '') }
  if (!platform) return named
  const known = [
    ...Object.entries(platform.geometry),
    ...AXLES.flatMap((axle) =>
      Object.entries(platform[axle]).map(([key, value]) => [`${axle}.${key}`, value] as const),
    ),
  ]
  return known.reduce((now, [path, value]) => {
    const isOpen = path in now.estimated || valueAt(now, path) === null
    if (typeof value !== 'number' || !isOpen) return now
    const next = withSeen(now, path, value)
    return {
      ...next,
      estimated: { ...next.estimated, [path]: { tolerance: Math.abs(value) * SPREAD, from: 'platform' as const } },
    }
  }, named)
}
