import { z } from 'zod'
import { bounded, isAbove, isBelow, POUND_FOOT, type NewtonMeters } from '../quantity'

const torque = bounded('torque', 0.1, 800)

/** What a kit's instructions ask of a fastener. Only `target` and `ceiling` can be judged against a wrench. */
export const torqueSpecSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('target'), value: torque, low: torque, high: torque })
    .refine((s) => s.low <= s.value && s.value <= s.high, {
      error: 'the target must lie between low and high',
      path: ['value'],
    }),
  z.strictObject({ kind: z.literal('ceiling'), max: torque }),
  z.strictObject({
    kind: z.literal('turns'),
    turns: z.number().min(0.25).max(4),
    max: z.number().min(0.25).max(6),
  }),
  /** A fitting with sealant on its thread: in until so many of its threads are covered. */
  z.strictObject({ kind: z.literal('threads'), covered: z.number().int().min(1).max(8) }),
  z.strictObject({ kind: z.literal('snug') }),
  z.strictObject({ kind: z.literal('vehicle-maker') }),
  z.strictObject({ kind: z.literal('none-given') }),
])
export type TorqueSpec = z.infer<typeof torqueSpecSchema>

/** Whether a wrench reading says nothing of it: it is done by feel, by turns, or as it comes. */
export const isByFeel = ({ kind }: TorqueSpec): boolean =>
  kind === 'snug' || kind === 'turns' || kind === 'threads' || kind === 'none-given'

export type TorqueVerdict =
  | 'within'
  | 'low'
  | 'high'
  /** The figure is what the target reads in another unit. */
  | 'wrong-unit'
  /** Nothing to judge it against: recorded, not green. */
  | 'not-judged'
  /** The vehicle maker's figure has not been looked up yet. */
  | 'needs-maker-figure'

/** ISO 6789-1 hand torque tools, class of the usual click wrench: 4 %, or 6 % to 10 N·m (from memory). */
const toolTolerance = (reading: NewtonMeters): number => (reading <= 10 ? 0.06 : 0.04)

/**
 * Ratios a reading shows to its target when the unit was misread, lb-in or N·m taken for lb-ft or back. Too high by N·m
 * against lb-ft is left out: a fastener really drawn that far over its target would look the same.
 */
const SLIPS_LOW = [1 / 12, 1 / POUND_FOOT]
const SLIPS_HIGH = [12]
/** How near a reading comes to its target in the other unit to be named so: what hand and wrench scatter (ISO 6789-1). */
const SLIP_TOLERANCE = 0.04

/**
 * A wrench reading judged against what the kit's instructions ask.
 *
 * @param spec of the fastener
 * @param reading N·m
 * @param makerFigure vehicle maker's torque, N·m, when the spec defers to it
 * @returns a verdict; a reading at a limit's own figure, in whatever unit it was typed, is within it
 * Source: common practice, no published source (torque spec); unit ratios NIST SP 811.
 *
 * @example
 * judgeTorque({ kind: 'snug' }, 20) // => "not-judged"
 */
export function judgeTorque(spec: TorqueSpec, reading: NewtonMeters, makerFigure?: NewtonMeters): TorqueVerdict {
  switch (spec.kind) {
    case 'target':
      return between(reading, spec.low, spec.high, spec.value)
    case 'ceiling':
      return isAbove(reading, spec.max) ? slipOr(reading, spec.max, 'high') : 'within'
    case 'vehicle-maker': {
      if (makerFigure === undefined) return 'needs-maker-figure'
      const { value, low, high } = makerTarget(makerFigure)
      return between(reading, low, high, value)
    }
    default:
      return 'not-judged'
  }
}

function between(reading: NewtonMeters, low: NewtonMeters, high: NewtonMeters, target: NewtonMeters): TorqueVerdict {
  if (isBelow(reading, low)) return slipOr(reading, target, 'low')
  return isAbove(reading, high) ? slipOr(reading, target, 'high') : 'within'
}

function slipOr(reading: NewtonMeters, target: NewtonMeters, otherwise: 'low' | 'high'): TorqueVerdict {
  const slips = otherwise === 'low' ? SLIPS_LOW : SLIPS_HIGH
  return slips.some((ratio) => Math.abs(reading / target / ratio - 1) < SLIP_TOLERANCE) ? 'wrong-unit' : otherwise
}

/** A vehicle maker's figure as a target: as near as a wrench reads. */
export function makerTarget(value: NewtonMeters): TorqueSpec & { kind: 'target' } {
  const tolerance = toolTolerance(value)
  return { kind: 'target', value, low: value * (1 - tolerance), high: value * (1 + tolerance) }
}

/** What a reading may scatter around a torque of which nobody gives a range. Common practice, no published source. */
const SCATTER = 0.08
/** A torque with the usual scatter about it, where instructions give no range. */
export const usualTarget = (value: NewtonMeters): TorqueSpec => ({
  kind: 'target',
  value,
  low: value * (1 - SCATTER),
  high: value * (1 + SCATTER),
})
