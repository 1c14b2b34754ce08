import { z } from 'zod'
import { formatQuantity, plainNumber, PSI, typed } from '../quantity'
import { bagDataSchema } from '../spring'
import { expectedAfter, GAUGE_TOLERANCE, judgeHold } from '../air'
import { airCheckText } from '../wording'
import { calculator } from './calculator'
import { figure, figures } from './figure'

const pressure = typed('pressure', 0, 1_500_000)
const temperature = typed('temperature', 233.15, 333.15)
const altitude = typed('altitude', -500, 5000)
/** A reading that gives no altitude has that of the request. */
const reading = z.strictObject({ pressure, temperature, altitude: altitude.optional() })

const leakRequest = z
  .strictObject({
    start: reading,
    end: reading,
    hours: plainNumber('hours', 0, 10_000).gt(0, { error: 'hours must be over 0' }).default(24),
    /** What one reading of the gauge may be off by. */
    gauge: typed('pressure', 0, 20 * PSI).default(GAUGE_TOLERANCE),
    /** The vehicle stands on its wheels; absent where the axle hangs. */
    standing: z
      .strictObject({
        bag: bagDataSchema,
        /** At the start. */
        bagHeight: typed('length', 0.01, 0.8),
        /** Of the steel spring, for one bag. */
        rate: typed('rate', 0, 5_000_000),
        /** Of the steel spring, for one bag, N either way. */
        friction: plainNumber('friction', 0, 20_000, 'N').default(0),
        /** Of the bag from start to end, higher positive; absent where nobody read it. */
        heightChange: typed('length', -0.3, 0.3).optional(),
      })
      .optional(),
    /** Where both were read, unless one says its own. */
    altitude: altitude.default(0),
  })
  .superRefine(({ start, end, standing, altitude: place }, context) => {
    if (!standing) return
    const { heightChange = null, ...support } = standing
    if (
      expectedAfter({ altitude: place, ...start }, { altitude: place, ...end }, { ...support, heightChange }) ===
      undefined
    )
      context.addIssue({
        code: 'custom',
        path: ['standing', heightChange === null ? 'bagHeight' : 'heightChange'],
        message: 'takes the bag out of its table: check the height, and the change of it',
      })
  })

/**
 * Verdict on a pressure hold.
 * @param request as its schema reads it, SI
 * @returns expected with what friction leaves open; lost, allowed by its time, what can be shown at all a day
 * Source: `judgeHold`.
 *
 * @example
 * CALCULATORS.leak.compute({ start: { pressure: 413685, temperature: 297.15 }, end: { pressure: 386106, temperature: 285.15 }, hours: 24, gauge: 3447, altitude: 0 }).lost.us.value // => 0.98
 */
function computeLeak({ start, end, hours, gauge, standing, altitude: place }: z.output<typeof leakRequest>) {
  const verdict = judgeHold(
    { altitude: place, ...start },
    { altitude: place, ...end },
    { hours, gauge, standing: standing ? { ...standing, heightChange: standing.heightChange ?? null } : null },
  )!
  const { value, low, high } = verdict.expected
  return {
    code: verdict.code,
    expected: { ...figure('pressure', value), low: figure('pressure', low), high: figure('pressure', high) },
    ...figures(verdict, { lost: 'pressure', allowed: 'pressure', detectable: 'pressure' }),
  }
}

export const leak = calculator({
  request: leakRequest,
  compute: computeLeak,
  endpoint: { name: 'leak', summary: 'Pressure hold: expected, lost, allowed by its time, what it can show' },
  pages: [
    {
      id: 'air-check',
      title: 'Air check',
      formula: '(P₂ + p)/T₂ = (P₁ + p)/T₁; allowed: P(1 − (53/60)^(h/24)) for 48 h, then 1 psi a week',
      source: 'ideal gas; allowance is common practice',
      inputs: {
        start: ['pressure', 'At the start', '60 psi', { field: 'start.pressure' }],
        warm: ['temperature', 'Temperature', '75 °F', { signed: true, field: 'start.temperature' }],
        end: ['pressure', 'At the end', '56 psi', { field: 'end.pressure' }],
        cold: ['temperature', 'Temperature then', '54 °F', { signed: true, field: 'end.temperature' }],
        hours: ['number', 'Hours', '24'],
      },
      words({ code, expected, lost, allowed, detectable }, system) {
        const band = { value: expected.value, low: expected.low.value, high: expected.high.value }
        const verdict = { code, expected: band, lost: lost.value, allowed: allowed.value, detectable: detectable.value }
        return [
          ['Should read', formatQuantity('pressure', expected.value, system, 1)],
          ['Lost', formatQuantity('pressure', lost.value, system, 1), airCheckText(verdict, system)],
        ]
      },
    },
  ],
})
