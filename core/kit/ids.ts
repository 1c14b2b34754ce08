/** Names that the plan gives to steps and fasteners of its own. */
const OWN_NAMES = new Set([
  'make-safe',
  'settle',
  'lug-nuts',
  'take-off',
  'old-helper-out',
  'lines-clear',
  'lines-back',
  'nick-look',
  'brake-valve',
  'lines-eased',
  'lines-eased-standing',
  'torque-look',
  'torque-look-once',
  're-torque',
  're-torque-once',
  're-read',
  'first-air',
  'soap',
  'watch-travel',
  'plate-to-tire',
  'compressor-in',
  'current',
])
const OWN_BEGINNINGS = ['state-', 'front-']
/** Whether an id is one that the plan gives to something of its own. */
export const isPlansOwn = (id: string): boolean => OWN_NAMES.has(id) || OWN_BEGINNINGS.some((b) => id.startsWith(b))

/**
 * A name as an id: letters and digits, dashes between.
 * @example
 * idOf('Strap nut, 3/8') // => "strap-nut-3-8"
 */
export const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .slice(0, 50)
    .replaceAll(/^-|-$/g, '') || 'step'

/**
 * An id that no other has.
 * @example
 * freeId('nut', ['nut', 'nut-2']) // => "nut-3"
 */
export function freeId(wanted: string, taken: readonly string[]): string {
  if (!taken.includes(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.includes(`${wanted}-${n}`)) return `${wanted}-${n}`
}

/**
 * The id of a step or fastener by its name: any name is a good one, also one that the plan uses itself.
 * @param taken ids of the others
 * @example
 * ownId('Settle', []) // => "kit-settle"
 */
export function ownId(name: string, taken: readonly string[]): string {
  const id = idOf(name)
  return freeId(isPlansOwn(id) ? `kit-${id}`.slice(0, 50) : id, taken)
}
