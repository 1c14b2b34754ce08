import { z } from 'zod'
import { formatQuantity, fromSi, parseQuantity, refusalText, UNITS, type QuantityKind } from '../quantity'
import { figure } from './answer'

export const quantityRequest = z.strictObject({
  kind: z.enum(Object.keys(UNITS) as [QuantityKind, ...QuantityKind[]], {
    error: `kind must be one of ${Object.keys(UNITS).join(', ')}`,
  }),
  text: z
    .string({ error: 'text must be what was read, for example "35 1/4"' })
    .min(1, { error: 'text is empty: type a reading' })
    .max(60, { error: 'text is longer than any reading: 60 characters max' }),
  system: z.enum(['us', 'metric'], { error: 'system must be us or metric' }).default('us'),
})

/**
 * Reads a quantity as people write it and shows it in every unit of its kind; refuses with a sentence.
 */
export function computeQuantity({ kind, text, system }: z.output<typeof quantityRequest>) {
  const parsed = parseQuantity(kind, text, { system, signed: true })
  if (!parsed.ok) return { ok: false as const, field: 'text', message: refusalText(parsed) }
  const { us, metric, others } = UNITS[kind]
  return {
    ok: true as const,
    answer: {
      ...figure(kind, parsed.value),
      about: parsed.about,
      typedIn: parsed.unit,
      shown: {
        us: formatQuantity(kind, parsed.value, 'us'),
        metric: formatQuantity(kind, parsed.value, 'metric'),
      },
      units: Object.fromEntries([us, metric, ...others].map((u) => [u.symbol, fromSi(u, parsed.value)])),
    },
  }
}
