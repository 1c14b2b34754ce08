import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { DEFAULT_RULES, nextQuestion, type KitVerdict, type Reason, type RuleSet } from '@stout-shackle/core/kit'
import { demoJob, demoKits, demoSurvey, demoVehicles, demoVerdicts } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import { putBack, takeReserved } from '../stock'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

interface Verdicts {
  rules: number
  verdicts: { kit: string; verdict: string; reasons: number[]; open?: string[] }[]
  reasons: Partial<Reason>[]
  notListed: { count: number; verdict: Omit<KitVerdict, 'kit'> }
  question: ReturnType<typeof nextQuestion>
}
const ask = async (id: string) =>
  (
    await shop.api
      .post('/api/verdicts')
      .send({ vehicle: demoVehicles().find((v) => v.id === id), survey: demoSurvey(id) })
      .expect(200)
  ).body as Verdicts
const WORD: Record<string, string> = {
  fits: 'fits',
  'fits-with-parts': 'parts',
  'needs-answer': 'ask',
  'does-not-fit': 'no',
}

describe('verdicts over the API', () => {
  // Source: demo/verdicts.csv, a second derivation by plain comparisons.
  test.each(demoVehicles().map((v) => v.id))('%s: as the table says, each with a reason', async (id) => {
    const [head, ...lines] = demoVerdicts().trim().split('\n')
    const index = head!.split(',').indexOf(id)
    const cells = lines.map((l) =>
      /("[^"]*"|[^,]*)(,|$)/g[Symbol.match](l)!.map((c) => c.replace(/,$/, '').replaceAll('"', '')),
    )
    const answers = Object.fromEntries(cells.map((c) => [c[0]!, c[index]!]))
    const { verdicts, reasons, notListed } = await ask(id)
    for (const v of verdicts) {
      expect(`${v.kit} ${WORD[v.verdict]}`).toBe(`${v.kit} ${answers[v.kit]!.split(':')[0]}`)
      if (v.verdict !== 'fits') expect(v.reasons.length).toBeGreaterThan(0)
      for (const r of v.reasons) expect(reasons[r]!.says).toMatch(/^\S.*\S$/s)
    }
    expect(Object.values(answers).filter((c) => c === 'no: not listed')).toHaveLength(notListed.count)
    expect(verdicts.length + notListed.count).toBe(demoKits().length)
  })
  test('the next question comes with them; a vehicle that is none is refused by its field', async () => {
    const { question } = await ask('pellick-15')
    expect(question!.undecided).toBeGreaterThan(5)
    const answer = await shop.api.post('/api/verdicts').send({ vehicle: { id: 'x' }, survey: {} })
    expect(answer.status).toBe(422)
    expect(JSON.stringify(answer.body)).toContain('vehicle.make')
  })
  test('a catalog holds the kits of one model, their lines and the rules', async () => {
    const { body } = (await shop.api.get('/api/catalog?make=Tollmere&model=dunnock%2045').expect(200)) as {
      body: { kits: { id: string }[]; applications: { model: string }[]; listed: string[]; notListed: { id: string }[] }
    }
    expect(body.listed).toEqual(['fen-rubber-dual', 'ninebark-twofold-heavy', 'sallow-reed-dual'])
    expect(new Set(body.applications.map((a) => a.model))).toEqual(new Set(['Dunnock 45']))
    expect(body.kits.length + body.notListed.length).toBe(demoKits().length)
    await shop.api.get('/api/catalog?make=Tollmere').expect(422)
  })
})

describe('finding', () => {
  test.each([
    ['kits', 'twofold hea', ['ninebark-twofold-heavy']],
    ['kits', 'NB-44', ['ninebark-coach', 'ninebark-coach-wide']],
    ['vehicles', 'dunnock 2012', ['dunnock-25-early']],
    ['vehicles', 'nosuch', []],
  ])('%s: "%s"', async (what, find, ids) => {
    const { body } = (await shop.api.get(`/api/${what}?find=${encodeURIComponent(find)}`).expect(200)) as {
      body: { total: number; entries: { document: { id: string } }[] }
    }
    expect(body.entries.map((e) => e.document.id)).toEqual(ids)
    expect(body.total).toBe(ids.length)
  })
  test('pages, and a limit that is none', async () => {
    const { body } = (await shop.api.get(`/api/kits?limit=5&offset=${demoKits().length - 3}`)) as {
      body: { total: number; entries: unknown[] }
    }
    expect(body.entries).toHaveLength(3)
    expect(body.total).toBe(demoKits().length)
    await shop.api.get('/api/kits?limit=9999').expect(422)
  })
})

describe('rules', () => {
  test('a change makes a new version; verdicts follow it, the old version stays', async () => {
    const strict: RuleSet = {
      version: 2,
      why: 'running boards are in the way of our short route',
      by: 'Maren',
      rules: DEFAULT_RULES.rules.map((r) =>
        r.id === 'rust' ? { ...r, when: [{ survey: 'rust', is: ['surface', 'heavy'] }], effect: 'no' } : r,
      ),
    }
    await shop.api
      .put('/api/rules')
      .set('If-Match', '"1"')
      .send({ ...strict, version: 7 })
      .expect(422)
    await shop.api.put('/api/rules').set('If-Match', '"1"').send(strict).expect(200)
    await shop.api.put('/api/rules').set('If-Match', '"1"').send(strict).expect(412)
    const { rules, verdicts } = await ask('dunnock-25')
    expect(rules).toBe(2)
    expect(verdicts.every((v) => v.verdict === 'does-not-fit')).toBe(true)
    expect(((await shop.api.get('/api/rules/1')).body as RuleSet).rules).toEqual(DEFAULT_RULES.rules)
    await shop.api.get('/api/rules/9').expect(404)
    await shop.api
      .put('/api/rules')
      .set('If-Match', '"2"')
      .send({ ...DEFAULT_RULES, version: 3, why: 'back as shipped' })
      .expect(200)
    expect((await ask('dunnock-25')).verdicts.some((v) => v.verdict === 'fits')).toBe(true)
  })
})

describe('the catalog', () => {
  interface Listed {
    item: { id: string; onHand: number }
    reserved: { job: string; count: number }[]
    free: number
    order: number
  }
  const item = async (id: string) =>
    ((await shop.api.get('/api/stock')).body as Listed[]).find((s) => s.item.id === id)!
  test('a picked kit and its parts are reserved, and free again when it is put back', async () => {
    const before = await item('kit-ninebark-twofold-tall')
    const { body: stored } = (await shop.api.get('/api/jobs/job-0418')) as { body: { version: number; job: object } }
    const kit = demoKits().find((k) => k.id === 'ninebark-twofold-tall')!
    const put = (version: number, job: object) =>
      shop.api.put('/api/jobs/job-0418').set('If-Match', `"${version}"`).send(job)
    await put(stored.version, { ...stored.job, kits: [{ kit }] }).expect(200)
    expect((await item('kit-ninebark-twofold-tall')).reserved).toEqual([{ job: '0418', count: 1 }])
    expect((await item('kit-ninebark-twofold-tall')).free).toBe(before.free - 1)
    // Both of the shield's clamps are joined with another one for a 5 in exhaust; hitch rails need their spacers.
    expect((await item('band-clamp')).reserved).toEqual([{ job: '0418', count: 2 }])
    expect((await item('rail-spacers')).reserved).toEqual([{ job: '0418', count: 1 }])
    await put(stored.version + 1, { ...stored.job, kits: [] }).expect(200)
    expect((await item('kit-ninebark-twofold-tall')).free).toBe(before.free)
    expect((await item('band-clamp')).reserved).toEqual([])
  })
  test('what was reserved is out of stock when the vehicle has left', async () => {
    const before = await item('kit-ninebark-twofold')
    expect(before.reserved).toEqual([{ job: '0417', count: 1 }])
    await takeReserved(shop.db, 'job-0417')
    const after = await item('kit-ninebark-twofold')
    expect(after.item.onHand).toBe(before.item.onHand - 1)
    expect(after.reserved).toEqual([])
    expect(after.free).toBe(before.free)
    // Handed over a second time it takes nothing more; taken back, what it took is there and reserved again.
    await takeReserved(shop.db, 'job-0417')
    expect((await item('kit-ninebark-twofold')).item.onHand).toBe(after.item.onHand)
    await putBack(shop.db, demoJob('0417').job)
    expect(await item('kit-ninebark-twofold')).toMatchObject({ ...before, version: expect.any(Number) as number })
  })
  test('more reserved than in stock says so, and what to order', async () => {
    const { free, order } = await item('kit-kettleworth-core-92')
    expect(free).toBe(-1)
    expect(order).toBeGreaterThan(0)
  })
})
