import type { Pascals } from '../quantity'
import { AXLES, type AxleEnd } from '../vehicle'
import type { PlanStep, StandState } from '../kit'
import type { BayRecord, RecordKind, RecordOf } from '../records'
import { WHEEL_NUTS } from '../plan'
import { axleOfConnection, connectionsOf } from '../job'
import { touchedBy } from '../circuit'
import { SAME_PRESSURE } from './contradiction'
import type { Evidence, Flag, VoidCode } from './evidence'
import { axleOfCorner, factAt, timeOf } from './places'
import { bagsFor, isLined, isLining, settle, voidWhere, type Work } from './work'

type Effect<K extends RecordKind> = (work: Work, body: RecordOf<K>['body'], record: BayRecord) => void
type Effects = { [K in RecordKind]: Effect<K> | null }

/** What tells of harm counts in whatever state it was taken. */
const HARM: Partial<Effects> = {
  'opened-again'(work, body, record) {
    const axle = work.steps.get(body.step)?.axle
    voidWhere(work, ['torque'], {
      code: 'fastener-opened',
      by: record,
      about: ({ record: { body: b } }) =>
        b.kind === 'torque' ? b.step === body.step && b.fastener === body.fastener : false,
    })
    for (const end of axle ? [axle] : AXLES) voidStanding(work, end, 'fastener-opened', record)
  },
  'connection-opened': opened,
  'bracket-moved': (work, body, record) => voidStanding(work, body.axle, 'bracket-moved', record),
  moved: (work, { support, wheels, axle, settled }, record) =>
    standIs(work, { support, wheels, axle }, settled, record),
}

/** What a record that contradicts nothing does to the state of the work; null for one that only says what was found. */
const EFFECTS: Omit<Effects, 'opened-again' | 'connection-opened' | 'bracket-moved' | 'moved'> = {
  step(work, body, record) {
    const step = work.steps.get(body.step)!
    settle(work, step)
    if (body.outcome === 'done') stepDone(work, step, record)
    if (step.axle && isLined(work, step.axle)) work.closedAt[step.axle] ??= timeOf(record)
  },
  clear(work, body, record) {
    const known = work.clear.get(body.step) ?? new Set()
    work.clear.set(body.step, new Set([...known, record.by, ...body.names]))
  },
  consent(work, body) {
    if (body.outcome === 'agreed') work.agreed.add(body.to)
    else work.agreed.delete(body.to)
  },
  finding: (work, body) => void work.found.add(factAt(body.axle, body.fact)),
  'parts-counted'(work, body) {
    const counts = body.counts.map((c) => [c.part, c.has] as const)
    work.counted[body.axle] = new Map([...(work.counted[body.axle] ?? []), ...counts])
  },
  'load-on'(work, body, record) {
    loadIs(work, body.loadCase, record)
    work.now = { ...work.now, load: { loadCase: body.loadCase, said: true } }
  },
  height(work, body, record) {
    loadSeen(work, body.load === 'loaded' ? body.loadCase : null, record)
    const bags = body.timing === 'after' ? bagsFor(work, axleOfCorner(body.corner)) : null
    if (bags && !work.now.air[bags] && body.bagPressure !== null)
      airIs(work, bags, [body.bagPressure, body.bagPressure], record)
  },
  connection: (work, body, record) => soaped(work, body.connection, body.pressure, record),
  'bag-pressure': (work, body, record) => airIs(work, body.axle, [body.left, body.right], record),
  'air-check': (work, body, record) =>
    airIs(work, body.axle, inBags(work, body.axle, body.side, body.pressure), record),
  torque: null,
  'step-begun': null,
  paused: null,
  'seat-seen': null,
  looked: null,
  'maker-torque': null,
  deviation: null,
  off: null,
  'on-again': null,
  'part-fate': null,
  photo: null,
  'travel-run': null,
  gap: null,
  'room-gap': null,
  'scale-ticket': null,
  'kit-confirmed': null,
  planned: null,
  'step-added': null,
  'leak-test': null,
  waiver: null,
  'road-test': null,
  'lamp-aim': null,
  'handed-over': null,
  withdrawn: null,
}

const ALL: Partial<Effects> = { ...EFFECTS, ...HARM }

/**
 * What a record does to the state of the work, and what it takes away from records before it.
 * @param flag why it contradicts that state; then only what tells of harm counts
 */
export function takeEffect(work: Work, record: BayRecord, flag: Flag | null): void {
  const { body } = record
  if (body.kind === 'step' || body.kind === 'torque' || body.kind === 'step-begun') work.atIt.add(record.by)
  const effects = flag ? HARM : ALL
  const effect = effects[body.kind] as Effect<never> | null | undefined
  effect?.(work, body as never, record)
}

/** A reading says what was on it, where nobody else did. */
function loadSeen(work: Work, loadCase: string | null, record: BayRecord): void {
  loadIs(work, loadCase, record)
  if (!work.now.load || work.now.load.loadCase !== loadCase) work.now = { ...work.now, load: { loadCase, said: false } }
}

/** Another load squeezes the same air to another pressure: a gauge that was read before it says nothing any more. */
function loadIs(work: Work, loadCase: string | null, record: BayRecord): void {
  const { load } = work.now
  if (!load || load.loadCase === loadCase) return
  work.now = { ...work.now, air: {} }
  // What was set empty is no setting for the road with a load on. What comes off leaves less in the bags, not more.
  if (loadCase !== null) voidWhere(work, ['bag-pressure'], { code: 'load-changed', by: record, about: () => true })
}

/** Heights and clearances of an axle hang on its brackets and wheels. */
function voidStanding(work: Work, axle: AxleEnd, code: VoidCode, by: BayRecord): void {
  voidWhere(work, ['height', 'gap', 'room-gap'], {
    code,
    by,
    about: ({ record: { body } }) =>
      body.kind === 'height'
        ? body.timing === 'after' && axleOfCorner(body.corner) === axle
        : body.kind === 'room-gap'
          ? body.axle === axle
          : body.kind === 'gap' && body.axle === axle && body.check !== 'line-exhaust',
  })
}

/** What is in the bags of an axle where one side's line reads so much; teed they have the same. */
function inBags(work: Work, axle: AxleEnd, side: 'left' | 'right' | null, read: Pascals): [Pascals, Pascals] {
  const line = work.job.air[axle] === 'teed' ? null : side
  const before = work.now.air[axle]
  return [line === 'right' ? (before?.left ?? read) : read, line === 'left' ? (before?.right ?? read) : read]
}
function soaped(work: Work, connection: string, pressure: Pascals, record: BayRecord): void {
  const axle = axleOfConnection(work.job, connection)
  const side = connectionsOf(work.job).find((c) => c.id === connection)?.side ?? null
  airIs(work, axle, inBags(work, axle, side, pressure), record)
}

/** A joint was opened: it and what its remedy took apart are soaped again, the air behind it is out. */
function opened(work: Work, { connection, remedy }: RecordOf<'connection-opened'>['body'], record: BayRecord): void {
  const axle = axleOfConnection(work.job, connection)
  const all = connectionsOf(work.job)
  const joint = all.find((c) => c.id === connection)
  const touched = joint ? touchedBy(all, joint, remedy) : []
  const side = work.job.air[axle] === 'teed' ? null : (joint?.side ?? null)
  voidWhere(work, ['connection', 'air-check', 'bag-pressure'], {
    code: 'connection-opened',
    by: record,
    about: ({ record: { body } }) => {
      switch (body.kind) {
        case 'connection':
          return body.connection === connection || touched.some((c) => c.id === body.connection)
        case 'air-check':
          return body.axle === axle && (side === null || body.side === null || body.side === side)
        default:
          return body.kind === 'bag-pressure' && body.axle === axle
      }
    },
  })
  work.closedAt[axle] = timeOf(record)
  const { [axle]: _out, ...air } = work.now.air
  work.now = { ...work.now, air }
}

function stepDone(work: Work, step: PlanStep, record: BayRecord): void {
  if (step.kind === 'state') standIs(work, step.state, false, record)
  else if (step.id === 'settle') work.now = { ...work.now, settled: true }
  if (step.phase === 'remove' || step.phase === 'mount') work.begun = true
  if (step.leavesLoose.length || step.disturbs.length) {
    const loosened = new Set([...step.leavesLoose, ...step.disturbs].map((f) => f.id))
    voidWhere(work, ['torque'], {
      code: 'fastener-opened',
      by: record,
      about: ({ record: { body } }) => {
        if (body.kind !== 'torque' || body.step === step.id || !loosened.has(body.fastener)) return false
        const other = work.steps.get(body.step)
        return other?.axle === step.axle && (!step.side || !other.side || other.side === step.side)
      },
    })
  }
  // What a bag had before the last bolt says nothing of what it leaves with.
  if (step.axle && isLining(step))
    voidWhere(work, ['bag-pressure'], {
      code: 'step-done-again',
      by: record,
      about: ({ record: { body } }) => body.kind === 'bag-pressure' && body.axle === step.axle,
    })
  if (step.axle && (step.phase === 'mount' || step.phase === 'align'))
    voidStanding(work, step.axle, 'step-done-again', record)
}

function standIs(work: Work, to: StandState, settled: boolean, record: BayRecord): void {
  const { stand } = work.now
  for (const axle of AXLES) {
    const offAt = (s: StandState) => s.wheels === 'off' && s.axle === axle
    if (offAt(stand) === offAt(to)) continue
    voidStanding(work, axle, 'wheels-changed', record)
    voidWhere(work, ['torque'], {
      code: 'wheels-changed',
      by: record,
      about: ({ record: { body } }) => {
        const step = body.kind === 'torque' ? work.steps.get(body.step) : undefined
        return step?.axle === axle && step.disturbs.some((f) => f.id === WHEEL_NUTS)
      },
    })
  }
  work.now = { ...work.now, stand: to, settled }
  // Nobody is under it while it moves; who comes back to it has to be clear of the next move.
  work.atIt.clear()
}

const isHold = (e: Evidence, axle: AxleEnd, end: 'start' | 'end') =>
  !e.flag && !e.voided && e.record.body.kind === 'air-check' && e.record.body.end === end && e.record.body.axle === axle
const apart = (a: Pascals, b: Pascals) => Math.abs(a - b) > SAME_PRESSURE
/** Whether a hold began with other air than there is now, on the side that it is about. */
const isOtherAir = ({ side, pressure }: RecordOf<'air-check'>['body'], left: Pascals, right: Pascals) =>
  (side !== 'right' && apart(pressure, left)) || (side !== 'left' && apart(pressure, right))

/** Somebody read the air of an axle: what was set, and a hold that is still on, are void where it is other than they say. */
function airIs(work: Work, axle: AxleEnd, [left, right]: [Pascals, Pascals], record: BayRecord): void {
  if (record.body.kind !== 'air-check') work.airReads[axle].push({ time: timeOf(record), left, right })
  const { kind } = record.body
  const holds = work.voidable.get('air-check') ?? []
  // A hold that was read at its end is over: what is set then is none of it.
  const over = kind === 'air-check' || holds.some((e) => isHold(e, axle, 'end'))
  voidWhere(work, ['bag-pressure', 'air-check', 'height'], {
    code: 'air-changed',
    by: record,
    about: (e) => {
      const { body } = e.record
      switch (body.kind) {
        case 'bag-pressure':
          return kind !== 'bag-pressure' && body.axle === axle && (apart(body.left, left) || apart(body.right, right))
        case 'air-check':
          return !over && isHold(e, axle, 'start') && isOtherAir(body, left, right)
        default:
          return isOtherHeight(work, e, axle, (left + right) / 2)
      }
    },
  })
  work.now = { ...work.now, air: { ...work.now.air, [axle]: { left, right, record: record.id } } }
}

/** Heights say how it stands at a pressure: with the same load still on, another pressure is another height. */
function isOtherHeight(work: Work, { record: { body }, situation }: Evidence, axle: AxleEnd, mean: Pascals): boolean {
  const { load } = work.now
  if (body.kind !== 'height' || body.timing !== 'after' || bagsFor(work, axleOfCorner(body.corner)) !== axle)
    return false
  // Where nobody says that another load is on, it is the same.
  if (load?.said && load.loadCase !== (body.load === 'loaded' ? body.loadCase : null)) return false
  const air = situation.air[axle]
  const was = body.bagPressure ?? (air ? (air.left + air.right) / 2 : null)
  return was === null || apart(was, mean)
}
