import { INCH, type Meters } from '../quantity'
import {
  type AxleEnd,
  tireDiameter,
  tireWidth,
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
  const build = vehicle[axle]
  const answers: AxleSurvey = survey[axle]
  const wheel = (tireDiameter(build.tireSize) ?? 0.78) / 2
  const width = tireWidth(build.tireSize) ?? 0.26
  const tube = tubeRadius(build.curb)
  const solid = build.architecture === 'solid'
  const half = build.track / 2
  const springs = build.springSpacing / 2
  const seat = seatHeight(vehicle, axle)
  const pack = build.suspension === 'leaf' ? PACK : 0
  const rail = seat + (space === 'spring' ? pack : 0) + (answers.bracketSpace ?? USUAL_SPACE)
  const parts: UndersidePart[] = []
  const add = (
    kind: PartKind,
    side: UndersidePart['side'],
    shape: PartShape,
    tolerance: Meters,
    more: Partial<UndersidePart> = {},
  ) => {
    const same = parts.filter((p) => p.kind === kind && p.side === side).length
    parts.push({
      id: `${kind}${side === 'center' ? '' : `-${side}`}${same ? `-${same + 1}` : ''}`,
      kind,
      name: '',
      side,
      shape,
      freeLength: null,
      shielded: false,
      heldBy: null,
      handling: [],
      source: 'estimate',
      tolerance,
      ...more,
    })
  }
  const box = (carrier: 'axle' | 'frame', a: At, b: At): PartShape => ({
    kind: 'box',
    on: carrier,
    low: a.map((x, i) => Math.min(x, b[i]!)) as At,
    high: a.map((x, i) => Math.max(x, b[i]!)) as At,
  })
  const run = (radius: Meters, ...points: ['axle' | 'frame', At][]): PartShape => ({
    kind: 'run',
    radius,
    points: points.map(([carrierHere, place]) => ({ on: carrierHere, at: place })),
  })

  for (const [side, s] of SIDES) {
    const inner = build.wheels === 'dual' ? half - width - DUAL_GAP : half - width / 2
    const outer = build.wheels === 'dual' ? half + width + DUAL_GAP : half + width / 2
    add('tire', side, box('axle', [-wheel, s * inner, 0], [wheel, s * outer, 2 * wheel]), BY_FIGURES)
    if (vehicle.frameRails)
      add('frame-rail', side, box('frame', [-1, s * 0.37, rail], [1, s * 0.44, rail + 0.18]), BY_FIGURES)
    else
      add(
        'seat',
        side,
        box('frame', [-0.16, s * (springs - 0.13), rail], [0.16, s * (springs + 0.05), rail + 0.1]),
        BY_FIGURES,
      )
    if (!solid)
      add(
        'link',
        side,
        run(0.03, ['frame', [0.05, s * 0.3, wheel]], ['axle', [0, s * (inner - 0.03), wheel - 0.02]]),
        BY_KIND,
      )
    if (build.suspension === 'leaf') {
      add(
        'leaf-pack',
        side,
        box('axle', [-0.28, s * (springs - 0.032), seat], [0.28, s * (springs + 0.032), seat + PACK]),
        BY_FIGURES,
      )
      for (const x of [-0.06, 0.06])
        add(
          'u-bolt-ends',
          side,
          run(
            0.008,
            ['axle', [x, s * (springs - 0.045), wheel - 0.13]],
            ['axle', [x, s * (springs - 0.045), wheel - 0.04]],
          ),
          BY_KIND,
        )
    }
    if (build.suspension === 'coil') {
      add(
        'coil',
        side,
        run(0.07, ['axle', [0, s * springs, seat + 0.07]], ['frame', [0, s * springs, rail + 0.02]]),
        BY_FIGURES,
      )
      if (solid)
        add(
          'link',
          side,
          run(0.025, ['axle', [0, s * (springs - 0.03), wheel - 0.09]], ['frame', [0.6, s * 0.42, wheel - 0.03]]),
          BY_KIND,
        )
    }
    // Leaf springs: one ahead of the axle and one behind it; coils: both ahead, the bag goes behind.
    const ahead = build.suspension === 'leaf' && side === 'right' ? -1 : 1
    add(
      'shock',
      side,
      run(
        0.027,
        ['axle', [0.2 * ahead, s * (springs - 0.02), wheel - 0.06]],
        ['frame', [0.12 * ahead, s * 0.36, wheel + 0.52]],
      ),
      BY_KIND,
    )
    add(
      'harness',
      side,
      run(0.005, ['frame', [0.2, s * 0.35, rail + 0.05]], ['axle', [0.14, s * (inner - 0.1), wheel + 0.02]]),
      BY_KIND,
      {
        heldBy: 'clip',
      },
    )
    if (solid)
      add(
        'brake-line',
        side,
        run(
          0.003,
          ['axle', [-0.03, s * 0.12, wheel + tube + 0.004]],
          ['axle', [-0.03, s * (inner - 0.1), wheel + tube + 0.004]],
        ),
        BY_KIND,
        {
          heldBy: 'clip',
        },
      )
    else
      add(
        'brake-hose',
        side,
        run(0.007, ['frame', [0.1, s * 0.4, wheel + 0.2]], ['axle', [0.08, s * (inner - 0.05), wheel + 0.04]]),
        BY_KIND,
        {
          heldBy: 'bracket',
        },
      )
    if (axle === 'rear' && survey.parkingBrake === 'cable')
      add(
        'parking-cable',
        side,
        run(0.006, ['frame', [0.4, s * 0.3, wheel + 0.12]], ['axle', [0.08, s * (inner - 0.06), wheel]]),
        BY_KIND,
        {
          heldBy: 'guide',
        },
      )
    if (answers.exhaustSide === side || answers.exhaustSide === 'both') {
      const radius = (answers.exhaustDiameter ?? 2.75 * INCH) / 2
      const y = s * 0.27
      add(
        'exhaust',
        side,
        run(
          radius,
          ['frame', [0.9, y, wheel + 0.02]],
          ['frame', [0.3, y, rail - 0.02]],
          ['frame', [-0.25, y, rail]],
          ['frame', [-0.9, s * 0.4, wheel + 0.05]],
        ),
        BY_KIND,
      )
    }
    if (survey.hitchRails)
      add('hitch-rail', side, box('frame', [-1.1, s * 0.3, rail - 0.02], [-0.55, s * 0.37, rail + 0.08]), BY_KIND)
    if (survey.runningBoards)
      add(
        'running-board',
        side,
        box('frame', [0.55, s * (half - 0.05), wheel - 0.05], [2, s * (half + 0.12), wheel + 0.1]),
        BY_KIND,
      )
  }
  if (solid) {
    const reach = half - width
    add('axle-tube', 'center', run(tube, ['axle', [0, reach, wheel]], ['axle', [0, -reach, wheel]]), BY_FIGURES)
    if (axle === 'rear' ? vehicle.drive !== 'front' : vehicle.drive === 'all')
      add('differential', 'center', box('axle', [-0.16, -0.15, wheel - 0.15], [0.16, 0.15, wheel + 0.13]), BY_KIND)
    add(
      'brake-hose',
      'center',
      run(0.007, ['frame', [0.06, 0.16, rail + 0.02]], ['axle', [0.02, 0.1, wheel + 0.1]]),
      BY_KIND,
      {
        heldBy: 'bracket',
      },
    )
    const vent = answers.axleVent === 'left' ? 0.22 : answers.axleVent === 'right' ? -0.22 : 0.05
    if (answers.axleVent !== null && answers.axleVent !== 'none')
      add(
        'axle-vent',
        'center',
        run(0.006, ['axle', [0, vent, wheel + tube]], ['axle', [0, vent, wheel + tube + 0.045]]),
        BY_KIND,
      )
  }
  if (build.swayBar > 0)
    add(
      'sway-bar',
      'center',
      run(0.013, ['axle', [-0.22, 0.42, wheel - 0.05]], ['axle', [-0.22, -0.42, wheel - 0.05]]),
      BY_KIND,
    )
  if (axle === 'rear' && survey.spareUnderBed)
    add('spare', 'center', box('frame', [-1.35, -0.39, wheel + 0.02], [-0.6, 0.39, wheel + 0.26]), BY_KIND)
  if (axle === 'rear')
    add('fuel-tank', 'left', box('frame', [0.5, 0.12, wheel - 0.05], [1.5, 0.36, wheel + 0.2]), BY_KIND)
  if (survey.highVoltage)
    add(
      'high-voltage',
      'center',
      run(0.02, ['frame', [1, 0.2, wheel + 0.05]], ['frame', [-0.6, 0.2, wheel + 0.1]]),
      BY_KIND,
    )
  return parts
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
