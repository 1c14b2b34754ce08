import type { CircuitNode, Beside } from '../../fittings'
import { kitAt, type Job } from '../../job'
import {
  benchParts,
  lookAlikes,
  sitsOn,
  topicsOf,
  USUAL_MOUNT,
  type Bracket,
  type Kit,
  type Mount,
  type PlanStep,
  type Recheck,
  type Topic,
} from '../../kit'
import { boltNeeds, uBoltNeeds, type BoltNeed, type UBoltNeed } from '../../mounting'
import { isAbove, type Meters, type NewtonMeters, type Pascals } from '../../quantity'
import { hexOf, type ThreadName } from '../../torque'
import { partsAround } from '../../underbody'
import type { AxleEnd } from '../../vehicle'
import type { LineVerdict } from '../fit/room'
import { has } from './has'

/** One thing that the hand needs at a step, as data; lines and fittings by their ids in the circuit. */
export type HandRow =
  /** Length to cut a line to. `other`: that of the same line of the other side. `first`: half the coil does not reach it, it is cut first. */
  | {
      is: 'cut'
      line: string
      length: Meters
      coil: Meters | null
      other: Meters | null
      first: boolean
      buy: boolean
      was: Meters | null
      /** By how much what was cut is short of its way as it lies now, slack for the travel in it; 0 where it reaches. */
      short: Meters
    }
  /** Of that length so much lies coiled; `later`: at its valve, for a compressor that comes later. */
  | { is: 'coiled'; line: string; length: Meters; later: boolean }
  | { is: 'way'; line: string; from: string; to: string; through: string[]; estimated: boolean }
  /** A heat sleeve, from so far to so far along from where the line begins, and how near the pipe is. */
  | { is: 'sleeve'; line: string; begins: string; from: Meters; to: Meters; gap: Meters }
  /** Nothing hot is near enough for a sleeve; how near the nearest pipe is, null where there is none. */
  | { is: 'no-sleeve'; line: string; gap: Meters | null }
  | { is: 'loom'; line: string; begins: string; from: Meters; to: Meters }
  /** Ties along a line, and the longest stretch with nothing to tie it to. */
  | { is: 'ties'; line: string; count: number; untied: Meters; never: string[] }
  /** What it goes through or over, or is tied to; with loom there, or a loop of so much left for what moves. */
  | { is: 'beside'; line: string; beside: Beside; loom: boolean; loop: Meters | null }
  /** A thing that a line comes nearer to than it may, as it lies; through it where the gap is none. */
  | { is: 'too-near'; line: string; part: string; gap: Meters; least: Meters }
  /** A harness or an intake hose: so long by its way. */
  | { is: 'run'; line: string; length: Meters; estimated: boolean }
  /** A line of the vehicle that comes near: to what, how near through the travel, and whether that is known only about so. */
  | { is: 'near-line'; part: string; to: 'bag' | 'bracket' | 'bolt' | 'pipe'; gap: Meters; verdict: LineVerdict }
  /** Where a fitting goes: ahead of the rear axle, left of the center line, above the ground. */
  | {
      is: 'fitting'
      node: string
      kind: CircuitNode['kind']
      where: CircuitNode['where']
      place: readonly [Meters, Meters, Meters]
      estimated: boolean
    }
  | { is: 'bracket'; name: string; hand: Bracket['hand']; number: string; port: Bracket['port'] }
  /** Place of the lower bracket; null for the first one. */
  | { is: 'slot'; name: string | null }
  | { is: 'spacer'; name: string; count: number; inBox: boolean }
  | { is: 'turned' }
  /** What keeps the cylinder off the spring seat. */
  | { is: 'puck'; name: string; inBox: boolean }
  /** What a wrench goes on where head and nut are the usual ones of that thread. */
  | { is: 'hex'; thread: ThreadName; flats: string; size: Meters }
  /** A bolt of the box that looks like one of this step, and has another thread. */
  | { is: 'alike'; thread: string; other: string; otherThread: string }
  /** Widest gap of the coil with the axle hanging, and the least that its cylinder goes in through. */
  | { is: 'coil-gap'; has: Meters | null; needs: Meters }
  | { is: 'swapped' }
  | { is: 'port'; faces: string }
  | {
      is: 'bolt'
      name: string
      thread: string
      count: number | null
      length: Meters
      series: 'inch' | 'metric'
      buy: boolean
      cut: Meters
    }
  | { is: 'u-bolt'; name: string; thread: string; leg: Meters; verdict: UBoltNeed['verdict']; measured: boolean }
  /** What was read on the visit before: bags left and right, and when. */
  | { is: 'last-bags'; left: Pascals; right: Pascals; at: string }
  /** What a fastener was torqued to on the visit before, the lowest of its places, N·m. */
  | { is: 'last-torque'; name: string; value: NewtonMeters }
  /** Bands of the heat shield: the pipe, and the thickest that one goes around. */
  | { is: 'shield'; pipe: Meters | null; most: Meters; joined: boolean }

/** Axle whose kit a step is about. */
export const axleOf = (job: Job, step: PlanStep): AxleEnd | null =>
  step.axle ?? job.kits.find(({ work }) => work === 'fit')?.kit.axle ?? null

/**
 * How what a step puts in is put on, as Fit has it: which bracket, where, with what under it, which bolt, which way it faces.
 * @param step of the job's plan
 * @returns rows in the order of the hand; none where nothing is known beyond the step's own words
 * Source: the kit's measures, and what was measured and picked on the job.
 */
export function mountHand(job: Job, step: PlanStep): HandRow[] {
  const axle = axleOf(job, step)
  const found = axle && kitAt(job, axle)
  if (step.kind !== 'operation') return []
  if (job.recheck) return lastRead(job.recheck, step)
  const topics = topicsOf(step)
  if (!axle || !found || found.work !== 'fit') return []
  const { kit } = found
  const mount = found.mount ?? USUAL_MOUNT
  const places: Bracket['place'][] = [
    ...has(topics.includes('upper'), 'frame' as const),
    ...has(topics.includes('lower'), 'axle' as const, 'spring' as const),
  ]
  return [
    ...kit.brackets
      .filter((b) => places.includes(b.place) && isOfSide(b, step.side, mount.swapped))
      .map(({ name, hand, number, port }): HandRow => ({ is: 'bracket', name, hand, number, port })),
    ...has<HandRow>(mount.swapped && places.length > 0, { is: 'swapped' }),
    ...has<HandRow>(topics.includes('bag') && kit.fitment.feedGap !== null, {
      is: 'coil-gap',
      has: job.survey[axle].coilGapHanging,
      needs: kit.fitment.feedGap!,
    }),
    ...(topics.includes('bag') && kit.mounting?.protector
      ? [{ is: 'puck', ...kit.mounting.protector } satisfies HandRow]
      : []),
    ...placeRows(kit, mount, topics),
    ...boltRows(kit, mount, job.survey[axle].liftBlock ?? 0, step),
    ...uBoltRows(job, kit, axle, topics),
    ...shieldRows(kit, job.survey[axle].exhaustDiameter, topics),
    ...threadRows(kit, step),
  ]
}
/** What the visit before read of what a step looks at again. */
const lastRead = ({ bags, torques }: Recheck, { axle, side, checks, torques: here }: PlanStep): HandRow[] => [
  ...bags.flatMap(({ axle: end, last }): HandRow[] =>
    checks.includes('first-air') && end === axle && last ? [{ is: 'last-bags', ...last }] : [],
  ),
  ...torques.flatMap((t): HandRow[] =>
    t.axle === axle && t.side === side && t.last !== null && here.some((f) => f.id === t.fastener.id)
      ? [{ is: 'last-torque', name: t.fastener.name, value: t.last }]
      : [],
  ),
]
/** Whether a bracket is of a side: its hand says so, changed over where the job changes them. */
function isOfSide({ hand }: Bracket, side: PlanStep['side'], swapped: boolean): boolean {
  if (!side || (hand !== 'left' && hand !== 'right')) return true
  return (hand === side) !== swapped
}
function placeRows(kit: Kit, mount: Mount, topics: readonly Topic[]): HandRow[] {
  const { mounting } = kit
  if (!mounting) return []
  const isHere = (place: 'upper' | 'lower') => topics.includes(place)
  return [
    ...has<HandRow>(isHere('lower') && mounting.slots.length > 0, {
      is: 'slot',
      name: mounting.slots.find((s) => s.id === mount.slot)?.name ?? null,
    }),
    ...mounting.spacers.flatMap(({ id, name, place, inBox }): HandRow[] => {
      const used = mount.spacers.find((s) => s.id === id)
      return used && isHere(place) ? [{ is: 'spacer', name, count: used.count, inBox }] : []
    }),
    ...has<HandRow>(mount.turned && (isHere('lower') || topics.includes('bag')), { is: 'turned' }),
    ...has<HandRow>(topics.includes('bag') && mounting.port !== null, { is: 'port', faces: mounting.port! }),
  ]
}

/** Words that many a bolt's name has: none tells one from another by itself. */
const COMMON = new Set([
  'the',
  'and',
  'for',
  'bolt',
  'nut',
  'screw',
  'stud',
  'bracket',
  'axle',
  'frame',
  'rail',
  'plate',
  'upper',
  'lower',
])
const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z]+/)
    .map((w) => w.replace(/s$/, ''))
/** Words by which a fastener is of something else than the bolts of the brackets, unless their names have them too. */
const OF_OTHERS = ['shield', 'band', 'hose', 'exhaust', 'lug', 'fitting']
const isOfOthers = (fastener: string, bolt: string): boolean =>
  wordsOf(fastener).some((w) => OF_OTHERS.includes(w) && !wordsOf(bolt).includes(w))
const shared = (a: string, b: string): string[] => wordsOf(a).filter((w) => w.length > 2 && wordsOf(b).includes(w))
/** Bolts that a step puts in, whose length the stack on this vehicle decides. */
function boltRows(kit: Kit, mount: Mount, block: Meters, { torques, leavesLoose, title, phase }: PlanStep): HandRow[] {
  const fasteners = [...torques, ...leavesLoose]
  return boltNeeds(kit, mount, block).flatMap(({ bolt, next, buy, cut }: BoltNeed): HandRow[] => {
    const own = fasteners.find(
      (f) => !isOfOthers(f.name, bolt.name) && shared(bolt.name, f.name).some((w) => !COMMON.has(w)),
    )
    const inTitle = shared(bolt.name, title)
    const isNamed = inTitle.length >= 2 && inTitle.some((w) => !COMMON.has(w))
    // Where it is torqued it is in: its length was told as it went in.
    if (phase === 'torque' || (!own && !isNamed)) return []
    const { name, thread, series, inBox } = bolt
    const length = buy ? next : inBox!
    return [{ is: 'bolt', name, thread, count: own?.count ?? null, length, series, buy, cut: buy ? cut : 0 }]
  })
}

function uBoltRows(job: Job, kit: Kit, axle: AxleEnd, topics: readonly Topic[]): HandRow[] {
  if (!topics.includes('u-bolts')) return []
  const parts = partsAround(job.vehicle, job.survey, axle, sitsOn(kit))
  return uBoltNeeds(kit, parts, job.survey[axle].liftBlock ?? 0).map(
    ({ bolt, needed, verdict, measured }): HandRow => ({
      is: 'u-bolt',
      name: bolt.name,
      thread: bolt.thread,
      leg: needed,
      verdict,
      measured,
    }),
  )
}
function shieldRows({ mounting }: Kit, pipe: Meters | null, topics: readonly Topic[]): HandRow[] {
  const shield = mounting?.shield
  if (!shield || !topics.includes('shield')) return []
  return [{ is: 'shield', pipe, most: shield.clampMost, joined: pipe !== null && isAbove(pipe, shield.clampMost) }]
}

/** What a wrench goes on at a step's threads, and which bolts of the box look like them. */
function threadRows(kit: Kit, { torques, leavesLoose, phase }: PlanStep): HandRow[] {
  const bolts = [...torques, ...leavesLoose].flatMap((f) => (f.thread && f.fitting === null ? [f.thread] : []))
  const threads = [...new Set(bolts)]
  const pairs = phase === 'torque' ? [] : lookAlikes(benchParts(kit.parts, kit.mounting))
  return [
    ...threads.flatMap((thread): HandRow[] => {
      const flats = hexOf(thread)
      return flats ? [{ is: 'hex', thread, ...flats }] : []
    }),
    ...pairs.flatMap(({ parts, by }): HandRow[] =>
      by === 'thread'
        ? parts.flatMap((here, i): HandRow[] => {
            const other = parts[1 - i]!
            return threads.includes(here.thread!) && !threads.includes(other.thread!)
              ? [{ is: 'alike', thread: here.thread!, other: other.name, otherThread: other.thread! }]
              : []
          })
        : [],
    ),
  ]
}
