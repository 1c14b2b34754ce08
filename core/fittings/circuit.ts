import { z } from 'zod'
import { bounded, type Meters } from '../quantity'
import { besideSchema } from './beside'

/** What a line of a helper spring goes to or through. */
export const NODE_KINDS = [
  'bag',
  'tee',
  'valve',
  'gauge',
  'manifold',
  'compressor',
  'tank',
  'check-valve',
  'dump-valve',
] as const
export type NodeKind = (typeof NODE_KINDS)[number]

/** Where inflation valves usually go, and what speaks for and against each. Common practice, no published source. */
export const VALVE_PLACES = ['license-plate', 'bumper', 'wheel-well', 'fuel-door', 'hitch-bracket', 'rocker'] as const
export type ValvePlace = (typeof VALVE_PLACES)[number]

const reach = bounded('length', -12, 12)
const place = z.tuple([reach, reach, reach], {
  error: 'a place is three lengths: ahead of the rear axle, left of the center line, above the ground',
})
/** m: ahead of the rear axle, left of the center line, above the ground, as the vehicle stands empty. */
export type Place = z.infer<typeof place>

const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,49}$/, { error: 'an id has small letters, figures and hyphens' })

const nodeSchema = z.strictObject({
  id,
  kind: z.enum(NODE_KINDS, { error: `kind must be one of ${NODE_KINDS.join(', ')}` }),
  /** Of a bag: the axle it is at. */
  axle: z.enum(['front', 'rear'], { error: 'axle must be front or rear' }).nullable().default(null),
  side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
  /** Of a manifold: how many lines it feeds, each behind a valve of its own. */
  channels: z.union([z.literal(1), z.literal(2), z.literal(4)], { error: 'channels must be 1, 2 or 4' }).default(1),
  at: place.nullable().default(null),
  /** Of an inflation valve: the usual place it is at. */
  where: z.enum(VALVE_PLACES).nullable().default(null),
})
export type CircuitNode = z.infer<typeof nodeSchema>

const port = z.strictObject({ node: id, port: z.string().max(20) })
/** One place of a node that a line or a fitting goes into. */
export type Port = z.infer<typeof port>

/** What a line lies at, from its beginning on; absent where nobody said so. */
const beside = z.array(besideSchema).max(12, { error: 'a line is at 12 things max' }).optional()

const tubeSchema = z.strictObject({
  id,
  from: port,
  to: port,
  /** Outside and inside diameter. */
  outside: bounded('length', 0.003, 0.02),
  bore: bounded('length', 0.001, 0.016),
  /** Where it bends between its ends. */
  points: z.array(place).max(40, { error: 'a line has 40 bends max' }).default([]),
  /** What it was cut to; nothing while it was not. */
  cut: bounded('length', 0.02, 20).optional(),
  beside,
})
export type Tube = z.infer<typeof tubeSchema>

/** What of a compressor runs under the vehicle and holds no air of the bags: its feed from the battery, its intake from a filter. */
export const RUN_KINDS = ['harness', 'intake-hose'] as const
export type RunKind = (typeof RUN_KINDS)[number]
const runSchema = z.strictObject({
  id,
  kind: z.enum(RUN_KINDS, { error: `kind must be one of ${RUN_KINDS.join(', ')}` }),
  /** The compressor it goes to. */
  to: id,
  /** Where it begins: at the battery, or at the filter. */
  at: place.nullable().default(null),
  /** Outside diameter. */
  outside: bounded('length', 0.003, 0.04),
  /** Where it bends between its ends, from the battery or the filter on. */
  points: z.array(place).max(40, { error: 'a run has 40 bends max' }).default([]),
  beside,
})
export type Run = z.infer<typeof runSchema>

/** A hole that is there already through the web of a rail or a cross member, the short way through it. Nothing is drilled for a line. */
const passageSchema = z.strictObject({
  id,
  /** The part it goes through, as it is named under the vehicle. */
  part: z.string().max(80),
  at: place,
})
export type Passage = z.infer<typeof passageSchema>

/** Lines, fittings and what they join, of both axles. */
export const circuitSchema = z
  .strictObject({
    nodes: z.array(nodeSchema).max(40, { error: 'a circuit has 40 nodes max' }),
    tubes: z.array(tubeSchema).max(60, { error: 'a circuit has 60 lines max' }),
    /** Holes that lines may go through. */
    passages: z.array(passageSchema).max(20, { error: 'a circuit has 20 passages max' }).default([]),
    /** Harnesses and hoses of its compressors. */
    runs: z.array(runSchema).max(8, { error: 'a circuit has 8 harnesses and hoses max' }).default([]),
  })
  .superRefine(({ nodes, tubes, runs }, context) => {
    const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    const known = new Map(nodes.map((n) => [n.id, n]))
    if (known.size !== nodes.length) refuse(['nodes'], 'two nodes have the same id')
    if (new Set([...tubes, ...runs].map((t) => t.id)).size !== tubes.length + runs.length)
      refuse(['tubes'], 'two lines have the same id')
    runs.forEach((run, i) => {
      if (known.get(run.to)?.kind !== 'compressor')
        refuse(['runs', i, 'to'], `"${run.to}" is not a compressor of this circuit`)
    })
    nodes.forEach((n, i) => {
      if (n.kind === 'bag' && !(n.axle && n.side)) refuse(['nodes', i], 'a bag needs its axle and its side')
    })
    const taken = new Set<string>()
    tubes.forEach((tube, i) => {
      if (tube.bore >= tube.outside) refuse(['tubes', i, 'bore'], 'bore must be under the outside diameter')
      for (const end of ['from', 'to'] as const) {
        const { node, port } = tube[end]
        const nodeHere = known.get(node)
        if (!nodeHere) refuse(['tubes', i, end, 'node'], `"${node}" is not a node of this circuit`)
        else if (!portsOf(nodeHere).includes(port))
          refuse(
            ['tubes', i, end, 'port'],
            `"${port}" is not a port of a ${nodeHere.kind}: ${portsOf(nodeHere).join(', ')}`,
          )
        const key = `${node} ${port}`
        if (taken.has(key)) refuse(['tubes', i, end], `another line is in ${port} of ${node} already`)
        taken.add(key)
      }
    })
  })
export type Circuit = z.infer<typeof circuitSchema>

export const CIRCUIT_FORMAT = 'stout-shackle-circuit/1'
/** A circuit with its routes, as a file that goes from shop to shop. */
export const circuitFileSchema = z.strictObject({
  format: z.literal(CIRCUIT_FORMAT, { error: `format must be "${CIRCUIT_FORMAT}"` }),
  circuit: circuitSchema,
})

/** Where air is given to the circuit. */
export const SUPPLIES = ['valves', 'gauges', 'compressor', 'compressor-tank'] as const
export type Supply = (typeof SUPPLIES)[number]

/** What instructions say of a circuit: a step that asks for it is only in a plan whose circuit has all of it. */
export const CIRCUIT_WORDS = ['teed', 'separate', 'valves', 'gauges', 'compressor', 'tank'] as const
export type CircuitWord = (typeof CIRCUIT_WORDS)[number]

/** Tube by its outside diameter, with the bore it usually has. Common practice, no published source. */
export const TUBES: readonly { outside: Meters; bore: Meters }[] = [
  { outside: 0.00635, bore: 0.0043 },
  { outside: 0.009525, bore: 0.0063 },
]

const FIXED: Record<Exclude<NodeKind, 'manifold'>, readonly string[]> = {
  bag: ['air'],
  tee: ['run-a', 'run-b', 'branch'],
  valve: ['line'],
  gauge: ['in', 'out'],
  compressor: ['out'],
  tank: ['in', 'out'],
  'check-valve': ['in', 'out'],
  'dump-valve': ['line'],
}
/** Ports that a node has. */
export const portsOf = ({ kind, channels }: Pick<CircuitNode, 'kind' | 'channels'>): readonly string[] =>
  kind === 'manifold' ? ['supply', ...Array.from({ length: channels }, (_, i) => `out-${i + 1}`)] : FIXED[kind]

/** Fittings screwed in with a thread of their own, by port; the rest is molded on or pushed in. */
const THREADED: Partial<Record<NodeKind, readonly string[]>> = {
  bag: ['air'],
  compressor: ['out'],
  tank: ['in', 'out', 'drain'],
}
/** Threads of a node that can leak. */
export const threadsOf = ({ kind }: Pick<CircuitNode, 'kind'>): readonly string[] => THREADED[kind] ?? []

/** Ports of a node that air passes between with nothing closed in the way, in groups. */
export const passagesOf = (node: CircuitNode): readonly (readonly string[])[] =>
  // A manifold's valves are shut and a check valve lets nothing back: either side may have its own pressure.
  node.kind === 'manifold' || node.kind === 'check-valve' ? portsOf(node).map((p) => [p]) : [portsOf(node)]
