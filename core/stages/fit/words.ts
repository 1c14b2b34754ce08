import { formatQuantity } from '../../quantity'
import type { RecordTexts } from '../record-parts'
import type { fitRecords } from './records'
import { count } from '../count'
import type { StageStop, StopsOf, WaitsOf } from '../stage'
import type { GapVerdict } from './gaps'
import type { FIT_CHECKS, GapCheck } from './records'
import type { fitStage } from './stage'

export const fitWaits: Record<WaitsOf<typeof fitStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'holes-missing': (n) => count(n, 'factory hole to look at', 'factory holes to look at'),
  'gaps-missing': (n) => count(n, 'gap to read', 'gaps to read'),
  'touches-as-mounted': () => 'a bag meets a measured part in its travel',
  'gap-fails': () => 'a gap fails its rule',
}
export const fitChecks: Record<(typeof FIT_CHECKS)[number], string> = {
  clearance: 'Clearance',
  'loaded-clearance': 'Room around the bags with the load on',
}
export const fitStops: Record<StopsOf<typeof fitStage>, (stop: StageStop) => string> = {
  'gap-fails': ({ about }) => {
    const [check, axle, side] = about.split(':') as [GapCheck, string, string]
    return `${GAP_CHECK_NAMES[check]}, ${axle} ${side}: fails its rule. ${GAP_HELP[check]}`
  },
  'touches-as-mounted': ({ about }) => {
    const [of, part, axle, side] = about.split(':') as [string, string, string, string]
    return `The ${of} meets ${part.replace(/-/g, ' ')}, ${axle} ${side}, somewhere in its travel, by what was measured. Use another slot or spacer, move the part and measure it again, or take another kit.`
  },
  'hole-unsound': ({ about }) => {
    const [name, axle, side] = about.split(':') as [string, string, string]
    return `${name}, ${axle} ${side}: missing or damaged, and the kit needs it. Take a kit that does without it, or mend it by the vehicle maker's way.`
  },
  'room-gap-fails': ({ about }) => {
    const [of, part, axle, side] = about.split(':') as [string, string, string, string]
    return `Gap of the ${of} to ${part.replace(/-/g, ' ')}, ${axle} ${side}, as read: less than half an inch. Move the bracket or the part, and read it again.`
  },
}

export const GAP_CHECK_NAMES: Record<GapCheck, string> = {
  'bag-clearance': 'Free all around the bag, loaded',
  'plate-tire': 'Plate to tire, wheels on',
  'line-exhaust': 'Air line to exhaust',
  'bag-height': 'Bag height at ride height',
}

export const GAP_VERDICTS: Record<GapVerdict, string> = {
  missing: 'not measured yet',
  fine: 'within limits',
  close: 'within limits, but by less than a tape can tell',
  sleeved: 'closer than the rule, heat sleeve fitted',
  'off-middle': 'in the height range, far from its middle',
  'too-little': 'too little',
  'too-much': 'too much',
}

export const fitRecordTexts: RecordTexts<typeof fitRecords> = {
  gap: ({ check, side, value, sleeved }, system) =>
    `${GAP_CHECK_NAMES[check]}, ${side}: ${formatQuantity('length', value, system)}${sleeved ? ', sleeved' : ''}`,
  'room-gap': ({ of, part, side, value }, system) =>
    `Gap of the ${of} to ${part.replace(/-/g, ' ')}, ${side}: ${formatQuantity('length', value, system)}`,
}

/** How each gap is measured. */
export const GAP_HOW: Record<GapCheck, string> = {
  'bag-clearance': 'feeler or fingers all around at its widest, load on, at pressure',
  'bag-height': 'between the plate faces, standing at ride height',
  'plate-tire': 'nearest edge of any plate, wheels on',
  'line-exhaust': "to the pipe's surface, along the whole line",
}
/** What helps when a gap fails its rule. */
export const GAP_HELP: Record<GapCheck, string> = {
  'bag-clearance': 'Shift the bracket in its slots and measure again; do not grind the bag side.',
  'bag-height': 'Use a bracket spacer or another kit: the bag must be in its height range.',
  'plate-tire': 'Shift the bracket in its slots and measure again; do not grind the bag side.',
  'line-exhaust': 'Route it farther away, or sleeve it.',
}
