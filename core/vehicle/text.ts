import { z } from 'zod'

/**
 * A document's own name in addresses and files.
 * @returns a schema of 1 to 60 small letters, digits and dashes
 */
export const slug = (max = 60) =>
  z.string().regex(new RegExp(`^[a-z0-9][a-z0-9-]{0,${max - 1}}$`), {
    error: 'must be lower-case letters, digits and dashes',
  })

/**
 * Text that may be empty; `what` is the field's name as a person knows it.
 * @param max characters
 */
export const optionalText = (what: string, max = 240) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .max(max, { error: `${what} is too long: ${max} characters max` })

/**
 * Text that has to be there.
 * @param max characters
 */
export const requiredText = (what: string, max = 240) => optionalText(what, max).min(1, { error: `${what} is missing` })
