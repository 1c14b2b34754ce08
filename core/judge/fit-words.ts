import { count } from '../quantity'
import type { StageStop, StopsOf, WaitsOf } from './stage'
import { gapKeyName } from '../records'
import type { fitStage } from './fit'
import { GAP_HELP } from '../stages/fit'

export const fitWaits: Record<WaitsOf<typeof fitStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'holes-missing': (n) => count(n, 'factory hole to look at', 'factory holes to look at'),
  'gaps-missing': (n) => count(n, 'gap to read', 'gaps to read'),
  'touches-as-mounted': () => 'a bag meets a measured part in its travel',
  'gap-fails': () => 'a gap fails its rule',
}
export const fitStops: Record<StopsOf<typeof fitStage>, (stop: StageStop) => string> = {
  'gap-fails': ({ about }) => {
    const [key, axle, side] = about.split(':') as [string, string, string]
    return `${gapKeyName(key)}, ${axle} ${side}: fails its rule. ${GAP_HELP[key.split('/')[0] as keyof typeof GAP_HELP]}`
  },
  'touches-as-mounted': ({ about }) => {
    const [of, part, axle, side] = about.split(':') as [string, string, string, string]
    return `The ${of} meets ${part.replace(/-/g, ' ')}, ${axle} ${side}, somewhere in its travel, by what was measured. Use another slot or spacer, move the part and measure it again, or take another kit.`
  },
  'hole-unsound': ({ about }) => {
    const [name, axle, side] = about.split(':') as [string, string, string]
    return `${name}, ${axle} ${side}: missing or damaged, and the kit needs it. Take a kit that does without it, or mend it by the vehicle maker's way.`
  },
  'hole-not-looked-at': ({ about }) => {
    const [name, axle, side] = about.split(':') as [string, string, string]
    return `${name}, ${axle} ${side}: nobody looked whether it is there and sound. Look, and say so on Fit.`
  },
  'room-gap-fails': ({ about }) => {
    const [of, part, axle, side] = about.split(':') as [string, string, string, string]
    return `Gap of the ${of} to ${part.replace(/-/g, ' ')}, ${axle} ${side}, as read: less than half an inch. Move the bracket or the part, and read it again.`
  },
}
