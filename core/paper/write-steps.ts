import { freeId, ownId, PLAIN_OPERATION, type Carrier, type Fastener, type Operation, type Procedure } from '../kit'
import { readStep, type StepGuess } from './step-line'
import type { DriverSide } from './words'

/** Instructions as they are written: a kit's, or those of anything else. */
export interface Written {
  operations: Operation[]
  fasteners: Fastener[]
  /** Of a procedure: its steps that have their turn by a kit's. */
  turns?: Procedure['turns']
}

/** Minutes that a step takes where the paper does not say (common practice, no published source). */
const USUAL_MINUTES: Record<Operation['phase'], number> = {
  bench: 6,
  remove: 6,
  mount: 8,
  align: 4,
  torque: 4,
  lines: 10,
  air: 8,
  refit: 6,
}
/** Most characters of a title: what is longer goes on behind its first sentence. */
const TITLE = 160

/** A text as a title and what follows it. */
function titled(text: string): Pick<Operation, 'title' | 'steps'> {
  const whole = text.trim().replaceAll(/\s+/g, ' ')
  if (whole.length <= TITLE) return { title: whole, steps: [] }
  const sentences = whole.match(/[^.!]+[.!]?\s*/g) ?? [whole]
  const lines = sentences.flatMap((s) => s.trim().match(/.{1,240}(?:\s|$)/g) ?? []).map((s) => s.trim())
  return { title: lines[0]!.slice(0, 240), steps: lines.slice(1, 13) }
}

/** How it stands and its wheels where they have to agree: on the bench neither matters, off its wheels only in the air. */
function standing({
  support,
  wheels,
  phase,
}: Pick<Operation, 'support' | 'wheels' | 'phase'>): Pick<Operation, 'support' | 'wheels'> {
  if (phase === 'bench') return { support: 'any', wheels: 'any' }
  if (support === 'axle-hanging' || support === 'axle-raised')
    return { support, wheels: wheels === 'any' ? 'off' : wheels }
  return { support, wheels: support === 'any' ? wheels : 'on' }
}

/** How the vehicle stands, as far as a text says so. */
export type Stand = Pick<StepGuess, 'support' | 'wheels'>

/** A step as its text has it; what the text does not say is taken over from the step before, or from a move between the two. */
function stepOf(
  text: string,
  id: string,
  { before, side, moved }: { before: Operation | null; side: Operation['side']; moved: Stand | null },
  guess: StepGuess,
): Operation {
  const phase = guess.moves ? 'remove' : (guess.phase ?? 'mount')
  const carried = standAfter(before && before.phase !== 'bench' ? before : null, moved)
  const support =
    guess.support ??
    (guess.wheels === 'off' ? 'axle-hanging' : (carried?.support ?? (phase === 'bench' ? 'any' : 'on-wheels')))
  return {
    ...PLAIN_OPERATION,
    id,
    ...titled(text),
    side: guess.side ?? side,
    phase,
    ...standing({ support, wheels: guess.wheels ?? carried?.wheels ?? 'on', phase }),
    minutes: USUAL_MINUTES[phase],
    after: before ? [before.id] : [],
    fits: guess.fits,
  }
}

/** How it stands after a step and a move; null where neither says so. */
function standAfter(before: Pick<Operation, 'support' | 'wheels'> | null, moved: Stand | null): Stand | null {
  if (!moved) return before
  return { support: moved.support ?? before?.support ?? null, wheels: moved.wheels ?? before?.wheels ?? null }
}

interface StepPlace {
  /** Its place among the others; the end where nothing is said. */
  at?: number
  /** On which side the driver sits, where the paper tells sides by that. */
  driver?: DriverSide
  /** How the vehicle was put between the step before and this one. */
  moved?: Stand | null
}
/**
 * Instructions with one step more.
 * @param text as typed
 * @returns the instructions, and the id of the step
 */
export function withStep<T extends Written>(
  written: T,
  text: string,
  { at = written.operations.length, driver = null, moved = null }: StepPlace = {},
): { written: T; id: string } {
  const { operations } = written
  const id = ownId(
    titled(text).title,
    operations.map((o) => o.id),
  )
  const before = operations[at - 1] ?? null
  // What is done on one side only is so for itself: the next one goes on as those before it.
  const side = operations.slice(0, at).findLast((o) => o.side === 'each' || o.side === 'once')?.side ?? 'each'
  const guess = readStep(text, written.fasteners, driver)
  const step = stepOf(text, id, { before, side: guess.moves ? 'once' : side === 'once' ? 'each' : side, moved }, guess)
  const next = operations[at]
  // The one behind it waits for it now, where it waited for nothing but the one before.
  const rest = next && isInTurn(next, before) ? { ...next, after: [id] } : next
  return {
    written: {
      ...written,
      operations: [...operations.slice(0, at), step, ...(rest ? [rest] : []), ...operations.slice(at + 1)],
    },
    id,
  }
}
/** Whether a step waits only for the one above it, as it does on a numbered list. */
const isInTurn = (step: Operation, before: Operation | null): boolean =>
  step.after.length === (before ? 1 : 0) && (!before || step.after[0] === before.id)

/** Instructions with a step taken out, and out of all that wait for it: those wait for what it waited for. */
export function withoutStep<T extends Written>(written: T, id: string): T {
  const gone = written.operations.find((o) => o.id === id)
  const rest = (list: readonly string[]) =>
    [...new Set(list.flatMap((a) => (a === id ? (gone?.after ?? []) : [a])))].slice(0, 12)
  return {
    ...written,
    ...(written.turns ? { turns: written.turns.filter((t) => t.step !== id) } : {}),
    operations: written.operations
      .filter((o) => o.id !== id)
      .map((o) => ({
        ...o,
        after: rest(o.after),
        easier: o.easier.filter((e) => e !== id),
        hiddenBy: o.hiddenBy === id ? null : o.hiddenBy,
      })),
  }
}

/**
 * Instructions with a step one place up or down; those that go one after the other as on the list still do.
 * @param by -1 up, 1 down
 */
export function withStepMoved<T extends Written>(written: T, id: string, by: -1 | 1): T {
  const { operations } = written
  const from = operations.findIndex((o) => o.id === id)
  const to = from + by
  if (from < 0 || to < 0 || to >= operations.length) return written
  const inTurn = new Set(operations.filter((o, i) => isInTurn(o, operations[i - 1] ?? null)).map((o) => o.id))
  const moved = [...operations]
  moved.splice(to, 0, ...moved.splice(from, 1))
  return {
    ...written,
    operations: moved.map((o, i) => (inTurn.has(o.id) ? { ...o, after: i ? [moved[i - 1]!.id] : [] } : o)),
  }
}

/** A step that was changed, its stand put right where its phase or its wheels ask for another. */
export const asWritten = (step: Operation): Operation => ({ ...step, ...standing(step) })

/** A step with another text; what its fields say stays. */
export const retitled = (step: Operation, text: string): Operation => ({
  ...step,
  title: text.trim().replaceAll(/\s+/g, ' ').slice(0, 240),
})

/** A fastener on the list, with an id of its own. */
export function withBolt<T extends Written>(written: T, bolt: Omit<Fastener, 'id'>): { written: T; id: string } {
  const id = ownId(
    bolt.name,
    written.fasteners.map((f) => f.id),
  )
  return { written: { ...written, fasteners: [...written.fasteners, { ...bolt, id }] }, id }
}

/** Instructions without a fastener, in no step either. */
export function withoutBolt<T extends Written>(written: T, id: string): T {
  const rest = (list: readonly string[]) => list.filter((f) => f !== id)
  return {
    ...written,
    fasteners: written.fasteners.filter((f) => f.id !== id).map((f) => ({ ...f, after: rest(f.after) })),
    operations: written.operations.map((o) => ({
      ...o,
      torques: rest(o.torques),
      leavesLoose: rest(o.leavesLoose),
      disturbs: rest(o.disturbs),
    })),
  }
}

/** What can be done with a fastener at a step. */
export type BoltUse = 'torques' | 'leavesLoose' | 'disturbs'
/** A step with a fastener put to one use, or to none. */
export const withUse = (step: Operation, fastener: string, use: BoltUse | null): Operation => {
  const without = (key: BoltUse) => step[key].filter((f) => f !== fastener)
  const uses = { torques: without('torques'), leavesLoose: without('leavesLoose'), disturbs: without('disturbs') }
  return { ...step, ...uses, ...(use ? { [use]: [...uses[use], fastener] } : {}) }
}

/** Something that a step's text says and its fields do not have yet. */
export type Offer =
  | { what: BoltUse; fastener: string }
  | { what: 'checks'; check: Operation['checks'][number] }
  | { what: 'takesOff' | 'refits'; part: string }
  | { what: 'opens' | 'closes'; carrier: Carrier }
  | { what: 'pressure'; pressure: NonNullable<Operation['pressure']> }
  | { what: 'trap'; text: string }
  /** The plan raises and lowers it, and takes wheels off, by itself. */
  | { what: 'plan-does-it' }

/** What a step's text names that could be taken over into its fields. */
export function offersOf(step: Operation, fasteners: readonly Fastener[], driver: DriverSide): Offer[] {
  const text = [step.title, ...step.steps].join('. ')
  const guess = readStep(text, fasteners, driver)
  const used = new Set([...step.torques, ...step.leavesLoose, ...step.disturbs])
  const lower = (list: readonly string[]) => list.map((p) => p.toLowerCase())
  return [
    ...(['torques', 'leavesLoose', 'disturbs'] as const).flatMap((what) =>
      guess[what].filter((f) => !used.has(f)).map((fastener): Offer => ({ what, fastener })),
    ),
    ...guess.checks.filter((c) => !step.checks.includes(c)).map((check): Offer => ({ what: 'checks', check })),
    ...(['takesOff', 'refits'] as const).flatMap((what) =>
      guess[what].filter((p) => !lower(step[what]).includes(p.toLowerCase())).map((part): Offer => ({ what, part })),
    ),
    ...(['opens', 'closes'] as const).flatMap((what) =>
      guess[what].filter((c) => !step[what].includes(c)).map((carrier): Offer => ({ what, carrier })),
    ),
    ...(guess.moves && !used.size && !step.checks.length ? [{ what: 'plan-does-it' as const }] : []),
    ...(guess.pressure && !step.pressure ? [{ what: 'pressure' as const, pressure: guess.pressure }] : []),
    ...(guess.trap && !step.trap ? [{ what: 'trap' as const, text: guess.trap }] : []),
  ]
}
/** A step with something of its text taken over. */
export function withOffer(step: Operation, offer: Exclude<Offer, { what: 'plan-does-it' }>): Operation {
  switch (offer.what) {
    case 'torques':
    case 'leavesLoose':
    case 'disturbs':
      return withUse(step, offer.fastener, offer.what)
    case 'checks':
      return { ...step, checks: [...step.checks, offer.check] }
    case 'takesOff':
    case 'refits':
      return { ...step, [offer.what]: [...step[offer.what], offer.part] }
    case 'opens':
    case 'closes':
      // While it is undone a jack under the axle carries.
      return asWritten({ ...step, [offer.what]: [...step[offer.what], offer.carrier], support: 'axle-raised' })
    case 'pressure':
      return { ...step, pressure: offer.pressure }
    case 'trap':
      return { ...step, trap: offer.text }
  }
}

/** A gap or a part gets an id that no other has. */
export const nextId = (name: string, all: readonly { id: string }[]): string =>
  freeId(
    ownId(name, []),
    all.map(({ id }) => id),
  )
