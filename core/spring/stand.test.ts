import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { Solver } from 'odex'
import { describe, expect, test } from 'vitest'
import { coupledChassis, standByRootFinder, stiffnesses, vehicleResiduals } from '../fixtures/whole-vehicle'
import { levelRear, referenceAxle, referenceBag } from '../fixtures/reference-axle'
import { atmosphere, GRAVITY, INCH, PSI } from '../quantity'
import { airSpring, axleDrop, frontDropAt, standOf, type AirLaw, type AxleAim, type AxleLoad, type Chassis } from '.'

const bags = { bag: referenceBag, rideHeight: 0.165, motionRatio: 1, spacing: 0.9, lineVolume: 5e-5 }
const load: AxleLoad = { front: -690, rear: 6_470, roll: 400, rollRear: 300 }
const rearAir = (air: AirLaw | null) => (air ? { rear: air } : {})
const room = (h: number) => referenceBag.volume.value(h)! + bags.lineVolume
const closed = (psiLeft: number, psiRight: number): AirLaw => ({
  kind: 'closed',
  left: (psiLeft * PSI + atmosphere()) * room(0.165),
  right: (psiRight * PSI + atmosphere()) * room(0.165),
  exponent: 1,
  ambient: atmosphere(),
})
const laws: [string, AirLaw | null][] = [
  ['no air', null],
  ['kept pressures', { kind: 'pressure', left: 30 * PSI, right: 22 * PSI }],
  ['closed bags', closed(25, 20)],
  [
    'teed bags',
    { kind: 'teed', both: (24 * PSI + atmosphere()) * 2 * room(0.165), exponent: 1, ambient: atmosphere() },
  ],
]

describe('how a vehicle stands, against other general libraries on its equations written anew', () => {
  // Source: ml-levenberg-marquardt, a general least-squares solver, on seven equations instead of two.
  test.each(laws)('%s: the same balance as a general root finder', (_, air) => {
    const chassis = coupledChassis(bags)
    const ours = standOf(chassis, load, rearAir(air))!
    const [zf, zr, roll, af, , ar, rr] = standByRootFinder(chassis, load, rearAir(air))
    expect(ours.front.squat + ours.front.tires).toBeCloseTo(zf!, 7)
    expect(ours.rear.squat + ours.rear.tires).toBeCloseTo(zr!, 7)
    expect(ours.rear.squat).toBeCloseTo(zr! - ar!, 7)
    expect(ours.front.tires).toBeCloseTo(af!, 7)
    expect(ours.rear.lean).toBeCloseTo(roll!, 7)
    expect(ours.rear.roll).toBeCloseTo(roll! - rr!, 7)
  })
  // Source: odex (Hairer's ODEX): let it settle with heavy damping from the empty stance, and see where it stops.
  test('closed bags: where it comes to rest when it is let go', () => {
    const chassis = coupledChassis(bags)
    const air = closed(25, 20)
    const residuals = vehicleResiduals(chassis, load, rearAir(air))
    const scale = stiffnesses(chassis)
    const solver = new Solver(7)
    solver.absoluteTolerance = solver.relativeTolerance = 1e-10
    // Each part moves at a speed in proportion to the force left on it: dx/dt = -R/c.
    const { y } = solver.solve(
      (_t: number, x: number[]) => residuals(x).map((r, i) => -r / scale[i]!),
      0,
      scale.map(() => 0),
      400,
    )
    const ours = standOf(chassis, load, rearAir(air))!
    expect(ours.rear.squat + ours.rear.tires).toBeCloseTo(y[1]!, 6)
    expect(ours.rear.lean).toBeCloseTo(y[2]!, 6)
    expect(ours.front.squat + ours.front.tires).toBeCloseTo(y[0]!, 6)
  })
  // Source: ml-matrix: with linear springs and no bags the seven equations are one linear system.
  test('linear springs: the solution of the linear system', () => {
    const chassis = withRear(coupledChassis(null), { side: { first: 38_000, stages: [] } })
    const residuals = vehicleResiduals(chassis, load, {})
    const none = residuals(new Array(7).fill(0))
    const columns = none.map((_, j) => residuals(none.map((__, i) => (i === j ? 1 : 0))).map((r, i) => r - none[i]!))
    const x = solve(new Matrix(columns).transpose(), Matrix.columnVector(none.map((r) => -r))).to1DArray()
    const ours = standOf(chassis, load, {})!
    expect(ours.rear.squat + ours.rear.tires).toBeCloseTo(x[1]!, 10)
    expect(ours.rear.lean).toBeCloseTo(x[2]!, 10)
    // Superposition: twice the load, twice the sag.
    const twice = standOf(
      chassis,
      { front: 2 * load.front, rear: 2 * load.rear, roll: 2 * load.roll, rollRear: 0 },
      {},
    )!
    expect(twice.rear.squat).toBeCloseTo(2 * ours.rear.squat, 9)
    expect(twice.rear.lean).toBeCloseTo(2 * ours.rear.lean, 9)
  })
  test('a bag that leaves its table says so and which way', () => {
    const chassis = withRear(coupledChassis(bags), { side: { first: 38_000, stages: [] } })
    expect(standOf(chassis, { ...load, rear: 30_000 }, { rear: closed(5, 5) })!.rear.beyond).toBe('short')
    expect(standOf(chassis, { ...load, rear: 0 }, { rear: closed(95, 95) })!.rear.beyond).toBe('long')
  })
  // Source: closed form of a leaning weight, lean = M/(K - W h); Gillespie, Fundamentals of Vehicle Dynamics, ch. 6.
  test("the sprung weight's own moment takes from the roll stiffness", () => {
    const alone = withRear(referenceAxle().chassis, { side: { first: 60_000, stages: [] }, spacing: 1.1, bags: null })
    const springs = (2 * 60_000 * 1.1 ** 2) / 4
    for (const moment of [0, 3_000, 9_000]) {
      const stand = standOf(
        { ...alone, leanMoment: { front: moment / 3, rear: (2 * moment) / 3 } },
        { front: 0, rear: 5_000, roll: 500, rollRear: 500 },
        {},
      )
      expect(stand!.rear.lean).toBeCloseTo(500 / (springs - moment), 9)
    }
    // More than the springs can meet: it falls over.
    expect(standOf({ ...alone, leanMoment: { front: 0, rear: springs + 1 } }, load, {})).toBeUndefined()
  })
  test('nothing to stand on is no stance', () => {
    const chassis = withRear(coupledChassis(null), { side: { first: 0, stages: [] }, swayBar: 0 })
    expect(standOf(chassis, load, {})).toBeUndefined()
  })
})

const withRear = (chassis: Chassis, part: Partial<Chassis['rear']>): Chassis => ({
  ...chassis,
  rear: { ...chassis.rear, ...part },
})
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const withoutRear = ({ rear: _, ...rest }: Chassis) => rest
const someQuestion = fc
  .record({
    rear: between(1_000, 12_000),
    front: between(-1_500, 2_000),
    roll: between(-500, 500),
    first: between(25_000, 150_000),
    contact: between(0.03, 0.12),
    bar: between(0, 20_000),
    pitchMoment: between(0, 15_000),
    leanMoment: between(0, 10_000),
    mark: fc.constantFrom('wheel-center' as const, 'ground' as const),
    frame: fc.constantFrom('rigid' as const, 'twisting' as const),
    air: fc.constantFrom('teed' as const, 'separate' as const),
    aim: fc.constantFrom<AxleAim['aim']>(
      { kind: 'height', leave: 0 },
      { kind: 'height', leave: 0.015 },
      { kind: 'rake', offset: 0.003 },
    ),
  })
  .map(({ rear, front, roll, first, contact, bar, pitchMoment, leanMoment, frame, ...rest }) =>
    referenceAxle({
      ...rest,
      load: { rear, front, roll, rollRear: 0.8 * roll },
      chassis: {
        ...withoutRear(coupledChassis(bags)),
        pitchMoment,
        leanMoment: { front: leanMoment / 2, rear: leanMoment / 2 },
        frame,
      },
      rear: {
        ...coupledChassis(bags).rear,
        side: { first, stages: [{ at: contact, adds: first / 2 }] },
        swayBar: bar,
      },
    }),
  )

describe('bringing it level, coupled', () => {
  test('putting the pressures back gives the aim, to a tenth of a millimeter', () => {
    fc.assert(
      fc.property(someQuestion, (q) => {
        const s = levelRear(q)
        if (!s.left || !s.right || s.left.pressure <= 0 || s.right.pressure <= 0) return
        const stand = standOf(q.chassis, q.load, {
          rear: { kind: 'pressure', left: s.left.pressure, right: s.right.pressure },
        })!
        const { aim: wanted, air } = q.aims.rear!
        const front = frontDropAt(q.mark, stand)
        const aim = wanted.kind === 'height' ? wanted.leave : front + wanted.offset
        expect(Math.abs(axleDrop(q.mark, stand.rear) - aim)).toBeLessThan(1e-4)
        // Independent bags take out the lean that the mark shows; teed ones leave what was said.
        const angle = q.mark === 'ground' ? stand.rear.lean : stand.rear.roll
        if (air === 'separate') expect(Math.abs(angle * 0.9)).toBeLessThan(1e-4)
        else expect(stand.rear.lean).toBeCloseTo(s.lean!, 5)
      }),
      { numRuns: 300 },
    )
  })
  test('more load, more pressure', () => {
    fc.assert(
      fc.property(someQuestion, between(10, 3_000), (q, more) => {
        const pressureAt = (rear: number) => levelRear({ ...q, load: { ...q.load, rear } }).mean
        const [light, heavy] = [pressureAt(q.load.rear), pressureAt(q.load.rear + more)]
        if (light === null || heavy === null || light <= 0) return
        expect(heavy).toBeGreaterThan(light)
      }),
      { numRuns: 200 },
    )
  })
  test('before loading, the same air stands higher than loaded', () => {
    fc.assert(
      fc.property(someQuestion, (question) => {
        const q = { ...question, load: { ...question.load, roll: 0, rollRear: 0 } }
        const s = levelRear(q)
        if (!s.before || !s.left || !s.right || s.left.pressure <= 0) return
        // Source: Boyle's law; with the load in the middle both bags are alike.
        const amount = (p: number, h: number) => (p + atmosphere()) * room(h)
        expect(amount(s.before.left, s.before.bagHeight) / amount(s.left.pressure, s.left.bagHeight)).toBeCloseTo(1, 8)
        expect(s.before.rise).toBeGreaterThan(-s.squat)
      }),
      { numRuns: 150 },
    )
  })
  test('front weight: standing level gives back only what pitch had moved', () => {
    const q = referenceAxle({ chassis: withoutRear(coupledChassis(bags)), rear: coupledChassis(bags).rear, load })
    const low = standOf(q.chassis, q.load, {})!
    const level = levelRear(q)
    const back = (low.rear.gain - level.gain) / GRAVITY
    // Source: W (h_cg - h_pivot) tan(theta)/L, first order, from the two pitches.
    const pitch = (low.rear.squat + low.rear.tires - low.front.squat - low.front.tires) / 3.7
    expect(back).toBeGreaterThan(0)
    expect(back).toBeLessThan(((9_000 * Math.abs(pitch)) / 3.7 / GRAVITY) * 1.2)
  })
  test('higher up and colder, the same air: sealed figure by the gas law', () => {
    // Source: (P1 + p1) T2/T1 - p2 at constant volume; ICAO atmosphere at 2400 m, 75.63 kPa.
    const q = referenceAxle({ driving: { ambient: atmosphere(2400), warmth: 273.15 / 297.15 } })
    const s = levelRear(q)
    expect(s.driving!.sealed).toBeCloseTo((s.mean! + 101_325) * (273.15 / 297.15) - atmosphere(2400), 3)
    expect(atmosphere(2400) / 1000).toBeCloseTo(75.63, 2)
    // In thinner air at the same warmth the gauge reads more, and the axle rises a little instead of all of it.
    const up = levelRear(referenceAxle({ driving: { ambient: atmosphere(2400), warmth: 1 } }))
    expect(up.driving!.rise).toBeGreaterThan(0)
    expect(up.driving!.left).toBeGreaterThan(up.mean!)
    expect(up.driving!.left).toBeLessThan(up.driving!.sealed)
  })
  test('full jounce: polytropic on absolute pressure', () => {
    const s = levelRear(referenceAxle({ jounceTravel: 0.05 }))
    // Source: P V^n constant, worked from the table's own volumes.
    const by =
      (s.mean! + atmosphere()) * (referenceBag.volume.value(0.165)! / referenceBag.volume.value(0.115)!) ** 1.38
    expect(s.jouncePressure!).toBeCloseTo(by - atmosphere(), 3)
  })
  test('the wheel on its tire: from the ground by hand', () => {
    const q = referenceAxle({
      mark: 'ground',
      rear: { tires: { rate: 520_000, roll: 4e5 } },
    })
    // Source: W_bag = W + k u, u = W/k_t.
    const u = (659.5946 * GRAVITY) / 520_000
    expect(levelRear(q).supported).toBeCloseTo(659.5946 * GRAVITY + 76_000 * u, 4)
  })
})

describe('what is in the way, by how much, and what helps', () => {
  test('over the maximum: taking that much off brings it to the maximum', () => {
    const q = referenceAxle({ maximum: 20 * PSI })
    const [o] = levelRear(q).obstacles
    expect(o).toMatchObject({ limit: 'maximum', side: 'both' })
    const lighter = levelRear({ ...q, load: { ...q.load, rear: q.load.rear - o!.takeOff! * GRAVITY } })
    expect(lighter.mean!).toBeCloseTo(20 * PSI, 3)
    expect(o!.stands!).toBeLessThan(0)
  })
  test.each([
    ['over the maximum on one side', { maximum: 34 * PSI, load: { roll: 800 } }, 'maximum', 'left'],
    ['under the minimum on one side', { minimum: 26 * PSI, load: { roll: -800 } }, 'minimum', 'left'],
  ] as const)('%s: rid of that moment it is just inside', (_, part, limit, side) => {
    const q = referenceAxle(part)
    const s = levelRear(q)
    const [o] = s.obstacles
    expect(o).toMatchObject({ limit, side })
    const { roll } = q.load
    const mended = levelRear({ ...q, load: { ...q.load, roll: roll - Math.sign(roll) * o!.shed! } })
    const pressures = [mended.left!.pressure, mended.right!.pressure]
    expect(limit === 'maximum' ? Math.max(...pressures) : Math.min(...pressures)).toBeCloseTo(
      limit === 'maximum' ? q.aims.rear!.maximum : q.aims.rear!.minimum,
      3,
    )
  })
  test('under the minimum: how high it stands held there', () => {
    const q = referenceAxle({ load: { rear: 60 * GRAVITY } })
    const [o] = levelRear(q).obstacles
    expect(o).toMatchObject({ limit: 'minimum', side: 'both' })
    // Forces balance that much above: steel pulls back what the bags have too much.
    const area = referenceBag.area.value(0.165 + o!.stands!)!
    expect(2 * 5 * PSI * area - 76_000 * o!.stands!).toBeCloseTo(60 * GRAVITY, 3)
  })
  test('too long a bag: a spacer of what is over', () => {
    const [o] = levelRear(referenceAxle({ heightRange: { low: 0.1, high: 0.16 } })).obstacles
    expect(o).toMatchObject({ limit: 'window-high' })
    expect(o!.spacer!).toBeCloseTo(0.005, 9)
    expect(levelRear(referenceAxle({ heightRange: { low: 0.17, high: 0.2 } })).obstacles[0]!.limit).toBe('window-low')
  })
  test('teed bags alone cannot hold up a coil-replacement axle that leans', () => {
    // Source: static roll stiffness of equal air is -P A' t^2/2; where the area does not fall with height there is none.
    const flat = { heights: [0.1, 0.15, 0.2], areas: [0.015, 0.015, 0.015], volumes: [0.0015, 0.00225, 0.003] }
    const q = referenceAxle({
      air: 'teed',
      load: { roll: 200 },
      rear: {
        side: { first: 0, stages: [] },
        carriedEmpty: 8_000,
        bags: { ...bags, bag: airSpring(flat) },
      },
    })
    expect(levelRear(q).code).toBe('tips')
  })
})

describe('random vehicles', () => {
  test('each ends with figures or with a reason, never with a number that is none', () => {
    fc.assert(
      fc.property(someQuestion, between(0, 4_000), (q, roll) => {
        const s = levelRear({ ...q, load: { ...q.load, roll, rollRear: roll } })
        const numbers = JSON.stringify(s, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? 'bad' : v))
        expect(numbers).not.toContain('"bad"')
        if (s.code !== 'level' && s.code !== 'nothing-to-lift' && s.code !== 'tips')
          expect(s.obstacles.length + Number(s.left === null)).toBeGreaterThan(0)
      }),
      { numRuns: 1_000 },
    )
  })
  test('aimed half an inch low it takes less', () => {
    const pressureAt = (leave: number) => levelRear(referenceAxle({ aim: { kind: 'height', leave } })).mean!
    expect(pressureAt(INCH / 2)).toBeLessThan(pressureAt(0))
  })
})
