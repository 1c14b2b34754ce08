import { drillingOf, type Operation, type Procedure } from '../kit'
import { bringsCurrent } from './current'
import type { Placed, PlannedKit } from './names'
import { meets } from './procedures'
import { compressorOperations } from './shop-operations'
import { putting, type Put } from './turns'

const hasWord = (parts: readonly string[], word: RegExp) => parts.some((p) => word.test(p))
const PLUG = /\b(?:plugs?|connectors?)\b/i
const LINE = /\b(?:lines?|tubes?|tubing|hoses?)\b/i
const NO_LINE = /\b(?:harness|wire|wiring|brake|intake|filter)\b/i
/** Whether a step of an accessory runs an air line to what there is to fill. */
const runsLine = ({ phase, title }: Operation): boolean => phase === 'lines' && LINE.test(title) && !NO_LINE.test(title)

const isFirstAir = ({ operation: o }: Placed) => o.checks.includes('first-air') || o.pressure !== null
const isMount = ({ operation: o }: Placed) =>
  (o.phase === 'mount' || o.phase === 'align') && o.support !== 'ride-height'
/** What has to be over before there is current: holes, bags, brackets, every line, plugs that were pulled. */
function beforeCurrent(p: Placed): boolean {
  const o = p.operation
  if (isFirstAir(p) || o.checks.includes('connections') || bringsCurrent(o)) return false
  if (drillingOf(o) || hasWord(o.refits, PLUG)) return true
  if (o.phase === 'refit') return o.closes.length > 0
  return o.support !== 'ride-height' && o.phase !== 'air'
}

const isCurrent = (p: Placed): boolean => bringsCurrent(p.operation)

/** Whether a compressor fills the bags of this job. */
export const isFilledByCompressor = (kits: readonly PlannedKit[], procedures: readonly Procedure[]): boolean =>
  kits.some(({ circuit }) => circuit?.has('compressor')) || procedures.some((p) => p.compressor !== null)

/** Reached with an end of the vehicle up as well as without: battery, panel and lines. */
const whereverItStands = (o: Operation): Operation =>
  o.support === 'on-wheels' ? { ...o, support: 'any', wheels: 'any' } : o

/**
 * A job whose bags are filled by a compressor, in turn: some of them fill as soon as they have current, so that comes once holes are
 * drilled, bags are fixed and every line is joined, and the first air only then. With bags at both ends, of which one is up at a time,
 * the first air of each is given at its line, and what the compressor feeds is soaped once it has current.
 * @param all operations of kits and of procedures
 * @returns them, with the plan's own where no instructions mount the compressor or give it current
 * Source: common practice, no published source.
 */
export function compressorInTurn(
  all: readonly Placed[],
  kits: readonly PlannedKit[],
  procedures: readonly Procedure[],
): Placed[] {
  const fitted = kits.filter(({ work }) => work === 'fit')
  if (!all.length || !isFilledByCompressor(fitted, procedures)) return [...all]
  const sheets = new Set(procedures.flatMap((p) => (p.compressor ? p.id : [])))
  const isOfCompressor = (p: Placed) =>
    (p.origin !== undefined && sheets.has(p.origin)) || p.operation.circuit.includes('compressor')
  const own = compressorOperations({
    mount: !all.some(isOfCompressor),
    current: !all.some(isCurrent),
  }).map((operation): Placed => ({ operation, axle: null, seen: null }))
  const ends = new Set(fitted.map(({ kit }) => kit.axle))
  const here = [...all, ...own].map((p): Placed => {
    const anywhere = p.axle === null && (isCurrent(p) || runsLine(p.operation))
    const o = anywhere ? whereverItStands(p.operation) : p.operation
    const standing = ends.size > 1 && o.checks.includes('connections') && !isFirstAir(p)
    return {
      ...p,
      operation: { ...o, ...(standing ? { support: 'ride-height', raise: null } : {}), after: [...o.after] },
    }
  })
  turnAbout(here, ends.size > 1)
  return here
}

/** What a line is joined to hangs there already; where a paper mounts it, its own order stands. */
function mountedFirst(here: readonly Placed[], put: Put): void {
  const mount = here.find((p) => p.operation.id === 'compressor-in')
  if (mount) for (const p of here) if (p.axle !== null && runsLine(p.operation)) put(mount, p)
}

/** Puts operations of a compressor's job in turn, in place. */
function turnAbout(here: readonly Placed[], bothEnds: boolean): void {
  const put = putting(here, meets)
  const lines = here.filter((p) => p.axle === null && runsLine(p.operation))
  const currents = here.filter(isCurrent)
  // One end is up at a time: the first to be done gets its air before the other is on the compressor's lines.
  if (bothEnds) {
    const feed = new Set([...lines, ...currents].map((p) => p.operation.id))
    for (const p of here.filter(isFirstAir)) p.operation.after = p.operation.after.filter((id) => !feed.has(id))
  }
  mountedFirst(here, put)
  for (const line of lines) for (const p of here) if (p.axle !== null && isMount(p) && !isFirstAir(p)) put(p, line)
  for (const current of currents) {
    for (const p of here) {
      const isFilled = !bothEnds && isFirstAir(p)
      if (isFilled || p.operation.checks.includes('connections')) put(current, p)
    }
    for (const p of here) if (beforeCurrent(p)) put(p, current)
  }
}
