import type {
  Beside,
  BesideThing,
  BesideWay,
  Remedy,
  Circuit,
  CircuitNode,
  NodeKind,
  Run,
  RunKind,
  Tube,
  ValvePlace,
} from '../fittings'
import { jointsOf, linesThrough, nodeOf, type CircuitFault, type Joint } from './graph'
import type { Suspect } from './suspects'

export const NODE_NAMES: Record<NodeKind, string> = {
  bag: 'bag',
  tee: 'tee',
  valve: 'valve',
  gauge: 'gauge',
  manifold: 'manifold',
  compressor: 'compressor',
  tank: 'tank',
  'check-valve': 'check valve',
  'dump-valve': 'dump valve',
}
export const VALVE_PLACE_NAMES: Record<ValvePlace, string> = {
  'license-plate': 'license plate recess',
  bumper: 'behind the bumper',
  'wheel-well': 'wheel well',
  'fuel-door': 'behind the fuel door',
  'hitch-bracket': 'bracket at the hitch',
  rocker: 'rocker panel',
}

/** What a person calls a node: its axle only where both have air, its number only where there are two alike. */
export function nodeName(circuit: Circuit, { id, kind, axle, side }: CircuitNode): string {
  const both = new Set(circuit.nodes.flatMap((n) => (n.kind === 'bag' ? [n.axle] : []))).size > 1
  const name = [both ? axle : null, side, NODE_NAMES[kind]].filter(Boolean).join(' ')
  const alike = circuit.nodes.filter((n) => n.kind === kind && n.axle === axle && n.side === side)
  return alike.length > 1 ? `${name} ${alike.findIndex((n) => n.id === id) + 1}` : name
}

/** What a person finds a joint by: the fitting, and which way its line goes. */
export function jointName(circuit: Circuit, { kind, node, port, toward }: Joint): string {
  const name = nodeName(circuit, node)
  const several = linesThrough(node) > 1
  if (kind === 'thread') return several ? `${name}, thread of its ${port} port` : `${name}, fitting thread`
  return several && toward ? `${name}, toward the ${nodeName(circuit, toward)}` : `${name}, tube`
}

/** What a line runs from and to. */
export const tubeName = (circuit: Circuit, { from, to }: Tube): string =>
  `${nodeName(circuit, nodeOf(circuit, from.node))} to ${nodeName(circuit, nodeOf(circuit, to.node))}`

/** What a harness or a hose is, and where it begins. */
export const RUN_NAMES: Record<RunKind, string> = { harness: 'harness', 'intake-hose': 'intake hose' }
export const RUN_BEGINS: Record<RunKind, string> = { harness: 'battery', 'intake-hose': 'filter' }
/** What a person calls a harness or an intake hose: what it is, from where to where. */
export const runName = (circuit: Circuit, { kind, to }: Run): string =>
  `${RUN_NAMES[kind]}, ${RUN_BEGINS[kind]} to ${nodeName(circuit, nodeOf(circuit, to))}`

/** What a line lies at, and how. */
export const BESIDE_WAY_NAMES: Record<BesideWay, string> = { through: 'through', over: 'over', tied: 'tied to' }
export const BESIDE_THING_NAMES: Record<BesideThing, string> = {
  'frame-rail': 'frame rail',
  'cross-member': 'cross member',
  seat: 'spring seat',
  hitch: 'lip of the hitch',
  bumper: 'bumper',
  'running-board': 'running board',
  spare: 'spare wheel',
  'spare-shield': 'shield of the spare',
  body: 'body floor',
  harness: 'wiring harness',
  'axle-tube': 'axle',
  link: 'link',
  shock: 'shock',
  'parking-cable': 'parking brake cable',
  'brake-hose': 'brake hose',
  'brake-line': 'brake line',
  'fuel-line': 'fuel line',
  exhaust: 'exhaust',
  driveshaft: 'driveshaft',
  'high-voltage': 'orange cable',
  other: 'something else',
}
/** What a person calls what a line lies at. */
export const besideName = ({ thing, name }: Pick<Beside, 'thing' | 'name'>): string => name || BESIDE_THING_NAMES[thing]

/** What a person calls something that can leak. */
export function suspectName(circuit: Circuit, { kind, about }: Pick<Suspect, 'kind' | 'about'>): string {
  const joint = jointsOf(circuit).find((j) => j.id === about)
  if (joint) return jointName(circuit, joint)
  const tube = circuit.tubes.find((t) => t.id === about)
  if (tube) return tubeName(circuit, tube)
  const node = circuit.nodes.find((n) => n.id === about)
  const part = kind === 'core' ? 'core' : kind === 'seat' ? 'seat' : 'rubber'
  return node ? `${nodeName(circuit, node)}, ${part}` : about
}

/** What is wrong with a circuit, in a sentence that says what would be right. */
export function circuitFaultText(circuit: Circuit, { code, node, port }: CircuitFault): string {
  const nodeHere = circuit.nodes.find((n) => n.id === node)
  const name = nodeHere ? nodeName(circuit, nodeHere) : node.replace(/-/g, ' ')
  switch (code) {
    case 'open-port':
      return `The ${name} has nothing in its ${port?.replace(/-/g, ' ')} port: join a line or take the ${nodeHere ? NODE_NAMES[nodeHere.kind] : 'part'} out.`
    case 'no-way-in':
      return `Nothing can fill the ${name}: join it to a valve or a compressor.`
    case 'bag-missing':
      return `The ${name} of the kit is missing here.`
    case 'bag-unknown':
      return `No kit of this job has a ${name}: take it out.`
    case 'feeds-nothing':
      return `The ${name} feeds no bag.`
    case 'axles-joined':
      return 'Front and rear bags are on one line: they would have one pressure. Give each axle its own.'
  }
}
/** How a remedy is done, for whoever does it. Common practice, no published source. */
export const REMEDY_HOW: Record<Remedy, string> = {
  opened: 'Air out first, then say what was done.',
  recut: 'Air out. Press the collar, pull the tube, cut it square with the tube cutter, push it home, tug.',
  'turned-in': 'Air out. A little further in, within the turns that the instructions allow; brass cracks.',
  'new-core': 'Air out through the core tool, new core, cap back on.',
  'new-ferrule': 'Air out. Cut behind the old ferrule: a ferrule is never used twice.',
  'new-tube': 'Air out. A new tube along the same way; soap both of its ends.',
}
