import { z } from 'zod'
import { plainNumber } from '../quantity'

/** Where a figure of a kit can be from. */
export const ORIGINS = ['paper', 'typical', 'copied', 'shop'] as const

/** Where a figure of a kit is from, and how far off it may be. */
export const originSchema = z.strictObject({
  /** The maker's paper; what is usual for the family; another kit; the shop's own. */
  from: z.enum(ORIGINS, { error: `from must be one of ${ORIGINS.join(', ')}` }),
  /** Name of the kit that it was copied from; of the paper where that has one. */
  of: z.string().trim().max(120, { error: 'of is too long: 120 characters max' }).default(''),
  /** Half-width as a part of the figure, where it may be off. */
  band: plainNumber('band', 0, 1).default(0),
  /** Jobs that proved it, for a figure that the shop found out. */
  jobs: z.number().int().min(0).max(10_000).default(0),
  /** Who of the shop stands for a figure of its own; the server alone sets it. */
  by: z.string().trim().max(80).default(''),
})
export type Origin = z.infer<typeof originSchema>

/** What was written without saying where it is from is the shop's, and nobody stands for it. */
export const UNSAID: Origin = originSchema.parse({ from: 'shop' })
/** As the maker's paper has it. */
export const PAPER: Origin = originSchema.parse({ from: 'paper' })

/** Of a kit as a whole, and of figures that are from elsewhere, by their place: `bag.maximum`, `fasteners.strap-nut`. */
export const originsSchema = z
  .record(
    z.string().regex(/^[a-zA-Z]+(\.[a-zA-Z0-9-]+)*$/, { error: 'must be the place of a figure, like bag.maximum' }),
    originSchema,
  )
  .refine((all) => Object.keys(all).length <= 300, { error: 'origins has too many: 300 max' })

/** What says where the figures of a kit are from. */
export interface Sourced {
  origin: Origin
  origins: Readonly<Record<string, Origin>>
}

/**
 * Where a figure is from: by its own place, else by the part that it stands in, else as the whole kit.
 * @param path its place, parts between dots
 */
export function originOf({ origin, origins }: Sourced, path: string): Origin {
  for (let at = path; at; at = at.slice(0, Math.max(0, at.lastIndexOf('.')))) {
    const own = origins[at]
    if (own) return own
  }
  return origin
}

/** Whether somebody read a figure on the paper, or stands for it: what is usual and what was copied is neither. */
export const isConfirmed = ({ from, by }: Origin): boolean => from === 'paper' || (from === 'shop' && by !== '')

/**
 * The same kit with figures from somewhere else.
 * @param paths their places; what stands below one of them goes with it
 */
export function withOrigin<T extends Sourced>(kit: T, paths: readonly string[], origin: Origin): T {
  const within = (at: string) => paths.some((path) => at === path || at.startsWith(`${path}.`))
  const rest = Object.entries(kit.origins).filter(([at]) => !within(at))
  return {
    ...kit,
    origins: { ...Object.fromEntries(rest), ...Object.fromEntries(paths.map((path) => [path, origin])) },
  }
}
