import { boltField, bracketField, kitField, lineField, originSchema, stepField } from '@stout-shackle/core/kit'
import { torqueText } from '@stout-shackle/core/paper'
import { formatQuantity, type Field, type UnitSystem } from '@stout-shackle/core/quantity'
import { torqueSpecSchema } from '@stout-shackle/core/torque'
import { originWords } from '@stout-shackle/core/wording'
import type { Paper } from './writing'

type Path = readonly (string | number)[]
type Entry = { id?: string; title?: string; name?: string }

/** The field of a place, where the schema describes one. */
function fieldOf(path: Path): Field | null {
  const [list = '', , ...rest] = path
  const ofList = LISTS.get(String(list))
  return (ofList ? ofList(rest.join('.') as never) : kitField(path.join('.') as never)) ?? null
}
/** Fields of the entries of a list. */
const LISTS = new Map<string, (path: never) => Field | undefined>([
  ['operations', stepField],
  ['fasteners', boltField],
  ['brackets', bracketField],
  ['lines', lineField],
])
/** An entry of a list that a path leads into, by its number or its id. */
function entryOf(paper: Paper, [list, at]: Path): Entry | null {
  const entries: unknown = paper[list as keyof Paper]
  if (!Array.isArray(entries) || at === undefined) return null
  const found: unknown = typeof at === 'number' ? entries[at] : (entries as Entry[]).find((e) => e.id === at)
  return (found as Entry | undefined) ?? null
}

/**
 * What a place of what is written is called: the label of its field, and the step, the bolt or the part that it is of.
 * @param path parts of the place; entries of a list by their number or their id
 */
export function placeName(paper: Paper, path: Path): string {
  if (path[0] === 'origins') return `${placeName(paper, String(path.slice(1).join('.')).split('.'))}, where it is from`
  const entry = entryOf(paper, path)
  const label = fieldOf(path)?.words.label ?? (entry ? path.slice(2) : path).join(' ')
  if (!entry) return label
  const name = entry.title ?? entry.name ?? entry.id ?? ''
  return label ? `"${name}", ${label.toLowerCase()}` : `"${name}"`
}

/** A value as the page shows it: in the shop's units, in the words of its field. */
// eslint-disable-next-line complexity -- each kind of value in its own way
export function valueText(path: Path, value: unknown, system: UnitSystem): string {
  if (value === undefined) return 'removed'
  if (value === null || value === '') return 'nothing'
  const field = fieldOf(path)
  if (field?.kind && typeof value === 'number') return formatQuantity(field.kind, value, system)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string' || typeof value === 'number') return field?.words.choices?.[value] ?? String(value)
  const spec = torqueSpecSchema.safeParse(value)
  if (spec.success) return torqueText(spec.data, false, system)
  const origin = originSchema.safeParse(value)
  if (origin.success && path[0] === 'origins') return originWords(origin.data)
  const { title, name } = value as Entry
  return title ?? name ?? JSON.stringify(value).slice(0, 60)
}
