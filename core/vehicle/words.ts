import { z } from 'zod'

/** A document's own name in addresses and files. */
export const slug = (most = 60) =>
  z.string().regex(new RegExp(`^[a-z0-9][a-z0-9-]{0,${most - 1}}$`), {
    error: 'must be lower-case letters, digits and dashes',
  })

/** Words that have to be there; `what` is the field's name as a person knows it. */
export const words = (what: string, most = 240) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, { error: `${what} is missing` })
    .max(most, { error: `${what} is too long: ${most} characters at most` })
