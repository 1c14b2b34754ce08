import {
  circuitAsked,
  conditionsHold,
  drillingOf,
  FATE_NAMES,
  FOR_GOOD,
  seenAt,
  type Kit,
  type Operation,
  type Procedure,
  type Template,
} from '../../kit'
import { formatQuantity, type UnitSystem } from '../../quantity'
import { circuitOf, type Job, type JobKit } from '../../job'
import type { ConsentTo } from '../../records'
import { wordsOf } from '../../circuit'
import type { AxleEnd } from '../../vehicle'

type Planned = Pick<Job, 'kits' | 'procedures' | 'survey' | 'vehicle' | 'air' | 'supply' | 'circuit'>

/** Operations that are done on this job: by the way that was chosen, on this vehicle, for what the circuit has. */
function doneOf(job: Planned, axle: AxleEnd, operations: readonly Operation[], method: string | null): Operation[] {
  const circuit = wordsOf(circuitOf(job), axle)
  const seen = seenAt(job.vehicle, job.survey, axle)
  return operations.filter(
    (o) =>
      (o.method === null || o.method === method) &&
      circuitAsked(o).every((word) => circuit.has(word)) &&
      conditionsHold(o.when, seen) !== false,
  )
}
const ofKit = (job: Planned, { kit, method }: JobKit): Operation[] =>
  doneOf(job, kit.axle, kit.operations, method ?? kit.methods.find((m) => m.instructed)?.id ?? null)
const ofProcedure = (job: Planned, { axle, operations, when }: Procedure): Operation[] =>
  conditionsHold(when, seenAt(job.vehicle, job.survey, axle ?? 'rear')) === false
    ? []
    : doneOf(job, axle ?? 'rear', operations, null)

const fitted = ({ kits }: Planned): JobKit[] => kits.filter(({ work }) => work === 'fit')
const SIDES: Partial<Record<Operation['side'], string>> = { each: 'left and right', left: 'left', right: 'right' }
const at = (axle: AxleEnd | null, side: Operation['side']): string =>
  [axle, SIDES[side]]
    .filter(Boolean)
    .map((word) => `, ${word}`)
    .join('')
const holes = (count: number): string => (count === 1 ? '1 hole' : `${count} holes`)

const FACES: Record<Template['on'], string> = {
  'rail-web': 'in the frame rail',
  'rail-flange': 'in the flange of the rail',
  body: 'in the body',
  'bump-stop': 'in the bump stop',
}
function templateHoles({ mounting, axle }: Kit, units: UnitSystem): string[] {
  return (mounting?.templates ?? []).flatMap(({ name, on, sides, holes: all }) => {
    if (!all.length) return []
    const sizes = [...new Set(all.map((h) => formatQuantity('length', h.diameter, units)))].join(' and ')
    return [`${name} ${FACES[on]}, ${axle}, ${sides.join(' and ')}: ${holes(all.length)} of ${sizes} a side`]
  })
}
function drilled(operations: readonly Operation[], axle: AxleEnd | null): string[] {
  return operations.flatMap((o) => {
    const drilling = drillingOf(o)
    if (!drilling) return []
    const { count, size } = drilling
    const what = [count === null ? 'holes' : holes(count), size && `of ${size}`].filter(Boolean).join(' ')
    return [`${o.title}${at(axle, o.side)}: ${what}`]
  })
}

/** Every hole that the work drills in the vehicle: for brackets, valves, compressor and ground, each with its place. */
function holesOn(job: Planned, units: UnitSystem): string[] {
  return [
    ...fitted(job).flatMap((jobKit) => {
      const { kit } = jobKit
      const told = [...templateHoles(kit, units), ...drilled(ofKit(job, jobKit), kit.axle)]
      const rest = kit.drilling && !told.length ? ['holes for its brackets, as its instructions have them'] : []
      return [...told, ...rest].map((line) => `${kit.maker} ${kit.name}: ${line}`)
    }),
    ...job.procedures.flatMap(({ procedure }) => {
      const { compressor } = procedure
      const plate = compressor?.holes
      return [
        ...(plate ? [`its plate: ${holes(plate.count)} of ${formatQuantity('length', plate.diameter, units)}`] : []),
        ...drilled(ofProcedure(job, procedure), procedure.axle),
      ].map((line) => `${procedure.name}: ${line}`)
    }),
  ]
}

/** What becomes of parts of the vehicle for good. What is only moved, turned or eased aside comes back, and is not here. */
function changedForGood(job: Planned): string[] {
  return fitted(job).flatMap((jobKit) => {
    const { kit } = jobKit
    const stop =
      kit.replaces === 'bump-stop' && job.survey[kit.axle].bumpStop === 'on-leaf'
        ? [`bump stop on the leaf pack, ${kit.axle}: ${FATE_NAMES.cut}`]
        : []
    const told = ofKit(job, jobKit).flatMap((o) =>
      o.fates
        .filter((f) => FOR_GOOD.includes(f.fate))
        .map((f) => `${f.part}${at(kit.axle, o.side)}: ${[FATE_NAMES[f.fate], f.note].filter(Boolean).join(', ')}`),
    )
    const all = [...stop, ...told]
    return kit.cutting && !all.length ? [`${kit.name}, ${kit.axle}: a part is cut, as its instructions have it`] : all
  })
}

type Told = Record<ConsentTo, string[]>
const known = new WeakMap<Job['kits'], { of: readonly unknown[]; told: Told }>()
/**
 * What nothing undoes, thing by thing, as the text to be signed names it; worked out once for the same kits on the same vehicle.
 * @returns none where the work does nothing of that kind
 */
export function doneForGood(job: Planned, to: ConsentTo, units: UnitSystem): string[] {
  const of = [job.procedures, job.survey, job.vehicle, job.air, job.supply, job.circuit, units]
  const there = known.get(job.kits)
  if (there?.of.every((x, i) => x === of[i])) return there.told[to]
  const told = { drilling: holesOn(job, units), cutting: changedForGood(job) }
  known.set(job.kits, { of, told })
  return told[to]
}

/** What the customer has to agree to before it is done: it cannot be undone. */
export const consentsNeeded = (job: Planned): ConsentTo[] =>
  (['drilling', 'cutting'] as const).filter((to) => doneForGood(job, to, 'us').length > 0)
