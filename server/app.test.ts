import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { pdfText } from './fixtures/pdf'
import { testShop } from './fixtures/shop'
import { migrationSource, openDatabase } from './db'
import { ofKind } from '@stout-shackle/core/records'
import { RATING_NAMES, VERDICT_NAMES } from '@stout-shackle/core/wording'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { demoJob, demoKits, demoVehicles } from '../demo/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => (shop = await testShop()))
afterAll(() => shop.close())
const compute = async (name: string, body: unknown) =>
  (
    await shop.api
      .post(`/api/compute/${name}`)
      .send(body as object)
      .expect(200)
  ).body as Record<string, never>
const refusal = async (name: string, body: unknown) =>
  (
    await shop.api
      .post(`/api/compute/${name}`)
      .send(body as object)
      .expect(422)
  ).body as { errors: { field: string; message: string }[] }

const bag = {
  heights: [0.1, 0.125, 0.15, 0.175, 0.2, 0.225],
  areas: [190, 178, 165, 150, 132, 110].map((a) => a * 1e-4),
  volumes: [1.3, 1.75, 2.18, 2.57, 2.92, 3.22].map((v) => v * 1e-3),
}

const pipeAsked = {
  name: 'pipe',
  kind: 'capsule',
  on: 'frame',
  from: [-0.5, 0.3, 0.6],
  to: [0.5, '330 mm', 0.58],
  radius: 0.032,
}
const clearance = {
  axleCenter: [0, 0, 0.4],
  bag: { lower: [0, 0.44, 0.46], upper: [0.01, 0.45, 0.625], radius: 0.085 },
  travel: { jounce: 0.07, rebound: 0.09, rollDegrees: 5, jounceSpacing: 0.9, reboundSpacing: 1.0 },
  obstacles: [pipeAsked],
}

describe('calculators, to four figures', () => {
  // Sources stand beside the same checks in core: statics, gas law, Shigley, NIST SP 811.
  test('level', async () => {
    const request = { bag, rideBagHeight: '165 mm', gain: 659.5946, axleRate: '76 N/mm', unladen: 800 }
    const answer = await compute('level', { ...request, rollMoment: 294.1995 })
    expect(answer).toMatchObject({ code: 'level', left: { pressure: { us: { unit: 'psi' } } } })
    const figures = answer as unknown as {
      pressure: { us: { value: number } }
      left: { pressure: { us: { value: number } } }
      right: { pressure: { us: { value: number } } }
      before: Record<'pressure' | 'left' | 'right', { us: { value: number } }> & {
        rise: { value: number }
        lean: number
      }
      frequency: { without: { value: number }; with: { value: number } }
      bagState: { rate: { value: number } }
    }
    expect(figures.pressure.us.value).toBeCloseTo(30.01, 2)
    expect(figures.left.pressure.us.value).toBeCloseTo(33.05, 2)
    expect(figures.right.pressure.us.value).toBeCloseTo(26.98, 2)
    const even = (await compute('level', request)) as unknown as typeof figures
    expect(even.before.pressure.us.value).toBeCloseTo(20.66, 2)
    expect(even.before.rise.value).toBeCloseTo(0.04604, 5)
    // Unequal air and no load: it leans the other way, and each side has its own figure.
    expect(figures.before.left.us.value).toBeGreaterThan(figures.before.right.us.value)
    expect(figures.before.lean).toBeLessThan(0)
    expect(figures.frequency.without.value).toBeCloseTo(1.148, 3)
    expect(figures.frequency.with.value).toBeCloseTo(1.797, 3)
    expect(figures.bagState.rate.value / 1000).toBeCloseTo(55.05, 2)
  })
  test('spring rate by test, coil and leaf', async () => {
    // Source: the same points through simple statistics in core; Shigley; beam theory.
    const rate = async (body: unknown) =>
      (await compute('spring-rate', body)) as unknown as { code: string; rate: { value: number } }
    const test = await rate({
      loads: [
        { gain: 0, squat: 0 },
        { gain: '300 kg', squat: '40 mm' },
      ],
    })
    expect(test.rate.value).toBeCloseTo((300 * 9.80665) / 0.04, 3)
    const coil = await rate({ coil: { wire: 0.014, meanDiameter: 0.12, activeTurns: 7 } })
    expect(coil.rate.value).toBeCloseTo((79.3e9 * 0.014 ** 4) / (8 * 0.12 ** 3 * 7), 3)
    expect(
      (await rate({ leaf: { length: 0.3, clamped: 0.3, width: 0.07, thickness: 0.01, fullLength: 1, graduated: 0 } }))
        .code,
    ).toBe('nothing-bends')
  })
  test('axle weights, distributing hitch, attitude', async () => {
    const answer = (await compute('axle-weights', {
      wheelbase: 3.7,
      loads: [
        { mass: '300 kg', x: 0.35 },
        { mass: 290, x: '-1250 mm' },
      ],
      distribution: { tongue: 290, hitch: 1.25, trailer: 5.2, restoration: 0.5 },
      heights: { front: 0.01905, rear: -0.08255 },
    })) as unknown as {
      rear: { value: number }
      front: { value: number }
      distribution: { couple: { value: number }; tongue: { value: number }; front: { value: number } }
      attitude: { pitchDegrees: number; beamRise: { value: number } }
    }
    expect(answer.rear.value).toBeCloseTo(659.59, 2)
    expect(answer.front.value).toBeCloseTo(-69.59, 2)
    expect(answer.distribution.couple.value).toBeCloseTo(1433.0, 1)
    expect(answer.distribution.tongue.value).toBeCloseTo(261.9, 2)
    expect(answer.distribution.front.value).toBeCloseTo(-48.99, 2)
    expect(answer.attitude.pitchDegrees).toBeCloseTo(1.573, 3)
    expect(answer.attitude.beamRise.value).toBeCloseTo(0.2092, 4)
  })
  test('torque', async () => {
    const answer = (await compute('torque', {
      torque: '16 lb-ft',
      bolt: { thread: '3/8-16', grade: 'grade 5' },
    })) as unknown as { clamp: { force: { value: number }; proofPercent: number } }
    expect(answer.clamp.force.value / 1000).toBeCloseTo(11.39, 2)
    expect(answer.clamp.proofPercent).toBeCloseTo(38.9, 1)
    const wrench = (await compute('torque', {
      torque: '38 lb-ft',
      extension: { wrench: 0.4, extension: '45 mm' },
    })) as unknown as { wrenchSetting: { us: { value: number } } }
    expect(wrench.wrenchSetting.us.value).toBeCloseTo(34.16, 2)
  })
  test('leak', async () => {
    const answer = (await compute('leak', {
      start: { pressure: '60 psi', temperature: '24 °C' },
      end: { pressure: '56 psi', temperature: '12 °C' },
    })) as unknown as { code: string; expected: { us: { value: number } }; lost: { us: { value: number } } }
    expect(answer.expected.us.value).toBeCloseTo(56.98, 2)
    expect(answer.lost.us.value).toBeCloseTo(0.98, 2)
    expect(answer.code).toBe('holds')
    // Standing, with heights that did not change, it is the same closed volume; friction alone leaves it open.
    const bag = { heights: [0.1, 0.15, 0.2], areas: [0.021, 0.02, 0.019], volumes: [0.0021, 0.003125, 0.0041] }
    const standing = { bag, bagHeight: '6 in', rate: 40_000, friction: 5000 }
    const hold = {
      start: { pressure: '60 psi', temperature: '24 °C' },
      end: { pressure: '56 psi', temperature: '12 °C' },
      hours: 24,
    }
    type Open = { expected: { us: { value: number }; low: { us: { value: number } }; high: { us: { value: number } } } }
    const band = (await compute('leak', { ...hold, standing })) as unknown as Open
    expect(band.expected.low.us.value).toBeCloseTo(56.98, 2)
    expect(band.expected.high.us.value).toBeGreaterThan(57.5)
    const read = (await compute('leak', { ...hold, standing: { ...standing, heightChange: 0 } })) as unknown as Open
    expect(read.expected.us.value).toBeCloseTo(56.98, 2)
    expect(await compute('leak', { ...hold, hours: 2 })).toMatchObject({ code: 'too-early' })
    await shop.api
      .post('/api/compute/leak')
      .send({ ...hold, standing: { ...standing, bagHeight: '20 in' } })
      .expect(422)
  })
  // Least squares and closed forms, see core/air.
  test('leak trend, filling, wire', async () => {
    const reading = (day: number, psi: number, celsius: number) => ({
      day,
      pressure: `${psi} psi`,
      temperature: `${celsius} °C`,
    })
    const trend = await compute('leak-trend', {
      readings: [reading(0, 60, 20), reading(10, 58.2, 16), reading(25, 56.9, 18), reading(40, 54, 10)],
      temperature: '20 °C',
      minimum: '5 psi',
    })
    expect(trend).toMatchObject({
      slope: expect.closeTo(-0.0015963, 7) as number,
      slopeError: expect.closeTo(0.0001353, 7) as number,
      lossPerMonth: expect.closeTo(0.04676, 5) as number,
      day: expect.closeTo(1556.8, 1) as number,
      code: 'beyond-span',
    })
    const flow = [
      { pressure: 0, flow: 25e-3 / 60 },
      { pressure: '100 psi', flow: 12e-3 / 60 },
    ]
    const filled = await compute('fill-time', { volume: 4.94e-3, from: '5 psi', to: '60 psi', flow })
    expect(filled).toEqual({ seconds: expect.closeTo(53.93, 2) as number })
    const never = [flow[0], { pressure: '50 psi', flow: 0 }]
    expect(await compute('fill-time', { volume: 4.94e-3, from: 0, to: '60 psi', flow: never })).toEqual({
      seconds: null,
    })
    expect(await compute('wire', { gauge: 12, loop: '14 m', current: 18 })).toEqual({
      drop: expect.closeTo(1.313, 3) as number,
      percent: expect.closeTo(10.942, 3) as number,
      gaugeFor3Percent: 6,
    })
  })
  test('quantity', async () => {
    expect(await compute('quantity', { kind: 'length', text: `2' 11 1/4"` })).toMatchObject({
      value: expect.closeTo(0.89535, 9) as number,
      about: false,
      shown: { us: '35 1/4 in', metric: '895 mm' },
    })
  })

  test('gaps around a bag', async () => {
    // Source: worked check by a minimum-norm-point solver; the least by `core/clearance` against brute force.
    const answer = (await compute('clearance', {
      ...clearance,
      poses: [{ heave: '50 mm', rollDegrees: 2 }],
    })) as unknown as {
      obstacles: { name: string; standing: number; least: number; at: { rollDegrees: number }; poses: number[] }[]
      bag: { least: number; most: number }
    }
    const [pipe] = answer.obstacles
    expect(pipe!.standing).toBeCloseTo(0.015487, 6)
    expect(pipe!.poses[0]).toBeCloseTo(0.013214, 6)
    expect(Math.abs(pipe!.least - 0.01158)).toBeLessThan(1e-5)
    expect(pipe!.at.rollDegrees).toBeCloseTo(5, 6)
    expect(answer.bag.least).toBeGreaterThan(0.08)
    expect(answer.bag.most).toBeLessThan(0.27)
    // An obstacle in the middle of the bag is answered with how deep it is.
    const inside = (await compute('clearance', {
      ...clearance,
      obstacles: [{ ...pipeAsked, from: [0, 0.44, 0.54], to: [0, 0.45, 0.55] }],
    })) as unknown as { obstacles: { standing: number }[] }
    expect(inside.obstacles[0]!.standing).toBeLessThan(-0.08)
    const still = (await compute('clearance', {
      ...clearance,
      travel: { ...clearance.travel, jounce: 0, rebound: 0, rollDegrees: 0 },
    })) as unknown as typeof answer
    expect(still.obstacles[0]!.least).toBeCloseTo(0.015487, 6)
    expect(still.bag.least).toBeCloseTo(still.bag.most, 9)
  })

  test('10,000 obstacles are refused before they are worked out, and so are 101', async () => {
    const requestOf = (count: number) => ({ ...clearance, obstacles: Array.from({ length: count }, () => pipeAsked) })
    expect((await refusal('clearance', requestOf(101))).errors[0]!.field).toBe('obstacles')
    const many = await shop.api.post('/api/compute/clearance').send(requestOf(10_000))
    expect(many.status).toBe(413)
    expect(many.body).toMatchObject({ errors: [{ field: 'body' }] })
  })

  test('length of a bolt', async () => {
    const requestHere = {
      grip: ['6 mm', 0.005],
      washers: [0.002, '2 mm'],
      nut: 0.0084,
      pitch: '1.5 mm',
      series: 'metric',
    }
    const answer = (await compute('bolt-length', requestHere)) as unknown as {
      needed: number
      next: number
      fits: boolean
    }
    expect(answer.needed).toBeCloseTo(0.0264, 9)
    expect(answer.next).toBeCloseTo(0.03, 9)
    expect(answer.fits).toBe(true)
  })

  test('an order of operations, and what can never be done', async () => {
    const usual = { after: [], support: 'any', wheels: 'any', side: null, hands: 1, minutes: 4, tools: [] }
    const stand = { support: 'on-wheels', wheels: 'on' }
    const ask = (operations: object[]) => compute('plan', { operations, start: stand, end: stand, crew: 2 })
    const found = await ask([
      { ...usual, id: 'a', support: 'axle-hanging', wheels: 'off', side: 'left', tools: ['bar'] },
      { ...usual, id: 'b', after: ['a'], side: 'right', tools: ['bar'] },
    ])
    expect(found).toMatchObject({
      ok: true,
      supportChanges: 2,
      wheelChanges: 2,
      sideWalks: 1,
      toolChanges: 1,
      optimal: true,
    })
    expect(await ask([{ ...usual, id: 'a', support: 'on-wheels', wheels: 'off' }])).toMatchObject({
      ok: false,
      unreachable: [{ id: 'a', why: 'no-such-stand' }],
    })
  })

  const step = { id: 'a', after: [], support: 'any', wheels: 'any', side: null, hands: 1, minutes: 4, tools: [] }
  const planAsked = {
    operations: [step],
    start: { support: 'on-wheels', wheels: 'on' },
    end: { support: 'on-wheels', wheels: 'on' },
    crew: 1,
  }
  test.each([
    ['plan', { ...planAsked, operations: [step, step] }, 'operations.1.id'],
    ['plan', { ...planAsked, operations: [{ ...step, after: ['z'] }] }, 'operations.0.after.0'],
    ['plan', { ...planAsked, operations: [{ ...step, hands: 3 }] }, 'operations.0.hands'],
    ['plan', { ...planAsked, operations: [{ ...step, minutes: 'four' }] }, 'operations.0.minutes'],
    ['plan', { ...planAsked, start: { support: 'on-wheels', wheels: 'off' } }, 'start.wheels'],
    ['plan', { ...planAsked, crew: 0 }, 'crew'],
    ['quantity', { kind: 'length', text: '35 1/0' }, 'text'],
    ['clearance', { ...clearance, bag: { ...clearance.bag, radius: -0.085 } }, 'bag.radius'],
    ['clearance', { ...clearance, bag: { ...clearance.bag, radius: 'NaN' } }, 'bag.radius'],
    ['clearance', { ...clearance, bag: { ...clearance.bag, upper: clearance.bag.lower } }, 'bag.upper'],
    ['clearance', { ...clearance, obstacles: [] }, 'obstacles'],
    ['clearance', { ...clearance, obstacles: [{ ...pipeAsked, radius: -1 }] }, 'obstacles.0.radius'],
    ['clearance', { ...clearance, obstacles: [{ ...pipeAsked, fromOn: 'axle' }] }, 'obstacles.0.on'],
    ['clearance', { ...clearance, travel: { ...clearance.travel, jounce: -0.01 } }, 'travel.jounce'],
    ['clearance', { ...clearance, axleCenter: [0, 0, 'NaN'] }, 'axleCenter.2'],
    ['bolt-length', { grip: [], washers: [], nut: 0.008, pitch: 0.0015, series: 'metric' }, 'grip'],
    ['bolt-length', { grip: [0.01], washers: [], nut: 0.008, pitch: 0, series: 'metric' }, 'pitch'],
    ['bolt-length', { grip: [0.01], washers: [], nut: 0.008, pitch: 0.0015, series: 'feet' }, 'series'],
    ['quantity', { kind: 'taste', text: '35' }, 'kind'],
    ['quantity', {}, 'kind'],
    ['axle-weights', { wheelbase: '35 psi', loads: [{ mass: 1, x: 0 }] }, 'wheelbase'],
    ['axle-weights', { wheelbase: '140', loads: [{ mass: 1, x: 0 }] }, 'wheelbase'],
    ['axle-weights', { wheelbase: 3.7, loads: [{ mass: -300, x: 0 }] }, 'loads.0.mass'],
    ['axle-weights', { wheelbase: 3.7, loads: [] }, 'loads'],
    ['level', { bag, rideBagHeight: 0.165, gain: 1e9, axleRate: 76000 }, 'gain'],
    ['level', { bag: { ...bag, heights: [3, 2, 1] }, rideBagHeight: 0.165, gain: 1, axleRate: 1 }, 'bag.heights.0'],
    ['level', { bag, rideBagHeight: 0.165, gain: 1, axlerate: 76000, axleRate: 76000 }, 'axlerate'],
    ['torque', { torque: 'tight' }, 'torque'],
    ['torque', { torque: 20, bolt: { thread: 'M9', grade: '8.8' } }, 'bolt.thread'],
    [
      'leak',
      { start: { pressure: '60 psi', temperature: 24 }, end: { pressure: 1, temperature: 285 } },
      'start.temperature',
    ],
    ['leak', { start: { pressure: 1, temperature: 290 }, end: { pressure: 1, temperature: 290 }, hours: 0 }, 'hours'],
    [
      'leak-trend',
      { readings: [{ day: 0, pressure: '60 psi' }], temperature: 290, minimum: 1 },
      'readings.0.temperature',
    ],
    ['fill-time', { volume: 1e-3, from: '60 psi', to: '5 psi', flow: [{ pressure: 0, flow: 1e-3 }] }, 'to'],
    ['wire', { gauge: 12.5, loop: 14, current: 18 }, 'gauge'],
  ])('%s refuses %j and names %s', async (name, body, field) => {
    const { errors } = await refusal(name, body)
    expect(errors[0]!.field).toBe(field)
    expect(errors[0]!.message).not.toMatch(/Invalid input/)
  })
})

describe('the server as such', () => {
  test('10 MB, broken JSON, unknown address', async () => {
    const big = await shop.api
      .post('/api/jobs')
      .set('Content-Type', 'application/json')
      .send(`{"title":"${'x'.repeat(10_000_000)}"}`)
    expect(big.status).toBe(413)
    const broken = await shop.api.post('/api/jobs').set('Content-Type', 'application/json').send('{"title":')
    expect(broken.status).toBe(400)
    expect((broken.body as { errors: { field: string }[] }).errors[0]!.field).toBe('body')
    await shop.api
      .get('/api/nothing')
      .expect(404)
      .expect('Content-Type', /problem\+json/)
  })
  test('migrations go up and down again', async () => {
    const db = await openDatabase(':memory:')
    expect(await db.schema.hasTable('jobs')).toBe(true)
    await db.migrate.rollback({ migrationSource })
    expect(await db.schema.hasTable('jobs')).toBe(false)
    await db.migrate.latest({ migrationSource })
    await db.destroy()
  })
})

describe('library and catalog', () => {
  test('add, read, change by version', async () => {
    const vehicle = { ...demoVehicles()[0]!, id: 'another' }
    await shop.api.post('/api/vehicles').send(vehicle).expect(201)
    await shop.api.post('/api/vehicles').send(vehicle).expect(409)
    await shop.api
      .put('/api/vehicles/another')
      .set('If-Match', '"1"')
      .send({ ...vehicle, year: 2023 })
      .expect(200)
    await shop.api
      .put('/api/vehicles/another')
      .set('If-Match', '"1"')
      .send({ ...vehicle, year: 2024 })
      .expect(412)
    expect(((await shop.api.get('/api/vehicles/another')).body as { document: { year: number } }).document.year).toBe(
      2023,
    )
  })
  test('a kit whose operations name fasteners it has not is refused', async () => {
    const kit = structuredClone(demoKits()[0]!)
    kit.id = 'broken'
    kit.operations[0]!.torques = ['ghost']
    const answer = await shop.api.post('/api/kits').send(kit).expect(422)
    expect((answer.body as { detail: string }).detail).toContain('"ghost" is not a fastener')
  })
})

describe('devices', () => {
  test('a dropped connection neither loses nor doubles a reading', async () => {
    const since = new Date(Date.now() - 1000).toISOString()
    const unclaimed = async () =>
      (await shop.api.get(`/api/devices/readings?since=${since}`)).body as {
        sequence: number
        value: number
      }[]
    await shop.api.put('/api/devices/wrench-3/setting').send({ setting: 21.7 }).expect(200)
    await shop.api.put('/api/devices/wrench-3/connection').send({ connected: false }).expect(200)
    await shop.api.post('/api/devices/wrench-3/readings').expect(201)
    await shop.api.post('/api/devices/wrench-3/readings').expect(201)
    expect(await unclaimed()).toEqual([])
    await shop.api.put('/api/devices/wrench-3/connection').send({ connected: true }).expect(200)
    await shop.api.put('/api/devices/wrench-3/connection').send({ connected: true }).expect(200)
    const readings = await unclaimed()
    expect(readings.map((r) => r.value)).toEqual([21.7, 21.7])
    const body = {
      kind: 'torque',
      step: 'torque-strap:left',
      fastener: 'axle-strap',
      place: 1,
      outcome: 'reading',
      value: 21.7,
      reading: { device: 'wrench-3', sequence: readings[0]!.sequence },
    }
    const send = () => shop.api.post('/api/jobs/job-0417/records').send({ body, supersedes: null })
    const first = await send().expect(201)
    expect((await send().expect(200)).body).toEqual(first.body)
    expect(await unclaimed()).toHaveLength(1)
  })
  test('settings are checked, unknown devices refused', async () => {
    await shop.api.put('/api/devices/wrench-3/setting').send({ setting: -1 }).expect(422)
    await shop.api.put('/api/devices/hammer/setting').send({ setting: 1 }).expect(404)
  })
})

describe('open formats', () => {
  test('readings and loads as CSV, with units in the head', async () => {
    const { api, close } = await testShop()
    const readings = await api.get('/api/jobs/job-0417/readings.csv').expect(200)
    expect(readings.type).toBe('text/csv')
    expect(readings.text.split('\r\n')[0]).toBe(
      'timing,load,load_case,corner,mark,height_mm,about,tolerance_mm,bag_pressure_kpa',
    )
    const loads = await api.get('/api/jobs/job-0417/loads.csv').expect(200)
    expect(loads.text).toContain('"Extraction trailer, by ticket"')
    await close()
  })
  test('JSON Schema of every document, and the demo fits it', async () => {
    const { api, close } = await testShop()
    const names = (await api.get('/api/schemas').expect(200)).body as string[]
    expect(names).toEqual([
      'job',
      'job-export',
      'record',
      'vehicle',
      'kit',
      'procedure',
      'application',
      'platform',
      'stock-item',
      'rule-set',
      'shop-settings',
      'underbody',
      'circuit',
      'pressures',
      'template',
    ])
    for (const name of names) {
      const { text } = await api.get(`/api/schemas/${name}`).expect(200)
      expect(JSON.parse(text)).toMatchObject({
        $schema: 'https://json-schema.org/draft/2020-12/schema',
        type: 'object',
      })
    }
    await api.get('/api/schemas/nothing').expect(404)
    await close()
  })
  test('a job stored before a field existed gets its default when it is read', async () => {
    const { api, db, close } = await testShop()
    const row = (await db('jobs').where({ id: 'job-0417' }).first()) as { document: string }
    const {
      fittings: _,
      tapeTolerance: __,
      conditions: ___,
      ...old
    } = JSON.parse(row.document) as Record<string, unknown>
    await db('jobs')
      .where({ id: 'job-0417' })
      .update({ document: JSON.stringify(old) })
    const answer = await api.get('/api/jobs/job-0417').expect(200)
    expect((answer.body as { job: unknown }).job).toMatchObject({ fittings: [], conditions: { driveAltitude: null } })
    await close()
  })
})

describe('papers', () => {
  async function text(path: string): Promise<string> {
    const answer = await shop.api
      .get(path)
      .expect(200)
      .expect('Content-Type', /application\/pdf/)
      .responseType('blob')
    return (await pdfText(answer.body as Buffer)).text
  }
  test("the owner's card has min, max and a setting for each load", async () => {
    const card = await text('/api/jobs/job-0417/card.pdf')
    const { kits, loadCases } = demoJob('0417').job
    const { bag } = kits[0]!.kit
    for (const pascals of [bag!.minimum, bag!.maximum])
      expect(card).toContain(formatQuantity('pressure', pascals, 'us'))
    for (const { name } of loadCases) expect(card).toContain(name)
  })
  test('the work record has heights, torques, both ends of a range, pressures as set, verdict and deviations', async () => {
    const record = await text('/api/jobs/job-0411/record.pdf?units=metric')
    const { job, records } = demoJob('0411')
    const set = ofKind(records, 'bag-pressure').at(-1)!.body
    const { low, high } = job.kits[0]!.kit.bag!.heightRange
    const deviation = ofKind(records, 'deviation')[0]!.body
    for (const figure of [
      '98 ± 2 %',
      'Clamp bar nut',
      'N·m',
      `${formatQuantity('length', low, 'metric')} to ${formatQuantity('length', high, 'metric')}`,
      formatQuantity('pressure', set.left, 'metric'),
      deviation.what,
      VERDICT_NAMES.fits,
    ])
      expect(record).toContain(figure)
  })
  test('follow-ups are a calendar', async () => {
    const { text: calendar } = await shop.api
      .get('/api/jobs/job-0411/follow-ups.ics')
      .expect(200)
      .expect('Content-Type', /text\/calendar/)
    expect(calendar.match(/BEGIN:VEVENT/g)).toHaveLength(3)
    // Handed over on 21 November: 24 h later is the 22nd.
    expect(calendar).toContain('DTSTART;VALUE=DATE:20261122')
  })
  test('a card of a vehicle that has not left says so on its face; one that left does not', async () => {
    expect(await text('/api/jobs/job-0417/card.pdf')).toContain('NOT HANDED OVER')
    expect(await text('/api/jobs/job-0411/card.pdf')).not.toContain('NOT HANDED OVER')
  })
  test('an overloaded load gets no setting on the card', async () => {
    const { job, records } = demoJob('0416')
    const kit = demoKits().find((k) => k.id === 'ninebark-coach')!
    await shop.api
      .post('/api/jobs/import')
      .send({ format: 'stout-shackle-job/2', job: { ...job, id: 'over', number: '0950', kits: [{ kit }] }, records })
      .expect(201)
    expect(await text('/api/jobs/over/card.pdf')).toContain(RATING_NAMES['gawr-rear'])
  })
})
