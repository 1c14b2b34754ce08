import { BOLTS, freeId, idOf, kitWith, PAPER, withOrigin, type Application, type Kit } from '../kit'
import type { PaperItem } from './read-paper'
import type { DriverSide } from './words'
import { readStep } from './step-line'
import { nextId, offersOf, withBolt, withOffer, withStep, type Offer, type Stand } from './write-steps'

/** A kit and the lines of its vehicles. */
export interface KitOnPaper {
  kit: Kit
  lines: Application[]
}

/** Where a value of a kit stands by what a paper calls it. */
const PLACES = { minimum: 'bag.minimum', maximum: 'bag.maximum', testPressure: 'testPressure' } as const

/** What comes off or is undone has to be put right again by a later step: that is for whoever reads it. */
const ASKED: ReadonlySet<Offer['what']> = new Set(['takesOff', 'refits', 'opens', 'closes'])
/** A step's text with all that it names taken over, but for what the plan does by itself. */
function withItsOffers(kit: Kit, id: string, driver: DriverSide): Kit {
  const step = kit.operations.find((o) => o.id === id)!
  const taken = offersOf(step, kit.fasteners, driver).reduce(
    (s, offer) => (offer.what === 'plan-does-it' || ASKED.has(offer.what) ? s : withOffer(s, offer)),
    step,
  )
  return { ...kit, operations: kit.operations.map((o) => (o.id === id ? taken : o)) }
}

const withStepItem = (kit: Kit, text: string, driver: DriverSide, moved: Stand | null): Kit => {
  const { written, id } = withStep(kit, text, { driver, moved })
  return withOrigin(withItsOffers(written, id, driver), [`operations.${id}`], PAPER)
}

function withItem({ kit, lines }: KitOnPaper, item: PaperItem, driver: DriverSide): KitOnPaper {
  switch (item.is) {
    case 'pressures':
      return { kit: item.pressures.reduce((k, { what, value }) => kitWith(k, PLACES[what], value), kit), lines }
    case 'part': {
      const brackets = item.bracket ? [...kit.brackets, item.bracket] : kit.brackets
      return {
        kit: withOrigin({ ...kit, parts: [...kit.parts, item.part], brackets }, ['parts', 'brackets'], PAPER),
        lines,
      }
    }
    case 'gap':
      return { kit: kitWith(kit, 'gaps', [...kit.gaps, { ...item.gap, id: nextId(item.gap.name, kit.gaps) }]), lines }
    case 'bolt': {
      const { written, id } = withBolt(kit, item.bolt)
      return { kit: withOrigin(written, [BOLTS, `fasteners.${id}`], PAPER), lines }
    }
    case 'fits':
      return { kit, lines: [...lines, lineOf(kit, lines, item.fits)] }
    case 'step':
      return { kit: withStepItem(kit, item.text, driver, null), lines }
  }
}

/** A line of a kit's list of vehicles as a paper gives it. */
export const lineOf = (
  kit: Pick<Kit, 'id'>,
  others: readonly Application[],
  { make, model, from, to, conditions }: Pick<Application, 'make' | 'model' | 'from' | 'to' | 'conditions'>,
): Application => ({
  id: freeId(
    idOf(`${kit.id} ${make} ${model}`),
    others.map((l) => l.id),
  ),
  kit: kit.id,
  make,
  model,
  from,
  to,
  conditions: [...conditions],
  needs: [],
  excludes: [],
  source: "maker's paper",
})

/** Bolts are named by steps, so they come before them. */
const TURN: Record<PaperItem['is'], number> = { pressures: 0, part: 1, gap: 2, bolt: 3, fits: 4, step: 5 }
/**
 * A kit with lines of its paper taken over, each as the maker's. What only raises, lowers or takes wheels off is no step of its own, for
 * the plan does that by itself: the steps behind it stand so. Taken alone it is a step.
 * @param driver on which side the driver sits, where the paper tells sides by that
 */
export function withItems(kit: KitOnPaper, items: readonly PaperItem[], driver: DriverSide): KitOnPaper {
  const inTurn = [...items].sort((a, b) => TURN[a.is] - TURN[b.is] || a.line - b.line)
  let now = kit
  let moved = null as Stand | null
  for (const item of inTurn) {
    if (item.is !== 'step' || items.length === 1) {
      now = withItem(now, item, driver)
      continue
    }
    const { moves, support, wheels, phase } = readStep(item.text, now.kit.fasteners, driver)
    if (moves) moved = { support: support ?? moved?.support ?? null, wheels: wheels ?? moved?.wheels ?? null }
    else {
      now = { ...now, kit: withStepItem(now.kit, item.text, driver, moved) }
      // On the bench nothing stands: it is for the next one.
      if (phase !== 'bench') moved = null
    }
  }
  return now
}
