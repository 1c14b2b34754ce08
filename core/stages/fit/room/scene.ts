import {
  bagBody,
  plateBody,
  type Body,
  type Carrier,
  type Girth,
  type Motion,
  type Pose,
  type Vector,
} from '../../../clearance'
import {
  bagDiameter,
  sitsOn,
  spacersAt,
  stackOf,
  USUAL_MOUNT,
  type AirKit,
  type BagOnVehicle,
  type KitBag,
  type Mount,
  type Mounting,
  familyOf,
  standOf,
} from '../../../kit'
import { INCH, type Meters, type Pascals } from '../../../quantity'
import { bagTable } from '../../../spring'
import { bodiesOf, jounceOf, motionOf, partsAround, seatHeight, USUAL_REBOUND } from '../../../underbody'
import type { PartKind, Survey, UndersidePart, Vehicle, AxleEnd } from '../../../vehicle'

export type Side = 'left' | 'right'
export const SIDES: readonly Side[] = ['left', 'right']

/** Usual margin between parts that move against each other, through the whole travel. Common practice, no published source. */
const USUAL_MARGIN: Meters = INCH / 8
/** Lock of a steered wheel. Common practice, no published source. */
const STEERING_LOCK = (35 * Math.PI) / 180
/** A bag that stands beyond its table of diameters by so much or more is taken at its widest; it gets there in a straight line. */
const TABLE_EDGE: Meters = 0.01

/** What ends the travel, and how that is known. */
export interface TravelEnds {
  jounce: Meters
  rebound: Meters
  jounceBy: 'bump-stop' | 'stop-in-bag' | 'bag' | 'usual'
  reboundBy: 'vehicle' | 'usual'
}

/** One bag where it stands. */
interface BagPlace {
  lower: Vector
  upper: Vector
}

/** A pressure that the bags are looked at with. */
export interface ScenePressure {
  id: 'min' | 'level' | 'max'
  pressure: Pascals
  girth: Girth
}

/** A bracket with its spacers, as a block between its face and the plate. */
interface SceneBracket {
  side: Side
  end: 'upper' | 'lower'
  on: Carrier
  low: Vector
  high: Vector
  /** Stamped on it, else the side it is for; of brackets changed over, the other one's. */
  label: string
  /** The wrong one for its side. */
  wrong: boolean
  /** Where the air port of the upper plate faces; null where the instructions do not say. */
  port: Vector | null
}

/** Something that the bag, its plates or its brackets must keep clear of. */
export interface SceneObstacle {
  /** Of its part. */
  id: string
  kind: PartKind
  name: string
  side: UndersidePart['side']
  bodies: Body[]
  tolerance: Meters
  source: UndersidePart['source']
  part: UndersidePart
}

/** A kit's bags at an axle, and all that surrounds them. */
export interface Scene {
  axle: AxleEnd
  motion: Motion
  ends: TravelEnds
  bags: Record<Side, BagPlace>
  /** How far a bag may be from where it is said to be: half-width. */
  bagTolerance: Meters
  bag: KitBag
  plateRadius: Meters
  plates: Record<Side, { upper: Body; lower: Body }>
  pressures: ScenePressure[]
  obstacles: SceneObstacle[]
  /** Blocks of steel between the bag and what carries it, with what is stamped on the bracket that belongs there. */
  brackets: SceneBracket[]
  rideHeight: Meters
  mounting: Mounting
  /** Whether the kit's own measures are in it, or what such kits usually have. */
  mountingGiven: boolean
  mount: Mount
  /** Where it stands with the load on, leveled; null where that is unknown. */
  loaded: Pose | null
  /** Of the coil around a cylinder; null where there is none. */
  coil: { inside: Meters | null; hanging: Meters | null } | null
  /** Bags that are in a coil, or in its place, have only the coil around them. */
  inCoil: boolean
  /** At ride height. */
  heightRange: { low: Meters; high: Meters }
  /** Through the travel. */
  window: { low: Meters; high: Meters }
  margin: Meters
}

/** What is asked of a scene. */
export interface SceneQuestion {
  vehicle: Vehicle
  survey: Survey
  kit: AirKit
  bag: BagOnVehicle
  mount?: Mount
  /** Bag heights with the load on, leveled. */
  loaded: { left: Meters; right: Meters } | null
  /** Of the load case looked at, gauge; null where unknown. */
  level: Pascals | null
  tapeTolerance: Meters
}

/** How a kit whose instructions give no measures usually sits. Common practice, no published source. */
function usualMounting(kit: AirKit, vehicle: Vehicle, survey: Survey): Mounting {
  const stack = stackOf(kit) ?? Math.max(0.02, (survey[kit.axle].bracketSpace ?? 0) - kit.bag.rideHeight)
  const beside = familyOf(kit).dished && vehicle[kit.axle].suspension === 'coil'
  return {
    upper: 0.45 * stack,
    lower: 0.55 * stack,
    plateRadius: 0.4 * kit.bag.maximumDiameter,
    plateThickness: 0.004,
    ahead: beside ? -0.2 : 0,
    upperOffset: { ahead: 0, out: 0 },
    slots: [],
    spacers: [],
    turnable: false,
    tiltLimit: null,
    offsetLimit: null,
    port: null,
    innerStop: null,
    collapsed: null,
    extended: null,
    folded: null,
    factoryHoles: [],
    bolts: [],
    uBolts: [],
    protector: null,
    shield: null,
    templates: [],
  }
}

/** Radius of a bag by its height at a pressure: its maker's table, the widest beyond it. */
export function girthOf(bag: KitBag, pressure: Pascals): Girth {
  const { diameters, maximumDiameter } = bag
  const widest = maximumDiameter / 2
  if (!diameters || pressure < diameters.pressures[0]! || pressure > diameters.pressures.at(-1)!)
    return { heights: [0], radii: [widest] }
  const { heights } = diameters
  const inside = heights.map((h) => Math.min(widest, bagDiameter(bag, h, pressure) / 2))
  return {
    heights: [heights[0]! - TABLE_EDGE, ...heights, heights.at(-1)! + TABLE_EDGE],
    radii: [widest, ...inside, widest],
  }
}

/** What ends the travel with this kit on. */
function travelEnds({ vehicle, kit, bag }: SceneQuestion, mounting: Mounting, window: Scene['window']): TravelEnds {
  const up = jounceOf(vehicle, kit.axle)
  const rebound = vehicle[kit.axle].reboundTravel
  const down = {
    rebound: rebound ?? USUAL_REBOUND,
    reboundBy: rebound === null ? ('usual' as const) : ('vehicle' as const),
  }
  if (kit.replaces === 'bump-stop' || kit.replaces === 'coil-spring') {
    const inner = mounting.innerStop
    if (inner !== null) return { ...down, jounce: Math.max(0, bag.rideHeight - inner), jounceBy: 'stop-in-bag' }
    // Nothing stops it but the air: it is judged down to where the bag may no longer be used.
    if (!kit.bag.innerBumpStop) return { ...down, jounce: Math.max(0, bag.rideHeight - window.low), jounceBy: 'bag' }
  }
  return { ...down, jounce: up.jounce, jounceBy: up.known ? 'bump-stop' : 'usual' }
}

/** Offset of a side: outward and ahead, from the mount's slot, and turned or changed over. */
function placeOf(mounting: Mounting, mount: Mount, kit: AirKit, spacing: Meters) {
  const slot = mounting.slots.find((s) => s.id === mount.slot)
  const turn = mount.turned ? -1 : 1
  // Mirrored brackets on the wrong side put what they hold in or ahead out to the other side of their middle.
  const mirror = mount.swapped && kit.brackets.some((b) => b.hand === 'left' || b.hand === 'right') ? -1 : 1
  return {
    ahead: mirror * mounting.ahead + (slot?.ahead ?? 0),
    out: spacing / 2 + (slot?.out ?? 0),
    upperAhead: mirror * turn * mounting.upperOffset.ahead,
    upperOut: turn * mounting.upperOffset.out,
  }
}

/**
 * A kit's bags at an axle in the numbers of this vehicle, with all that surrounds them.
 * @returns m, about the axle: ahead of it, left of the center line, above the ground, standing empty
 */
// eslint-disable-next-line complexity, max-lines-per-function -- the scene as it is put together, part by part
export function sceneOf(question: SceneQuestion): Scene {
  const { vehicle, survey, kit, bag, mount = USUAL_MOUNT, loaded, level, tapeTolerance } = question
  const build = vehicle[kit.axle]
  const mounting = kit.mounting ?? usualMounting(kit, vehicle, survey)
  const { heights } = bagTable(kit.bag.table)
  const window = { low: mounting.collapsed ?? heights[0]!, high: mounting.extended ?? heights.at(-1)! }
  const ends = travelEnds(question, mounting, window)
  const parts = partsAround(vehicle, survey, kit.axle, sitsOn(kit))
  const pack = parts.find((p) => p.kind === 'leaf-pack' && p.shape.kind === 'box')
  const seat =
    sitsOn(kit) === 'spring' && pack?.shape.kind === 'box' ? pack.shape.high[2] : seatHeight(vehicle, kit.axle)
  const lowerZ = seat + mounting.lower + spacersAt(mounting, mount, 'lower')
  const inCoil = standOf(kit).atCoil
  // In a coil, or in its place, it stands where the coil does; beside one where the kit puts it, whatever the link's arm.
  const spacing = inCoil ? build.springSpacing : kit.bag.spacing
  const places = placeOf(mounting, mount, kit, spacing)
  const railZ = lowerZ + bag.rideHeight + spacersAt(mounting, mount, 'upper') + mounting.upper
  /** Where nobody has read the room between the faces, the face on the frame is where the instructions have it. */
  const asInstructed = (part: UndersidePart): UndersidePart => {
    const { shape, kind, source } = part
    const face = (kind === 'frame-rail' || kind === 'seat') && source === 'estimate' && shape.kind === 'box'
    if (!face || inCoil || survey[kit.axle].bracketSpace !== null) return part
    const tall = shape.high[2] - shape.low[2]
    const [low, high] = [shape.low, shape.high]
    return { ...part, shape: { ...shape, low: [low[0], low[1], railZ], high: [high[0], high[1], railZ + tall] } }
  }
  const placed = (side: Side): BagPlace => {
    const s = side === 'left' ? 1 : -1
    return {
      lower: [places.ahead, s * places.out, lowerZ],
      upper: [places.ahead + places.upperAhead, s * (places.out + places.upperOut), lowerZ + bag.rideHeight],
    }
  }
  const bags = { left: placed('left'), right: placed('right') }
  const plate = (carrier: Carrier, [x, y, z]: Vector, thick: Meters): Body =>
    plateBody(carrier, [x, y, z], [x, y, z + thick], mounting.plateRadius)
  const plates = (side: Side) => ({
    upper: plate('frame', bags[side].upper, mounting.plateThickness),
    lower: plate('axle', bags[side].lower, -mounting.plateThickness),
  })
  const independent = build.architecture === 'independent'
  const ratio = independent ? (bag.motionRatio ?? 1) : 1
  const byStops = ends.jounceBy === 'bump-stop' || ends.jounceBy === 'usual'
  const motion = motionOf(vehicle, kit.axle, parts, {
    up: { jounce: ends.jounce, spacing: byStops ? build.springSpacing : spacing },
    ratio,
  })
  const max = Math.min(bag.maximum.value, mount.pressureCap ?? Infinity)
  const pressures: ScenePressure[] = (
    [
      ['min', Math.min(bag.minimum.value, max)],
      ['level', level],
      ['max', max],
    ] as const
  ).flatMap(([id, pressure]) => (pressure === null ? [] : [{ id, pressure, girth: girthOf(kit.bag, pressure) }]))
  const steering = kit.axle === 'front' ? STEERING_LOCK : 0
  return {
    axle: kit.axle,
    motion,
    ends,
    bags,
    bagTolerance: bag.rideHeightFrom === 'measured' ? tapeTolerance : kit.mounting ? 0.006 : 0.015,
    bag: kit.bag,
    plateRadius: mounting.plateRadius,
    plates: { left: plates('left'), right: plates('right') },
    pressures,
    obstacles: parts
      .filter(({ kind }) => kind !== 'coil' || kit.replaces !== 'coil-spring')
      .map(asInstructed)
      .map((part) => ({
        id: part.id,
        kind: part.kind,
        name: part.name,
        side: part.side,
        bodies: bodiesOf(part, steering),
        tolerance: part.tolerance,
        source: part.source,
        part,
      })),
    brackets: SIDES.flatMap((side) => bracketsOf(side, bags[side], { kit, mounting, mount })),
    rideHeight: bag.rideHeight,
    mounting,
    mountingGiven: kit.mounting !== null,
    mount,
    loaded: loaded && {
      heave: bag.rideHeight - (loaded.left + loaded.right) / 2,
      roll: independent ? 0 : Math.atan((loaded.right - loaded.left) / spacing),
    },
    inCoil,
    heightRange: kit.bag.heightRange,
    window,
    coil:
      inCoil && standOf(kit).insideCoil
        ? { inside: survey[kit.axle].coilInsideDiameter, hanging: survey[kit.axle].coilGapHanging }
        : null,
    margin: USUAL_MARGIN,
  }
}

const PORTS: Record<NonNullable<Mounting['port']>, (s: 1 | -1) => Vector> = {
  forward: () => [1, 0, 0],
  rearward: () => [-1, 0, 0],
  inward: (s) => [0, -s, 0],
  outward: (s) => [0, s, 0],
  up: () => [0, 0, 1],
  down: () => [0, 0, -1],
}

/** Upper and lower bracket of a side, each with its spacers. */
function bracketsOf(
  side: Side,
  { lower, upper }: BagPlace,
  { kit, mounting, mount }: { kit: AirKit; mounting: Mounting; mount: Mount },
): SceneBracket[] {
  const s = side === 'left' ? 1 : -1
  const r = mounting.plateRadius
  const made = (end: 'upper' | 'lower', [x, y, z]: Vector, to: number): SceneBracket => {
    const brackets = kit.brackets.filter((b) =>
      end === 'upper' ? b.place === 'frame' : b.place !== 'frame' && b.place !== 'bag',
    )
    const handed = brackets.some((b) => b.hand === 'left' || b.hand === 'right')
    const hand = handed && mount.swapped ? (side === 'left' ? 'right' : 'left') : side
    const bracket =
      brackets.find((b) => b.hand === hand) ?? brackets.find((b) => b.hand !== 'left' && b.hand !== 'right')
    const wrong = handed && mount.swapped
    const port = end === 'upper' && mounting.port ? PORTS[mounting.port](s) : null
    return {
      side,
      end,
      on: end === 'upper' ? 'frame' : 'axle',
      low: [x - r, y - r, Math.min(z, to)],
      high: [x + r, y + r, Math.max(z, to)],
      label: bracket?.number || (handed ? (hand === 'left' ? 'L' : 'R') : ''),
      wrong,
      // Mirrored brackets on the wrong side turn the port about.
      port: port && wrong ? ([-port[0], -port[1], port[2]] as const) : port,
    }
  }
  return [
    made('upper', upper, upper[2] + mounting.upper + spacersAt(mounting, mount, 'upper')),
    made('lower', lower, lower[2] - mounting.lower - spacersAt(mounting, mount, 'lower')),
  ].filter(({ low, high }) => high[2] - low[2] > 1e-4)
}

/** How wide the bags are by their height, at one of the pressures they are looked at with. */
export const girthAt = (scene: Scene, id: ScenePressure['id']): Girth =>
  (scene.pressures.find((p) => p.id === id) ?? scene.pressures[0]!).girth

/** The bag of a side as a body, at a pressure. */
export const bagAt = (scene: Scene, side: Side, girth: Girth): Body =>
  bagBody(scene.bags[side].lower, scene.bags[side].upper, girth)
