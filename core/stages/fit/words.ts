import type { GapVerdict } from './gaps'
import type { GapCheck } from '../../kit'

export const GAP_VERDICTS: Record<GapVerdict, string> = {
  missing: 'not measured yet',
  fine: 'within limits',
  close: 'within limits, but by less than a tape can tell',
  sleeved: 'closer than the rule, heat sleeve fitted',
  'off-middle': 'in the height range, far from its middle',
  'too-little': 'too little',
  'too-much': 'too much',
}

/** How each gap is measured. */
export const GAP_HOW: Record<GapCheck | 'kit-gap', string> = {
  'kit-gap': 'at the nearest place, standing at ride height',
  'bag-clearance': 'feeler or fingers all around at its widest, load on, at pressure',
  'bag-height': 'between the plate faces, standing at ride height',
  'plate-tire': 'nearest edge of any plate, wheels on',
  'line-exhaust': "to the pipe's surface, along the whole line",
}
/** What helps when a gap fails its rule. */
export const GAP_HELP: Record<GapCheck | 'kit-gap', string> = {
  'kit-gap': 'Move the bracket or the part and measure again.',
  'bag-clearance': 'Shift the bracket in its slots and measure again; do not grind the bag side.',
  'bag-height': 'Use a bracket spacer or another kit: the bag must be in its height range.',
  'plate-tire': 'Shift the bracket in its slots and measure again; do not grind the bag side.',
  'line-exhaust': 'Route it farther away, or sleeve it.',
}
