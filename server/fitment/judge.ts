import { judgeCatalog, nextQuestion, type KitVerdict, type Reason } from '@stout-shackle/core/kit'
import type { Survey, Vehicle } from '@stout-shackle/core/vehicle'
import type { CandidateCache } from './candidates'

/** Many kits share a reason: each is sent once, without what it leaves empty, and verdicts name it by its place. */
function pooled(judged: readonly KitVerdict[]) {
  const places = new Map<Reason, number>()
  const reasons: Partial<Reason>[] = []
  const verdicts = judged.map(({ kit, verdict, application, open, reasons: reasonsHere }) => {
    const named: number[] = []
    for (const reason of reasonsHere) {
      let place = places.get(reason)
      if (place === undefined) {
        place = reasons.push(lean(reason)) - 1
        places.set(reason, place)
      }
      named.push(place)
    }
    return { kit, verdict, application, open: open.length ? open : undefined, reasons: named }
  })
  return { verdicts, reasons }
}
const lean = ({
  rule,
  effect,
  says,
  fact,
  has,
  takes,
  change,
  parts,
  minutes,
  source,
  note,
}: Reason): Partial<Reason> => ({
  rule,
  effect,
  says,
  fact: fact ?? undefined,
  has: has ?? undefined,
  takes: takes ?? undefined,
  change: change ?? undefined,
  parts: parts.length ? parts : undefined,
  minutes: minutes || undefined,
  source,
  note,
})

/** Every kit of the catalog on a vehicle, and the next question, as the text that is sent. */
export async function verdictsText(cache: CandidateCache, vehicle: Vehicle, survey: Survey): Promise<string> {
  const candidates = await cache.of(vehicle)
  const { judged, notListed } = judgeCatalog(candidates, vehicle, survey)
  return JSON.stringify({
    rules: candidates.rules.version,
    ...pooled(judged),
    notListed,
    question: nextQuestion(judged),
  })
}
