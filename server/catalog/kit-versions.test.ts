import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { StoredJob } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { figureHash, kitHash, lacksOf, PAPER, withOrigin, type Kit, type Origin } from '@stout-shackle/core/kit'
import { assessJob } from '@stout-shackle/core/judge'
import { demoKits } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

const onefold = demoKits().find((k) => k.id === 'ninebark-onefold')!
const copied: Origin = { ...PAPER, from: 'copied', of: 'Onefold', band: 0.2 }
const ownKit = (id: string, more: Partial<Kit> = {}): Kit => ({ ...onefold, id, name: id, ...more })
const addKit = async (kit: unknown) =>
  (
    await shop.api
      .post('/api/kits')
      .send(kit as object)
      .expect(201)
  ).body as { document: Kit }
const job = async (id = 'job-0419') => (await shop.api.get(`/api/jobs/${id}`).expect(200)).body as StoredJob
/** The job with a kit put on it, as anybody may send it. */
async function put(change: (job: Job) => Job, id = 'job-0419'): Promise<StoredJob> {
  const stored = await job(id)
  return (
    await shop.api.put(`/api/jobs/${id}`).set('If-Match', `"${stored.version}"`).send(change(stored.job)).expect(200)
  ).body as StoredJob
}
const withKits =
  (...kits: Partial<Job['kits'][number]>[]) =>
  (j: Job): Job => ({ ...j, kits: kits as Job['kits'] })
const stopsOf = ({ job: j, records }: StoredJob) => assessJob(j, records).stops.map((s) => s.code)
const record = (body: object, id = 'job-0419') =>
  shop.api.post(`/api/jobs/${id}/records`).send({ body, supersedes: null })

describe('a kit that somebody writes', () => {
  test('without saying where its figures are from: the shop’s, and nobody stands for them', async () => {
    const { origin: _origin, ...unsaid } = ownKit('unsaid')
    const { document } = await addKit(unsaid)
    expect(document.origin).toEqual({ ...PAPER, from: 'shop' })
    expect(lacksOf(document).length).toBeGreaterThan(5)
    const listed = (await shop.api.get('/api/kits?find=unsaid').expect(200)).body as {
      entries: { document: { lacks: number; origin: string } }[]
    }
    expect(listed.entries[0]!.document).toMatchObject({ origin: 'shop', lacks: lacksOf(document).length })
  })
  test('who stands for a figure is who wrote it', async () => {
    const { document } = await addKit(
      withOrigin(ownKit('stood-for'), ['bag.maximum'], { ...PAPER, from: 'shop', by: 'Somebody else' }),
    )
    expect(document.origins['bag.maximum']!.by).toBe('Maren')
  })
})

describe('every version of a kit', () => {
  test('is kept by its hash, and is what it was', async () => {
    const { document: first } = await addKit(ownKit('kept'))
    const second = { ...first, price: 1 }
    await shop.api.put('/api/kits/kept').set('If-Match', '"1"').send(second).expect(200)
    const versions = (await shop.api.get('/api/kits/kept/versions').expect(200)).body as {
      hash: string
      version: number
    }[]
    expect(versions.map((v) => [v.version, v.hash])).toEqual([
      [2, kitHash(second)],
      [1, kitHash(first)],
    ])
    expect((await shop.api.get(`/api/kits/kept/versions/${kitHash(first)}`).expect(200)).body).toEqual(first)
    await shop.api.get(`/api/kits/kept/versions/${'0'.repeat(64)}`).expect(404)
  })
})

describe('the copy on a job', () => {
  test('names the version it is, whatever it says itself', async () => {
    const { document } = await addKit(ownKit('on-job'))
    const stored = await put(withKits({ kit: document, version: 'f'.repeat(64) }))
    expect(stored.job.kits[0]!.version).toBe(kitHash(document))
    expect(stopsOf(stored)).not.toContain('kit-unconfirmed')
  })
  test.each([
    ['a figure of it was written anew', (kit: Kit): Kit => ({ ...kit, bag: { ...kit.bag!, maximum: 700_000 } })],
    ['it says of itself that the paper has it', (kit: Kit): Kit => ({ ...kit, price: 2, origin: PAPER, origins: {} })],
    ['it is a kit that the shop never had', (kit: Kit): Kit => ({ ...kit, id: 'never-had' })],
  ])('does not leave where %s', async (_what, change) => {
    const { document } = await addKit(ownKit(`attack-${_what.length}`))
    const stored = await put(withKits({ kit: change(document), version: kitHash(document) }))
    expect(stored.job.kits[0]!.version).toBe(null)
    expect(stopsOf(stored)).toContain('kit-unconfirmed')
    const out = await record({ kind: 'handed-over', to: 'Owner' }).expect(409)
    expect((out.body as { errors: { code: string }[] }).errors.map((e) => e.code)).toContain('kit-unconfirmed')
  })
  test('of a kit begun as a copy does not leave before its pressures are confirmed here, by who compared them', async () => {
    const { document } = await addKit(withOrigin(ownKit('begun-as-copy'), ['bag.maximum', 'testPressure'], copied))
    const before = await put(withKits({ kit: document }))
    expect(assessJob(before.job, before.records).unconfirmed[0]!.figures.map((f) => f.path)).toEqual([
      'bag.maximum',
      'testPressure',
    ])
    const confirm = (hash: string, ...paths: string[]) =>
      record({
        kind: 'kit-confirmed',
        axle: 'rear',
        kit: document.id,
        figures: paths.map((path) => ({ path, hash: hash || figureHash(document, path) })),
      })
    // Another figure than stands there was not compared, and neither was another kit's.
    await confirm('0'.repeat(64), 'bag.maximum').expect(422)
    await confirm('', 'bag.nothing').expect(422)
    await record({
      kind: 'kit-confirmed',
      axle: 'rear',
      kit: 'other',
      figures: [{ path: 'bag.maximum', hash: figureHash(document, 'bag.maximum') }],
    }).expect(422)
    await confirm('', 'bag.maximum', 'testPressure').expect(201)
    expect(stopsOf(await job())).not.toContain('kit-unconfirmed')
    const offered = (await shop.api.get('/api/kits/begun-as-copy/confirmations').expect(200)).body as object[]
    expect(offered).toContainEqual(expect.objectContaining({ path: 'bag.maximum', by: 'Maren', job: '0419' }))
    // Changed afterward it is another figure.
    const after = await put((j) => ({
      ...j,
      kits: j.kits.map((k) => ({ ...k, kit: { ...k.kit, bag: { ...k.kit.bag!, maximum: 700_000 } } })),
    }))
    expect(stopsOf(after)).toContain('kit-unconfirmed')
  })
  test('what was confirmed is not said by the job itself', async () => {
    const { document } = await addKit(withOrigin(ownKit('told-confirmed'), ['bag.maximum'], copied))
    const stored = await put(
      withKits({
        kit: document,
        confirmed: [{ path: 'bag.maximum', hash: figureHash(document, 'bag.maximum') }],
      }),
    )
    expect(stored.job.kits[0]!.confirmed).toEqual([])
    expect(stopsOf(stored)).toContain('kit-unconfirmed')
  })
  test('in a job file that comes in it is what this shop knows of it', async () => {
    const file = (await shop.api.get('/api/jobs/job-0417/export').expect(200)).body as { job: Job; records: object[] }
    const [known] = file.job.kits
    const send = (id: string, number: string, kit: Kit) =>
      shop.api.post('/api/jobs/import').send({
        ...file,
        job: { ...file.job, id, number, kits: [{ ...known!, kit }] },
        records: file.records.map((r, i) => ({ ...r, id: `${id}-${i}` })),
      })
    const mine = (await send('in-known', '0901', known!.kit).expect(201)).body as StoredJob
    expect(mine.job.kits[0]!.version).toBe(known!.version)
    const other = (await send('in-other', '0902', { ...known!.kit, price: 3 }).expect(201)).body as StoredJob
    expect(other.job.kits[0]!.version).toBe(null)
    expect(stopsOf(other)).toContain('kit-unconfirmed')
  })
})

describe('samples', () => {
  test('come in marked, stay marked, and no vehicle leaves with one, whatever is written over it', async () => {
    const { added } = (await shop.api.post('/api/kits/samples').send({}).expect(201)).body as { added: number }
    expect(added).toBe(demoKits().length)
    expect((await shop.api.post('/api/kits/samples').send({}).expect(201)).body).toEqual({ added: 0 })
    const id = 'sample-ninebark-onefold'
    const { document, version } = (await shop.api.get(`/api/kits/${id}`).expect(200)).body as {
      document: Kit
      version: number
    }
    expect(document.sample).toBe(true)
    const cleared = { ...document, sample: false, origin: PAPER, origins: {} }
    const written = await shop.api.put(`/api/kits/${id}`).set('If-Match', `"${version}"`).send(cleared).expect(200)
    const kit = (written.body as { document: Kit }).document
    expect(lacksOf(kit).map((l) => l.why)).toEqual(['sample'])
    const stored = await put(withKits({ kit }))
    expect(stopsOf(stored)).toContain('kit-unconfirmed')
    // Nor is there anything of it to confirm.
    await record({
      kind: 'kit-confirmed',
      axle: 'rear',
      kit: id,
      figures: [{ path: 'sample', hash: figureHash(kit, 'sample') }],
    }).expect(422)
  })
})

describe('another version taken on a job where work was done', () => {
  test('voids the steps and torques that it says otherwise, and nothing else', async () => {
    const id = 'job-0417'
    const { job: begun, records } = await job(id)
    const [jobKit] = begun.kits
    const done = assessJob(begun, records).torques.filter((t) => t.places.some((p) => p.value !== null))
    const [changed, kept] = [...new Set(done.map((t) => t.fastener.id))]
    const next: Kit = {
      ...jobKit!.kit,
      price: 5,
      fasteners: jobKit!.kit.fasteners.map((f) => (f.id === changed ? { ...f, name: `${f.name}, new` } : f)),
    }
    const now = (await shop.api.get(`/api/kits/${next.id}`).expect(200)).body as { version: number }
    await shop.api.put(`/api/kits/${next.id}`).set('If-Match', `"${now.version}"`).send(next).expect(200)
    const after = await put((j) => ({ ...j, kits: j.kits.map((k) => ({ ...k, kit: next })) }), id)
    expect(after.job.kits[0]!.since).toBe(jobKit!.since)
    expect(after.job.kits[0]!.revised).toMatchObject([{ steps: [], fasteners: [changed] }])
    const voided = (fastener: string | undefined) =>
      [...assessJob(after.job, after.records).proof.evidence.values()]
        .filter(({ record: { body } }) => body.kind === 'torque' && body.fastener === fastener)
        .map((e) => e.voided?.code ?? null)
    expect(voided(changed)).toContain('instructions-changed')
    expect(voided(kept)).not.toContain('instructions-changed')
    const heights = [...assessJob(after.job, after.records).proof.evidence.values()].filter(
      ({ record: { body } }) => body.kind === 'height',
    )
    expect(heights.map((e) => e.voided?.code)).not.toContain('kit-changed')
  })
})
