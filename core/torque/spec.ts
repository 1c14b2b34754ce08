import { z } from 'zod'
import { bounded, POUND_FOOT, type NewtonMeters } from '../quantity'

const moment = bounded('torque', 0.1, 800)

/** What a booklet asks of a fastener. Only `target` and `ceiling` can be judged against a wrench. */
export const torqueSpecSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('target'), value: moment, low: moment, high: moment })
    .refine((s) => s.low <= s.value && s.value <= s.high, {
      error: 'the target must lie inside its window',
      path: ['value'],
    }),
  z.strictObject({ kind: z.literal('ceiling'), max: moment }),
  z.strictObject({
    kind: z.literal('turns'),
    turns: z.number().min(0.25).max(4),
    most: z.number().min(0.25).max(6),
  }),
  z.strictObject({ kind: z.literal('snug') }),
  z.strictObject({ kind: z.literal('vehicle-maker') }),
  z.strictObject({ kind: z.literal('none-given') }),
])
export type TorqueSpec = z.infer<typeof torqueSpecSchema>

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
export const toolTolerance = (reading: NewtonMeters): number => (reading <= 10 ? 0.06 : 0.04)

/** Ratios a reading shows to its target when the unit was misread: lb-in, and N·m, taken for lb-ft or back. */
const UNIT_SLIPS = [12, 1 / 12, POUND_FOOT, 1 / POUND_FOOT]

/**
 * A wrench reading judged against what the booklet asks.
 *
 * @param spec of the fastener
 * @param reading N·m
 * @param makerFigure vehicle maker's torque, N·m, when the spec defers to it
 * @returns a verdict; a reading outside the window that equals the target in another unit is named as such
 * Source: common practice, no published source (window); unit ratios NIST SP 811.
 */
export function judgeTorque(spec: TorqueSpec, reading: NewtonMeters, makerFigure?: NewtonMeters): TorqueVerdict {
  switch (spec.kind) {
    case 'target':
      return window(reading, spec.low, spec.high, spec.value)
    case 'ceiling':
      return reading > spec.max ? slipOr(reading, spec.max, 'high') : 'within'
    case 'vehicle-maker': {
      if (makerFigure === undefined) return 'needs-maker-figure'
      const tolerance = toolTolerance(makerFigure)
      return window(reading, makerFigure * (1 - tolerance), makerFigure * (1 + tolerance), makerFigure)
    }
    default:
      return 'not-judged'
  }
}

function window(reading: NewtonMeters, low: NewtonMeters, high: NewtonMeters, target: NewtonMeters): TorqueVerdict {
  // A wrench shows three figures: half a percent keeps a window's own edge inside it after conversion.
  if (reading >= low * 0.995 && reading <= high * 1.005) return 'within'
  return slipOr(reading, target, reading < low ? 'low' : 'high')
}

function slipOr(reading: NewtonMeters, target: NewtonMeters, otherwise: 'low' | 'high'): TorqueVerdict {
  return UNIT_SLIPS.some((ratio) => Math.abs(reading / target / ratio - 1) < 0.04) ? 'wrong-unit' : otherwise
}
