import { INCH, type Meters } from '../quantity'
import {
  type AxleEnd,
  tireDiameter,
  tireWidth,
  type Axle,
  type AxleArm,
  type AxleSurvey,
  type PartKind,
  type PartShape,
  type Survey,
  type Underbody,
  type UndersidePart,
  type Vehicle,
} from '../vehicle'

type At = [number, number, number]
/** What a part may be off by while nobody has measured it: pieces placed by the vehicle's own figures, and by its kind only. */
const BY_FIGURES: Meters = 0.02
const BY_KIND: Meters = 0.04
/** A pipe that is not the factory's runs where its maker liked: only the tape tells. */
const ANYWHERE: Meters = 0.15

const SIDES = [
  ['left', 1],
  ['right', -1],
] as const
/** Half of what lies between the two tires of a dual pair. */
const DUAL_GAP: Meters = 0.02
/** Half-thickness of an axle tube, by what stands on it. Common practice, no published source. */
const tubeRadius = (curb: number): Meters => (curb > 2_200 ? 0.058 : 0.043)
/** Thickness of a leaf pack. Common practice, no published source. */
const PACK: Meters = 0.045
/** Room between the faces that a kit goes on, where nobody has read it. Common practice, no published source. */
const USUAL_SPACE: Meters = 0.22

/** Height of the face on the axle that a lower bracket goes on, above the ground, standing empty. */
export const seatHeight = (vehicle: Vehicle, axle: AxleEnd): Meters =>
  (tireDiameter(vehicle[axle].tireSize) ?? 0.78) / 2 + tubeRadius(vehicle[axle].curb)

/** The figures of an axle that its parts are placed by, m: about the axle, left of the center line, above the ground. */
interface Build {
  vehicle: Vehicle
  survey: Survey
  answers: AxleSurvey
  axle: AxleEnd
  solid: boolean
  suspension: Axle['suspension']
  /** Half the track, half between the springs. */
  half: Meters
  springs: Meters
  /** Inner and outer face of the tires of a side. */
  inner: Meters
  outer: Meters
  /** Height of the wheel's center, of the seat on the axle, of the rail's lower face. */
  wheel: Meters
  seat: Meters
  rail: Meters
  tube: Meters
}
type Carrier = 'axle' | 'frame'
/** A part: its kind, its shape, and whether it was placed by the vehicle's own figures or by its kind only. */
interface Row {
  kind: PartKind
  shape: PartShape
  by?: 'figures' | 'kind' | 'nothing'
  heldBy?: UndersidePart['heldBy']
}

const box = (on: Carrier, a: At, b: At): PartShape => ({
  kind: 'box',
  on,
  low: a.map((x, i) => Math.min(x, b[i]!)) as At,
  high: a.map((x, i) => Math.max(x, b[i]!)) as At,
})
const run = (radius: Meters, ...points: [Carrier, At][]): PartShape => ({
  kind: 'run',
  radius,
  points: points.map(([on, at]) => ({ on, at })),
})
/** `rows` where the build has such a part. */
const has = (condition: boolean, ...rows: Row[]): Row[] => (condition ? rows : [])

function buildOf(vehicle: Vehicle, survey: Survey, axle: AxleEnd, space: 'axle' | 'spring'): Build {
  const { track, springSpacing, tireSize, wheels, curb, architecture, suspension } = vehicle[axle]
  const answers = survey[axle]
  const width = tireWidth(tireSize) ?? 0.26
  const half = track / 2
  const seat = seatHeight(vehicle, axle)
  const pack = space === 'spring' && suspension === 'leaf' ? PACK : 0
  const [inner, outer] =
    wheels === 'dual' ? [half - width - DUAL_GAP, half + width + DUAL_GAP] : [half - width / 2, half + width / 2]
  return {
    vehicle,
    survey,
    answers,
    axle,
    solid: architecture === 'solid',
    suspension,
    half,
    springs: springSpacing / 2,
    inner,
    outer,
    wheel: (tireDiameter(tireSize) ?? 0.78) / 2,
    seat,
    rail: seat + pack + (answers.bracketSpace ?? USUAL_SPACE),
    tube: tubeRadius(curb),
  }
}

/** Tire, frame and springs of a side; `s` is 1 on the left, -1 on the right. */
function springsOf(b: Build, s: number): Row[] {
  const { springs, seat, rail, wheel, inner } = b
  return [
    { kind: 'tire', shape: box('axle', [-wheel, s * inner, 0], [wheel, s * b.outer, 2 * wheel]), by: 'figures' },
    b.vehicle.frameRails
      ? { kind: 'frame-rail', shape: box('frame', [-1, s * 0.37, rail], [1, s * 0.44, rail + 0.18]), by: 'figures' }
      : {
          kind: 'seat',
          shape: box('frame', [-0.16, s * (springs - 0.13), rail], [0.16, s * (springs + 0.05), rail + 0.1]),
          by: 'figures',
        },
    ...has(!b.solid, {
      kind: 'link',
      shape: run(0.03, ['frame', [0.05, s * 0.3, wheel]], ['axle', [0, s * (inner - 0.03), wheel - 0.02]]),
    }),
    ...has(
      b.suspension === 'leaf',
      {
        kind: 'leaf-pack',
        shape: box('axle', [-0.28, s * (springs - 0.032), seat], [0.28, s * (springs + 0.032), seat + PACK]),
        by: 'figures',
      },
      ...[-0.06, 0.06].map((x): Row => {
        const y = s * (springs - 0.045)
        return {
          kind: 'u-bolt-ends',
          shape: run(0.008, ['axle', [x, y, wheel - 0.13]], ['axle', [x, y, wheel - 0.04]]),
        }
      }),
    ),
    ...has(b.suspension === 'coil', {
      kind: 'coil',
      shape: run(0.07, ['axle', [0, s * springs, seat + 0.07]], ['frame', [0, s * springs, rail + 0.02]]),
      by: 'figures',
    }),
    ...has(b.suspension === 'coil' && b.solid, {
      kind: 'link',
      shape: run(0.025, ['axle', [0, s * (springs - 0.03), wheel - 0.09]], ['frame', [0.6, s * 0.42, wheel - 0.03]]),
    }),
  ]
}

/** Shock, wires, brakes and cables of a side. */
function linesOf({ solid, suspension, survey, axle, springs, inner, wheel, rail, tube }: Build, s: number): Row[] {
  // Leaf springs: one ahead of the axle and one behind it; coils: both ahead, the bag goes behind.
  const ahead = suspension === 'leaf' && s < 0 ? -1 : 1
  const line = wheel + tube + 0.004
  return [
    {
      kind: 'shock',
      shape: run(
        0.027,
        ['axle', [0.2 * ahead, s * (springs - 0.02), wheel - 0.06]],
        ['frame', [0.12 * ahead, s * 0.36, wheel + 0.52]],
      ),
    },
    {
      kind: 'harness',
      shape: run(0.005, ['frame', [0.2, s * 0.35, rail + 0.05]], ['axle', [0.14, s * (inner - 0.1), wheel + 0.02]]),
      heldBy: 'clip',
    },
    solid
      ? {
          kind: 'brake-line',
          shape: run(0.003, ['axle', [-0.03, s * 0.12, line]], ['axle', [-0.03, s * (inner - 0.1), line]]),
          heldBy: 'clip',
        }
      : {
          kind: 'brake-hose',
          shape: run(0.007, ['frame', [0.1, s * 0.4, wheel + 0.2]], ['axle', [0.08, s * (inner - 0.05), wheel + 0.04]]),
          heldBy: 'bracket',
        },
    ...has(axle === 'rear' && survey.parkingBrake === 'cable', {
      kind: 'parking-cable',
      shape: run(0.006, ['frame', [0.4, s * 0.3, wheel + 0.12]], ['axle', [0.08, s * (inner - 0.06), wheel]]),
      heldBy: 'guide',
    }),
  ]
}

/** What else runs past a side: exhaust, hitch rail, running board. */
function besideOf({ answers, survey, half, wheel, rail }: Build, s: number): Row[] {
  const radius = (answers.exhaustDiameter ?? 2.75 * INCH) / 2
  const y = s * 0.27
  return [
    ...has(answers.exhaustSide === (s > 0 ? 'left' : 'right') || answers.exhaustSide === 'both', {
      kind: 'exhaust',
      shape: run(
        radius,
        ['frame', [0.9, y, wheel + 0.02]],
        ['frame', [0.3, y, rail - 0.02]],
        ['frame', [-0.25, y, rail]],
        ['frame', [-0.9, s * 0.4, wheel + 0.05]],
      ),
      ...(survey.exhaustFactory === false ? { by: 'nothing' as const } : {}),
    }),
    ...has(survey.hitchRails === true, {
      kind: 'hitch-rail',
      shape: box('frame', [-1.1, s * 0.3, rail - 0.02], [-0.55, s * 0.37, rail + 0.08]),
    }),
    ...has(survey.runningBoards === true, {
      kind: 'running-board',
      shape: box('frame', [0.55, s * (half - 0.05), wheel - 0.05], [2, s * (half + 0.12), wheel + 0.1]),
    }),
  ]
}

/** A solid axle itself: tube, differential, hose and vent. */
function solidAxle({ vehicle, answers, axle, half, wheel, rail, tube }: Build): Row[] {
  const reach = half - (tireWidth(vehicle[axle].tireSize) ?? 0.26)
  const vent = answers.axleVent === 'left' ? 0.22 : answers.axleVent === 'right' ? -0.22 : 0.05
  const top = wheel + tube
  return [
    { kind: 'axle-tube', shape: run(tube, ['axle', [0, reach, wheel]], ['axle', [0, -reach, wheel]]), by: 'figures' },
    ...has(axle === 'rear' ? vehicle.drive !== 'front' : vehicle.drive === 'all', {
      kind: 'differential',
      shape: box('axle', [-0.16, -0.15, wheel - 0.15], [0.16, 0.15, wheel + 0.13]),
    }),
    {
      kind: 'brake-hose',
      shape: run(0.007, ['frame', [0.06, 0.16, rail + 0.02]], ['axle', [0.02, 0.1, wheel + 0.1]]),
      heldBy: 'bracket',
    },
    ...has(answers.axleVent !== null && answers.axleVent !== 'none', {
      kind: 'axle-vent',
      shape: run(0.006, ['axle', [0, vent, top]], ['axle', [0, vent, top + 0.045]]),
    }),
  ]
}

/** What lies across or belongs to the whole vehicle. */
const centerOf = (b: Build): Row[] => [
  ...has(b.solid, ...(b.solid ? solidAxle(b) : [])),
  ...has(b.vehicle[b.axle].swayBar > 0, {
    kind: 'sway-bar',
    shape: run(0.013, ['axle', [-0.22, 0.42, b.wheel - 0.05]], ['axle', [-0.22, -0.42, b.wheel - 0.05]]),
  }),
  ...has(b.axle === 'rear' && b.survey.spareUnderBed === true, {
    kind: 'spare',
    shape: box('frame', [-1.35, -0.39, b.wheel + 0.02], [-0.6, 0.39, b.wheel + 0.26]),
  }),
]
const tankOf = ({ axle, wheel }: Build): Row[] =>
  has(axle === 'rear', { kind: 'fuel-tank', shape: box('frame', [0.5, 0.12, wheel - 0.05], [1.5, 0.36, wheel + 0.2]) })
const cablesOf = ({ survey, wheel }: Build): Row[] =>
  has(survey.highVoltage === true, {
    kind: 'high-voltage',
    shape: run(0.02, ['frame', [1, 0.2, wheel + 0.05]], ['frame', [-0.6, 0.2, wheel + 0.1]]),
  })

const TOLERANCES = { figures: BY_FIGURES, kind: BY_KIND, nothing: ANYWHERE }

/** A list of parts, each with an id of its kind, its side, and its number among those. */
function named(rows: readonly (Row & { side: UndersidePart['side'] })[]): UndersidePart[] {
  return rows.map(({ kind, shape, by = 'kind', heldBy = null, side }, i) => {
    const same = rows.slice(0, i).filter((r) => r.kind === kind && r.side === side).length
    return {
      id: `${kind}${side === 'center' ? '' : `-${side}`}${same ? `-${same + 1}` : ''}`,
      kind,
      name: '',
      side,
      shape,
      freeLength: null,
      shielded: false,
      heldBy,
      handling: [],
      source: 'estimate',
      tolerance: TOLERANCES[by],
    }
  })
}

/**
 * What usually surrounds an axle of this build, placed by the vehicle's own figures and its survey: a start for the tape, every
 * piece an estimate.
 * @param space from which face on the axle the room for a kit was read: its tube, or the leaf pack on it
 * @returns parts about the axle: ahead of it, left of the center line, above the ground
 * Source: common practice, no published source.
 */
export function estimatedUnderbody(
  vehicle: Vehicle,
  survey: Survey,
  axle: AxleEnd,
  space: 'axle' | 'spring' = 'axle',
): UndersidePart[] {
  const build = buildOf(vehicle, survey, axle, space)
  const partsOn = (side: UndersidePart['side'], rows: Row[]) => rows.map((row) => ({ ...row, side }))
  return named([
    ...SIDES.flatMap(([side, s]) =>
      partsOn(side, [...springsOf(build, s), ...linesOf(build, s), ...besideOf(build, s)]),
    ),
    ...partsOn('center', centerOf(build)),
    ...partsOn('left', tankOf(build)),
    ...partsOn('center', cablesOf(build)),
  ])
}

/**
 * What surrounds an axle: as it was described, else what is usual there.
 * @param space from which face on the axle the room for its kit is read
 */
export const partsAround = (
  vehicle: Vehicle,
  survey: Survey,
  axle: AxleEnd,
  space: 'axle' | 'spring',
): UndersidePart[] => vehicle.underbody?.[axle] ?? estimatedUnderbody(vehicle, survey, axle, space)

const NOTHING_KNOWN: Underbody = { front: [], rear: [], arms: { front: null, rear: null } }
/** A vehicle with other parts around one axle. */
export const withParts = (vehicle: Vehicle, axle: AxleEnd, parts: UndersidePart[]): Vehicle => ({
  ...vehicle,
  underbody: { ...(vehicle.underbody ?? NOTHING_KNOWN), [axle]: parts },
})
/** A vehicle with another arm leading one axle; its parts have to be described, or become so. */
export const withArm = (vehicle: Vehicle, axle: AxleEnd, arm: AxleArm | null): Vehicle => {
  const known = vehicle.underbody ?? NOTHING_KNOWN
  return { ...vehicle, underbody: { ...known, arms: { ...known.arms, [axle]: arm } } }
}
