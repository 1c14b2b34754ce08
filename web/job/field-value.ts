/** A value of the plan, short enough for a line; a thing with a name goes by it. */
export function formatValue(value: unknown): string {
  if (value === undefined || value === null) return 'nothing'
  if (typeof value === 'string') return value === '' ? 'empty' : `"${value}"`
  if (typeof value !== 'object') return JSON.stringify(value)
  if (Array.isArray(value)) return value.length ? value.map(formatValue).join(', ') : 'empty'
  const { name, id } = value as { name?: unknown; id?: unknown }
  const text = typeof name === 'string' ? name : typeof id === 'string' ? id : JSON.stringify(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}
