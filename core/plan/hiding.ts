import type { Operation } from '../kit'
import { isRaised, type Placed } from './names'
import { meets } from './procedures'
import { putting } from './turns'

/** What stands in the way of a look at a connection once it is back. */
const COVER = /\b(?:liners?|spare|boards?|covers?|trays?|skid|splash|trim|panels?|carpet|fenders?|shields?)\b/i
/** Goes on early, by the kit: it keeps heat away and hides nothing. */
const HEAT_SHIELD = /\bheat[- ]shields?\b/i
const covers = (parts: readonly string[]) => parts.some((part) => COVER.test(part) && !HEAT_SHIELD.test(part))
/** Whether a step puts back something that hides connections. */
const putsCoverBack = ({ refits }: Pick<Operation, 'refits'>): boolean => covers(refits)

/**
 * Covers in turn: what is mounted behind one is mounted while it is off, and it goes back once all behind it was soaped. One that goes
 * back before the vehicle stands is soaped with the axle on its jack.
 * @param all operations of kits and of procedures
 * @param own ids of soaping steps of the plan itself
 * Source: common practice, no published source.
 */
export function coversInTurn(all: readonly Placed[], own: ReadonlySet<string>): Placed[] {
  const back = all.filter((p) => putsCoverBack(p.operation))
  if (!back.length) return [...all]
  const near = (a: Placed, b: Placed) => a.axle === null || b.axle === null || a.axle === b.axle
  const isSoaping = (p: Placed) => p.operation.checks.includes('connections')
  const here = all.map((p): Placed => {
    const o = p.operation
    const early = own.has(o.id) && o.support === 'ride-height' && back.some((b) => near(b, p) && isRaised(b.operation))
    const raise = { until: 'ride-height' as const, note: 'Wheel center to lip as it was measured empty.' }
    return {
      ...p,
      operation: { ...o, ...(early ? { support: 'axle-raised', raise } : {}), after: [...o.after] },
    }
  })
  const put = putting(here, meets)
  for (const cover of here.filter((p) => putsCoverBack(p.operation))) {
    for (const p of here)
      if (near(p, cover) && (isSoaping(p) || (p.operation.phase === 'lines' && p !== cover))) put(p, cover)
  }
  // Compressor and tank are no kit's: they find their place behind what is off for the kit.
  for (const off of here.filter((p) => covers(p.operation.takesOff)))
    for (const p of here) if (p.axle === null && p.operation.phase === 'lines') put(off, p)
  return here
}
