import { USUAL_MOUNT, type Mount } from '../../../kit'
import type { Meters } from '../../../quantity'
import { roomReport } from './report'
import { sceneOf, type SceneQuestion } from './scene'

/** A way to put the kit on that leaves more room. */
export interface Help {
  code: 'slot' | 'first-slot' | 'spacer' | 'no-spacer' | 'turn' | 'other-hand' | 'pressure'
  /** Slot or spacer. */
  id: string | null
  count: number
  mount: Mount
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
      const own = question.kit.mounting?.spacers.find((s) => s.id === id)
      return sum + (own ? own.height * count : 0)
    }, 0)
  const change = height(question.mount ?? USUAL_MOUNT) - height(mount)
  return { ...question, mount, bag: { ...question.bag, rideHeight: question.bag.rideHeight + change } }
}

/** Everything that the kit lets one change, one change at a time. */
function changes(question: SceneQuestion): Omit<Help, 'slack' | 'gains' | 'share'>[] {
  const mounting = question.kit.mounting
  const mount = question.mount ?? USUAL_MOUNT
  const list: Omit<Help, 'slack' | 'gains' | 'share'>[] = []
  const add = (code: Help['code'], id: string | null, count: number, change: Partial<Mount>) =>
    list.push({ code, id, count, mount: { ...mount, ...change } })
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

/**
 * What would leave more room: each change that the kit allows is tried through the whole travel.
 * @param progress from 0 to 1
 * @returns what gains, the most first; empty where nothing does. A spacer that takes the bag out of its height range is left out
 */
export function whatHelps(question: SceneQuestion, progress: (done: number) => void = () => {}): Help[] {
  const now = roomReport(sceneOf(question))?.slack ?? null
  if (now === null) return []
  const tried = changes(question)
  return tried
    .flatMap((change, i): Help[] => {
      progress(i / tried.length)
      const report = roomReport(sceneOf(withMount(question, change.mount)))
      if (!report || report.slack === null) return []
      const { share } = report.bag
      const gains = report.slack - now
      return gains > WORTH && share >= 0 && share <= 1 ? [{ ...change, slack: report.slack, gains, share }] : []
    })
    .sort((a, b) => b.gains - a.gains)
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
    const own = { ...mount, spacers: best, slot }
    return { mount: own, share: shareOf(best), slack: roomReport(sceneOf(withMount(question, own)))?.slack ?? 0 }
  })
  return tried.reduce((a, b) => (b.slack > a.slack + WORTH ? b : a))
}
