import { describe, expect, test } from 'vitest'
import { cumulativeStdNormalProbability } from 'simple-statistics'
import { demoJob, demoKits } from '../../../../demo/shop'
import { foreAft, radiusAt } from '../../../clearance'
import { bagOn, hasAir, USUAL_MOUNT, type AirKit, type Mount } from '../../../kit'
import { INCH } from '../../../quantity'
import { withArm, withParts } from '../../../underbody'
import type { UndersidePart } from '../../../vehicle'
import { assessJob } from '../../../judge'
import {
  girthOf,
  measureNext,
  normalBelow,
  proposeMount,
  roomRegister,
  roomReport,
  sampleChance,
  tapeAsks,
  sceneOf,
  sceneQuestion,
  whatHelps,
  type SceneQuestion,
} from '.'

/** The hive truck with its kit, and whatever is changed of it. */
function questionHere(change: Partial<SceneQuestion> = {}): SceneQuestion & { kit: AirKit } {
  const { job, records } = demoJob('0417')
  const { kit } = job.kits[0]!
  if (!hasAir(kit)) throw new Error('the hive truck has bags')
  return { ...sceneQuestion(job, kit, assessJob(job, records).active)!, kit, ...change }
}
const report = (question: SceneQuestion) => roomReport(sceneOf(question))!
const registerOf = (question: SceneQuestion) => roomRegister(sceneOf(question), report(question).rows)

/** A bar along the right side at a place, its heat shield around it where it is a pipe. */
const barAlong = (
  kind: UndersidePart['kind'],
  [y, z]: readonly [number, number],
  radius: number,
  more: Partial<UndersidePart> = {},
): UndersidePart => ({
  id: 'pipe',
  kind,
  name: '',
  side: 'right',
  shape: {
    kind: 'run',
    radius: kind === 'exhaust' ? radius - INCH / 2 : radius,
    points: [
      { on: 'frame', at: [0.8, y, z] },
      { on: 'frame', at: [-0.8, y, z] },
    ],
  },
  freeLength: null,
  shielded: true,
  heldBy: null,
  handling: [],
  source: 'tape',
  tolerance: 0.003,
  ...more,
})
/** A pipe along the right side, so far inboard of the bag's center and so high. */
function withPipe(question: SceneQuestion, inboard: number, more: Partial<UndersidePart> = {}): SceneQuestion {
  const { lower, upper } = sceneOf(question).bags.right
  const pipe = barAlong('exhaust', [lower[1] + inboard, (lower[2] + upper[2]) / 2], 0.04, more)
  return { ...question, vehicle: withParts(question.vehicle, 'rear', [pipe]) }
}

describe('room around a bag as mounted', () => {
  test('a pipe beside the bag: the gap is what subtraction says, and the verdict follows the rules', () => {
    const question = questionHere()
    const widest = question.kit.bag.maximumDiameter / 2
    const clear = report(withPipe(question, widest + 0.04 + 0.05)).rows[0]!
    // Source: subtraction, for a straight pipe beside an upright bag at its widest, standing.
    expect(clear.least).toBeLessThan(0.05 + 1e-9)
    expect(clear.least).toBeGreaterThan(0.02)
    expect(clear).toMatchObject({ part: 'pipe', side: 'right', verdict: 'fine', certain: true })
    // Common practice: half an inch loaded; nearer is under the rule, though nothing touches.
    const near = report(withPipe(question, widest + 0.04 + 0.009)).rows[0]!
    expect(near.verdict).not.toBe('fine')
    expect(report(withPipe(question, widest + 0.03)).rows[0]!.verdict).toBe('touches')
  })

  test('a hot pipe without a shield is told, however much room it leaves', () => {
    const question = questionHere()
    const distance = question.kit.bag.maximumDiameter / 2 + 0.04 + 0.06
    expect(report(withPipe(question, distance, { shielded: false })).rows[0]!.verdict).toBe('heat')
  })

  test('what is only an estimate leaves a chance, and is what to measure next', () => {
    const question = questionHere()
    const distanceHere = question.kit.bag.maximumDiameter / 2 + 0.04 + 0.02
    const loose = report(withPipe(question, distanceHere, { source: 'estimate', tolerance: 0.04 }))
    expect(loose.rows[0]!.verdict).toBe('unsure')
    expect(measureNext(loose, 0.0016)[0]).toMatchObject({ part: 'pipe', side: 'right' })
    const taped = report(withPipe(question, distanceHere))
    expect(taped.rows[0]!.chance).toBeLessThan(loose.rows[0]!.chance)
    expect(measureNext(taped, 0.0016)).toEqual([])
  })

  test('a slot further from the pipe helps, by about as much as it moves; where nothing helps the list is empty', () => {
    const question = questionHere()
    const distanceFound = question.kit.bag.maximumDiameter / 2 + 0.04 + 0.018
    const helps = whatHelps(withPipe(question, distanceFound))
    const outer = helps.find((h) => h.id === 'outer')!
    // Source: subtraction: the slot takes the bag half an inch outward.
    expect(Math.abs(outer.gains - INCH / 2)).toBeLessThan(0.1 * INCH)
    expect(helps.find((h) => h.id === 'inner')).toBeUndefined()
    expect(helps).toEqual(helps.toSorted((a, b) => b.gains - a.gains))
    const bare = { ...question.kit, mounting: null }
    // A tank hangs on no clamp.
    expect(whatHelps({ ...withPipe(question, distanceFound, { kind: 'fuel-tank' }), kit: bare, level: null })).toEqual(
      [],
    )
  })

  test('a longer clamp gains what it moves the pipe by; a shield takes the heat off and half an inch of room', () => {
    const question = questionHere()
    const widest = question.kit.bag.maximumDiameter / 2
    const bare = { ...question, kit: { ...question.kit, mounting: null }, level: null }
    const near = whatHelps(withPipe(bare, widest + 0.04 + 0.012))
    expect(near.map((h) => h.code)).toEqual(['longer-clamp'])
    // Source: subtraction: half an inch away along the line of the nearest points, which wander a little along bag and pipe.
    expect(Math.abs(near[0]!.gains - INCH / 2)).toBeLessThan(0.001)

    const hot = withPipe(bare, widest + 0.04 + 0.06, { shielded: false })
    const [before] = report(hot).rows
    expect(before).toMatchObject({ verdict: 'heat' })
    const [shield] = whatHelps(hot)
    expect(shield).toMatchObject({ code: 'shield', part: { shielded: true } })
    expect(shield!.gains).toBeCloseTo(-INCH / 2, 4)
    const shielded = report({ ...hot, vehicle: withParts(hot.vehicle, 'rear', [shield!.part!]) })
    expect(shielded.rows[0]!.verdict).toBe('fine')
  })

  test('the register of lines: gaps to bag, bracket, U-bolt end and pipe by subtraction', () => {
    const question = questionHere()
    const scene = sceneOf(question)
    const { lower } = scene.bags.right
    const bracket = scene.brackets.find((b) => b.side === 'right' && b.end === 'lower')!
    const radius = 0.004
    const run = (id: string, kind: UndersidePart['kind'], r: number, y: number, z: number): UndersidePart => ({
      id,
      kind,
      name: '',
      side: 'right',
      shape: {
        kind: 'run',
        radius: r,
        points: [
          { on: 'axle', at: [lower[0] + 0.2, y, z] },
          { on: 'axle', at: [lower[0] - 0.2, y, z] },
        ],
      },
      freeLength: null,
      shielded: true,
      heldBy: null,
      handling: [],
      source: 'tape',
      tolerance: 0.002,
    })
    // Fore and aft along the axle's end of things, at the height of the lower bracket: all ride together.
    const z = (bracket.low[2] + bracket.high[2]) / 2
    const y = bracket.high[1] + 0.05
    const line = run('line', 'brake-line', radius, y, z)
    const around = [line, run('bolt', 'u-bolt-ends', 0.008, y + 0.03, z)]
    const lineOf = (parts: UndersidePart[]) =>
      registerOf({ ...question, vehicle: withParts(question.vehicle, 'rear', parts) }).lines[0]!
    const found = lineOf(around)
    // Source: subtraction.
    expect(found.bracket).toBeCloseTo(0.05 - radius, 6)
    expect(found.bolt).toBeCloseTo(0.03 - radius - 0.008, 6)
    expect(found.pipe).toBeNull()
    expect(found.verdict).toBe('clear')
    const close = run('line', 'brake-line', radius, bracket.high[1] + radius + 0.003, z)
    expect(lineOf([close]).verdict).toBe('close')
    expect(lineOf([{ ...close, handling: ['eased'] }]).verdict).toBe('handled')
    expect(lineOf([{ ...close, source: 'estimate', tolerance: 0.04 }]).verdict).toBe('look')
    expect(lineOf([run('line', 'brake-line', radius, bracket.high[1], z)]).verdict).toBe('touches')
    // An inch from a pipe, or a heat sleeve.
    const beside = (gap: number) => [line, run('pipe', 'exhaust', 0.04 - INCH / 2, y + radius + 0.04 + gap, z)]
    expect(lineOf(beside(INCH)).verdict).toBe('clear')
    expect(lineOf(beside(INCH - 0.001)).verdict).toBe('hot')
    const [, pipe] = beside(INCH - 0.001)
    expect(lineOf([{ ...line, handling: ['heat-sleeve'] }, pipe!]).verdict).toBe('handled')
  })

  test('an air fitting nearer than six inches to a pipe', () => {
    const question = questionHere()
    const scene = sceneOf(question)
    const { port } = scene.brackets.find((b) => b.side === 'right' && b.end === 'upper')!
    const [x, y, z] = scene.bags.right.upper
    // The port of the hive truck's kit faces inward: a pipe straight inboard of it.
    expect(port).toEqual([0, 1, 0])
    const gapAt = (inboard: number) => {
      const pipe = withPipe(question, 0).vehicle.underbody!.rear[0]!
      const to = y + scene.plateRadius + inboard + 0.04
      const shape = {
        kind: 'run' as const,
        radius: 0.04 - INCH / 2,
        points: [
          { on: 'frame' as const, at: [x + 0.5, to, z] as [number, number, number] },
          { on: 'frame' as const, at: [x - 0.5, to, z] as [number, number, number] },
        ],
      }
      return registerOf({ ...question, vehicle: withParts(question.vehicle, 'rear', [{ ...pipe, shape }]) }).ports.find(
        (p) => p.side === 'right',
      )!
    }
    // Source: subtraction, less the fitting's own 6 mm.
    expect(gapAt(0.1).gap).toBeCloseTo(0.094, 6)
    expect(gapAt(0.1).near).toBe(true)
    expect(gapAt(6 * INCH + 0.006).near).toBe(false)
  })

  test('an arm takes the axle forward as it comes up: the pipe ahead of the bag comes nearer', () => {
    const question = questionHere()
    const arm = { ahead: 0.6, above: -0.06 }
    const led = withArm(question.vehicle, 'rear', arm)
    const { travel } = sceneOf({ ...question, vehicle: led }).motion
    // Source: the circle through the axle about the pivot: 0.6 ahead, 0.06 below; 80 mm up.
    const radius = Math.hypot(0.6, 0.06)
    const exact = (z: number) => 0.6 - Math.sqrt(radius ** 2 - (0.06 + z) ** 2)
    for (const z of [-0.08, 0.08]) expect(Math.abs(foreAft(travel, z) - exact(z))).toBeLessThan(0.0009)
    expect(Math.sign(foreAft(travel, 0.08))).toBe(1)
    // A pivot behind the axle at the same height below takes it backward.
    const behind = sceneOf({ ...question, vehicle: withArm(question.vehicle, 'rear', { ...arm, ahead: -0.6 }) })
    expect(Math.sign(foreAft(behind.motion.travel, 0.08))).toBe(-1)
  })

  test('spacers bring the bag nearest the middle of its range', () => {
    const question = questionHere()
    const { low, high } = question.kit.bag.heightRange
    const tall = { ...question, bag: { ...question.bag, rideHeight: high - 0.002 } }
    const { mount, share } = proposeMount(tall)!
    const taken = mount.spacers.reduce(
      (sum, { id, count }) => sum + count * question.kit.mounting!.spacers.find((s) => s.id === id)!.height,
      0,
    )
    expect(share).toBeCloseTo((high - 0.002 - taken - low) / (high - low), 9)
    expect(Math.abs(share - 0.5)).toBeLessThan(0.2)
  })

  test('brackets changed over, a plate turned: the bag stands elsewhere', () => {
    const question = questionHere()
    const bagAt = (mount: Partial<Mount>) => sceneOf({ ...question, mount: { ...USUAL_MOUNT, ...mount } }).bags.left
    expect(bagAt({ swapped: true }).upper[0] - bagAt({}).upper[0]).toBeCloseTo(
      -2 * question.kit.mounting!.upperOffset.ahead,
      12,
    )
    expect(bagAt({ turned: true }).upper[0]).toBeCloseTo(bagAt({ swapped: true }).upper[0], 12)
    expect(bagAt({ slot: 'outer' }).lower[1] - bagAt({}).lower[1]).toBeCloseTo(0.0127, 12)
  })

  test('a hose that is too short for full droop', () => {
    const question = questionHere()
    const part = (freeLength: number | null): UndersidePart => ({
      id: 'hose',
      kind: 'brake-hose',
      name: '',
      side: 'center',
      shape: {
        kind: 'run',
        radius: 0.007,
        points: [
          { on: 'frame', at: [0, 0, 0.9] },
          { on: 'axle', at: [0, 0, 0.6] },
        ],
      },
      freeLength,
      shielded: false,
      heldBy: null,
      handling: [],
      source: 'tape',
      tolerance: 0.003,
    })
    const spanOf = (free: number | null) =>
      report({ ...question, vehicle: withParts(question.vehicle, 'rear', [part(free)]) }).spans[0]!
    // Source: subtraction: 300 mm standing, 90 mm of droop at the center, 5 % to spare.
    expect(spanOf(null).needs).toBeCloseTo(1.05 * 0.39, 3)
    expect(spanOf(0.4).has).toBe(0.4)
  })

  test('a stop inside the bag ends jounce; without one the bag itself does', () => {
    const question = questionHere()
    const bagsWith = (innerStop: number | null) =>
      sceneOf({ ...question, kit: { ...question.kit, mounting: { ...question.kit.mounting!, innerStop } } }).ends
    expect(bagsWith(0.11)).toMatchObject({ jounceBy: 'stop-in-bag' })
    expect(bagsWith(0.11).jounce).toBeCloseTo(question.bag.rideHeight - 0.11, 12)
    expect(bagsWith(null).jounceBy).toBe('bag')
  })

  test('stopped, it has no answer', () => {
    expect(roomReport(sceneOf(questionHere()), (done) => done < 0.5)).toBeNull()
  })

  test('every kit with air of the catalog stands somewhere on the vehicles it is for', () => {
    for (const kit of demoKits().filter((k) => k.family === 'sleeve' || k.family === 'in-coil')) {
      if (!hasAir(kit)) continue
      const scene = sceneOf({ ...questionHere(), kit })
      expect(scene.bags.left.upper[2]).toBeGreaterThan(scene.bags.left.lower[2])
      expect(scene.motion.travel.jounce).toBeGreaterThan(0)
    }
  })
})

describe('what it is made of', () => {
  test('the normal spread', () => {
    // Source: simple-statistics, whose table has two decimals of x.
    for (const x of [-2.5, -1, -0.5, 0, 0.31, 1.64, 2.33])
      expect(normalBelow(x)).toBeCloseTo(cumulativeStdNormalProbability(x), 3)
  })

  test('a bag is as wide as its table says, and its widest beyond', () => {
    const { bag } = questionHere().kit
    const { heights, pressures, diameters } = bag.diameters!
    const girth = girthOf(bag, pressures[1]!)
    heights.forEach((h, i) => expect(radiusAt(girth, h)).toBeCloseTo(diameters[i]![1]! / 2, 9))
    expect(radiusAt(girth, heights.at(-1)! + 0.05)).toBe(bag.maximumDiameter / 2)
    expect(radiusAt(girthOf(bag, pressures.at(-1)! * 2), heights[0]!)).toBe(bag.maximumDiameter / 2)
  })
})

describe('the chance that a gap is under its rule', () => {
  test('by sampling it is what the first order says where one feature is nearest', () => {
    const question = questionHere()
    const distance = question.kit.bag.maximumDiameter / 2 + 0.04 + 0.02
    const scene = sceneOf(withPipe(question, distance, { tolerance: 0.03 }))
    const row = roomReport(scene)!.rows[0]!
    const found = sampleChance(scene, row, 4000, { seed: 7 })!
    // Source: the normal spread; of 4,000 samples the share itself spreads by 0.008.
    expect(Math.abs(found.chance - row.chance)).toBeLessThan(0.04)
    expect(found.certified.samples).toBe(100)
    expect(found.certified.worst).toBeLessThan(0.0254 / 32)
    expect(sampleChance(scene, row, 4000, { seed: 7 })).toEqual(found)
    expect(sampleChance(scene, row, 4000, { seed: 8 })!.chance).not.toBe(found.chance)
  })
  test('can be stopped', () => {
    const scene = sceneOf(withPipe(questionHere(), 0.2))
    expect(
      sampleChance(scene, roomReport(scene)!.rows[0]!, 4000, { seed: 1, progress: (done) => done < 0.5 }),
    ).toBeNull()
  })
})

describe('what to measure', () => {
  test('a distance across from the rail: what it reads moves the part, and takes the doubt of that way', () => {
    const question = questionHere()
    const scene0 = sceneOf(question)
    const rail = scene0.obstacles.find((o) => o.id === 'frame-rail-right')!.part
    const distance = question.kit.bag.maximumDiameter / 2 + 0.04 + 0.02
    const base = withPipe(question, distance, { source: 'estimate', tolerance: 0.04 })
    const rear = [...base.vehicle.underbody!.rear, rail]
    const asking = { ...base, vehicle: withParts(base.vehicle, 'rear', rear) }
    const scene = sceneOf(asking)
    const row = roomReport(scene)!.rows.find((r) => r.part === 'pipe')!
    const [across] = tapeAsks(scene, row)
    expect(across).toMatchObject({ way: 'across', datum: 'inner-face' })
    // Source: subtraction: read a tenth of an inch more, the pipe is a tenth further inboard.
    const moved = across!.moved(across!.value + 0.00254)
    if (moved.shape.kind !== 'run') throw new Error('a pipe is a run')
    const { points } = scene.obstacles.find((o) => o.id === 'pipe')!.part.shape as typeof moved.shape
    expect(moved.shape.points[0]!.at[1] - points[0]!.at[1]).toBeCloseTo(0.00254, 9)
    expect(moved.tolerance).toBeLessThan(0.02)
    // As it was drawn it stays where it is.
    const same = across!.moved(across!.value)
    expect(same.shape).toEqual(scene.obstacles.find((o) => o.id === 'pipe')!.part.shape)
  })
})

describe('brackets', () => {
  test('fill the room between plates and faces, stamped for their side; changed over they are the other one, and the port turns', () => {
    const question = questionHere()
    const bracketsWith = (mount: Partial<Mount>) =>
      sceneOf({ ...question, mount: { ...USUAL_MOUNT, ...mount } }).brackets
    const [usual, over] = [bracketsWith({}), bracketsWith({ swapped: true })]
    const upper = (all: typeof usual, side: 'left' | 'right') => all.find((b) => b.side === side && b.end === 'upper')!
    const { mounting } = question.kit
    expect(upper(usual, 'left').high[2] - upper(usual, 'left').low[2]).toBeCloseTo(mounting!.upper, 9)
    expect(upper(over, 'left').label).toBe(upper(usual, 'right').label)
    expect(upper(usual, 'left').label).not.toBe(upper(usual, 'right').label)
    expect(upper(over, 'left').wrong).toBe(true)
    // The port faces inward, to the right on the left side.
    expect(upper(usual, 'left').port).toEqual([0, -1, 0])
    expect(upper(over, 'left').port![1]).toBe(1)
    const spaced = bracketsWith({ spacers: [{ id: 'upper-half', count: 1 }] })
    expect(upper(spaced, 'left').high[2] - upper(spaced, 'left').low[2]).toBeCloseTo(mounting!.upper + 0.0127, 9)
  })
})

describe('a cylinder in its coil', () => {
  const { job, records } = demoJob('0420')
  const { kit } = job.kits[0]!
  if (!hasAir(kit)) throw new Error('the SUV has cylinders')
  const question = sceneQuestion(job, kit, assessJob(job, records).active)!
  const { lower, upper } = sceneOf(question).bags.right
  const middle = (lower[2] + upper[2]) / 2
  const rowsWith = (...parts: UndersidePart[]) =>
    report({ ...question, vehicle: withParts(question.vehicle, 'rear', parts) }).rows
  const COIL = 0.07
  const coil = barAlong('coil', [lower[1], middle], COIL, {
    id: 'coil-right',
    shape: {
      kind: 'run',
      radius: COIL,
      points: [
        { on: 'axle', at: [lower[0], lower[1], lower[2]] },
        { on: 'frame', at: [upper[0], upper[1], upper[2]] },
      ],
    },
  })
  // Source: the gap between two round bars that cross is their distance less both radii.
  test.each([
    ['a pipe', 'exhaust'],
    ['a link', 'link'],
    ['a stop', 'other'],
  ] as const)('%s is held against the coil through the travel: it must not touch', (_, kind) => {
    const part = (out: number) => barAlong(kind, [lower[1] + out, middle], 0.02, { id: 'part' })
    const near = rowsWith(coil, part(COIL + 0.02 + 0.01)).find((r) => r.part === 'part')!
    expect(near.standing).toBeCloseTo(0.01, 4)
    expect(rowsWith(coil, part(0.02)).find((r) => r.part === 'part')!.verdict).toBe('touches')
  })
  test('a part that reaches inside the coil meets the cylinder, an estimate is held against nothing', () => {
    const inside = (source: UndersidePart['source']) =>
      rowsWith(barAlong('other', [lower[1], middle], 0.02, { id: 'part', source }))
    expect(inside('tape').find((r) => r.part === 'part')!.verdict).toBe('touches')
    expect(inside('estimate')).toEqual([])
  })
  test('a lift of the springs makes it longer', () => {
    const lifted = (otherLift: number | null) =>
      bagOn(kit, job.vehicle, { ...job.survey, rear: { ...job.survey.rear, otherLift } }).rideHeight
    expect(lifted(0.05) - lifted(0)).toBeCloseTo(0.05, 12)
    expect(lifted(null)).toBe(lifted(0))
  })
})
