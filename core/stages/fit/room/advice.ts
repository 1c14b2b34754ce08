import { sitsOn, USUAL_MOUNT, type Mount } from '../../../kit'
import { INCH, type Meters } from '../../../quantity'
import { partsAround, shiftedShape, withParts } from '../../../underbody'
import type { PartKind, UndersidePart } from '../../../vehicle'
import { nearestAt, roomReport, type RoomReport } from './report'
import { sceneOf, type Scene, type SceneQuestion } from './scene'

/** A way to put the kit on that leaves more room. */
export interface Help {
  code: 'slot' | 'first-slot' | 'spacer' | 'no-spacer' | 'turn' | 'other-hand' | 'pressure' | 'shield' | 'longer-clamp'
  /** Slot, spacer or part. */
  id: string | null
  count: number
  mount: Mount
  /** The part as it is after it, where it changes one of the vehicle's and not the kit. */
  part: UndersidePart | null
  /** Least gap over its rule with it, and how much more that is. */
  slack: Meters
  gains: Meters
  /** Bag height at ride height as a share of its range; outside 0 to 1 it does not go. */
  share: number
}

/** Less than this is no help. */
const WORTH: Meters = 0.0254 / 32

/** The bag's height with other spacers than those that the question was put with. */
function withMount(question: SceneQuestion, mount: Mount): SceneQuestion {
  const height = (m: Mount) =>
    m.spacers.reduce((sum, { id, count }) => {
      const spacer = question.kit.mounting?.spacers.find((s) => s.id === id)
      return sum + (spacer ? spacer.height * count : 0)
    }, 0)
  const change = height(question.mount ?? USUAL_MOUNT) - height(mount)
  return { ...question, mount, bag: { ...question.bag, rideHeight: question.bag.rideHeight + change } }
}

/** Parts that hang on clamps, clips or hangers, and can be held further off. */
const CLAMPED: readonly PartKind[] = ['exhaust', 'brake-line', 'harness', 'parking-cable', 'axle-vent']
/** How much further off a longer clamp holds a part. Common practice, no published source. */
const CLAMP_STEP: Meters = INCH / 2

type Change = Omit<Help, 'slack' | 'gains' | 'share'>

/** Everything that the kit lets one change, one change at a time. */
// eslint-disable-next-line complexity -- changes of the mount, from the least to the most
function mountChanges(question: SceneQuestion): Change[] {
  const mounting = question.kit.mounting
  const mount = question.mount ?? USUAL_MOUNT
  const list: Change[] = []
  const add = (code: Help['code'], id: string | null, count: number, change: Partial<Mount>) =>
    list.push({ code, id, count, mount: { ...mount, ...change }, part: null })
  if (mount.slot !== null) add('first-slot', null, 0, { slot: null })
  for (const { id } of mounting?.slots ?? []) if (id !== mount.slot) add('slot', id, 0, { slot: id })
  for (const { id, most } of mounting?.spacers ?? []) {
    const others = mount.spacers.filter((s) => s.id !== id)
    const used = mount.spacers.find((s) => s.id === id)?.count ?? 0
    for (let count = 0; count <= most; count++)
      if (count !== used)
        add(count ? 'spacer' : 'no-spacer', id, count, { spacers: count ? [...others, { id, count }] : others })
  }
  if (mounting?.turnable) add('turn', null, 0, { turned: !mount.turned })
  if (mount.swapped) add('other-hand', null, 0, { swapped: false })
  if (question.level !== null && (mount.pressureCap ?? Infinity) > question.level)
    add('pressure', null, 0, { pressureCap: question.level })
  return list
}

/** What can be done to the vehicle's own parts: a shield where it is too hot, a longer clamp for the one that is nearest. */
function partChanges(question: SceneQuestion, scene: Scene, { rows }: RoomReport): Change[] {
  const mount = question.mount ?? USUAL_MOUNT
  const partOf = (id: string) => scene.obstacles.find((o) => o.id === id)!.part
  const hot = [...new Set(rows.filter((r) => r.verdict === 'heat').map((r) => r.part))]
  const shields = hot.map((id): Change => ({
    code: 'shield',
    id,
    count: 1,
    mount,
    part: { ...partOf(id), shielded: true },
  }))
  const [tightest] = rows
  if (!tightest || !CLAMPED.includes(tightest.kind)) return shields
  const nearest = nearestAt(scene, tightest, tightest.at, tightest.pressure)
  const way = nearest ? [0, 1, 2].map((k) => nearest.second[k]! - nearest.first[k]!) : []
  const far = Math.hypot(...way)
  if (!nearest || far < 1e-6) return shields
  // Of two that overlap, the nearest points are each inside the other: they part the other way.
  const toward = nearest.gap > 0 ? 1 : -1
  const part = partOf(tightest.part)
  const by = way.map((w) => (toward * CLAMP_STEP * w) / far) as [number, number, number]
  return [
    ...shields,
    { code: 'longer-clamp', id: part.id, count: 1, mount, part: { ...part, shape: shiftedShape(part.shape, by) } },
  ]
}

/** A question as it is after a change. */
function changed(question: SceneQuestion, { mount, part }: Change): SceneQuestion {
  const changedHere = withMount(question, mount)
  if (!part) return changedHere
  const { axle } = changedHere.kit
  const parts = partsAround(changedHere.vehicle, changedHere.survey, axle, sitsOn(changedHere.kit)).map((p) =>
    p.id === part.id ? part : p,
  )
  return { ...changedHere, vehicle: withParts(changedHere.vehicle, axle, parts) }
}

/**
 * What would leave more room: each change that the kit allows, and what can be done to the vehicle's own parts, is tried through
 * the whole travel.
 * @param progress from 0 to 1
 * @returns what gains, the most first, after what takes the heat off; empty where nothing does. A spacer that takes the bag out of
 * its height range is left out
 */
export function whatHelps(question: SceneQuestion, progress: (done: number) => void = () => {}): Help[] {
  const scene = sceneOf(question)
  const report = roomReport(scene)
  if (!report || report.slack === null) return []
  const now = report.slack
  const tried = [...mountChanges(question), ...partChanges(question, scene, report)]
  return tried
    .flatMap((change, i): Help[] => {
      progress(i / tried.length)
      const then = roomReport(sceneOf(changed(question, change)))
      if (!then || then.slack === null) return []
      const { share } = then.bag
      const gains = then.slack - now
      // A shield is for the heat: it may take room, as long as the rule is kept.
      const helps = change.code === 'shield' ? then.slack >= Math.min(0, now) : gains > WORTH
      return helps && share >= 0 && share <= 1 ? [{ ...change, slack: then.slack, gains, share }] : []
    })
    .sort((a, b) => Number(b.code === 'shield') - Number(a.code === 'shield') || b.gains - a.gains)
}

/**
 * Spacers and slot that bring the bag nearest the middle of its height range and, of those that do, leave the most room.
 * @returns null where the instructions leave no choice
 */
export function proposeMount(question: SceneQuestion): { mount: Mount; share: number; slack: Meters } | null {
  const mounting = question.kit.mounting
  if (!mounting || (!mounting.spacers.length && !mounting.slots.length)) return null
  const mount = question.mount ?? USUAL_MOUNT
  const stacks = mounting.spacers.reduce<Mount['spacers'][]>(
    (all, { id, most }) =>
      all.flatMap((stack) =>
        Array.from({ length: most + 1 }, (_, count) => (count ? [...stack, { id, count }] : stack)),
      ),
    [[]],
  )
  const { low, high } = question.kit.bag.heightRange
  const shareOf = (spacers: Mount['spacers']) =>
    (withMount(question, { ...mount, spacers }).bag.rideHeight - low) / (high - low)
  const best = stacks.reduce((a, b) => (Math.abs(shareOf(b) - 0.5) < Math.abs(shareOf(a) - 0.5) - 1e-9 ? b : a))
  const slots = [null, ...mounting.slots.map(({ id }) => id)]
  const tried = slots.map((slot) => {
    const mounted = { ...mount, spacers: best, slot }
    return {
      mount: mounted,
      share: shareOf(best),
      slack: roomReport(sceneOf(withMount(question, mounted)))?.slack ?? 0,
    }
  })
  return tried.reduce((a, b) => (b.slack > a.slack + WORTH ? b : a))
}
