import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { StoredJob } from '@stout-shackle/core/contract'
import type { RecordBody } from '@stout-shackle/core/job'
import { assessJob, inputsOf, planFor } from '@stout-shackle/core/stages'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())
const ID = 'job-0421'
const send = (body: unknown) => shop.api.post(`/api/jobs/${ID}/records`).send({ body, supersedes: null })
const codeOf = (body: unknown) => (body as { errors?: { code?: string }[] }).errors?.[0]?.code
const stored = async () => (await shop.api.get(`/api/jobs/${ID}`)).body as StoredJob
async function steps() {
  const { job, records } = await stored()
  const outcome = planFor(job, records)
  if (!outcome?.ok) throw new Error('no plan')
  return { job, records, steps: outcome.plan.steps }
}

describe('the plan of a coach with kits at both ends', () => {
  test('is kept as it was when the work began; one that somebody made up is not', async () => {
    const { job, steps: plan } = await steps()
    const altered = plan.map((s) => (s.kind === 'state' ? { ...s, steps: ['Let go.'] } : s))
    expect(codeOf((await send({ kind: 'planned', of: inputsOf(job), steps: altered }).expect(422)).body)).toBe(
      'plan-differs',
    )
    expect(codeOf((await send({ kind: 'planned', of: '0'.repeat(64), steps: plan }).expect(422)).body)).toBe(
      'plan-differs',
    )
    await send({ kind: 'planned', of: inputsOf(job), steps: plan }).expect(201)
    const after = await steps()
    expect(after.steps.map((s) => s.id)).toEqual(plan.map((s) => s.id))
  })
  test('a question is answered by its own words, at a step that asks it', async () => {
    const { steps: plan } = await steps()
    const asking = plan.find((s) => s.asks.length)!
    const finding = { kind: 'finding', axle: 'rear', fact: 'mountTouches', answer: false, step: asking.id }
    expect(codeOf((await send({ ...finding, answer: 'perhaps' }).expect(422)).body)).toBe('no-such-answer')
    expect(codeOf((await send({ ...finding, step: 'make-safe' }).expect(422)).body)).toBe('not-asked-here')
    await send(finding).expect(201)
    const after = await steps()
    expect(after.steps.map((s) => s.id)).toContain('contact-spacer:left')
    expect(plan.map((s) => s.id)).not.toContain('contact-spacer:left')
  })
  test('what is done stays where it is, whatever is found after it', async () => {
    const { steps: plan } = await steps()
    const move = plan.findIndex((s) => s.kind === 'state')
    for (const s of plan.slice(0, move))
      if (!s.torques.length && !s.checks.length)
        await send({ kind: 'step', step: s.id, outcome: 'done', reason: '' }).expect(201)
    await send({ kind: 'finding', axle: 'rear', fact: 'mountTouches', answer: true, step: null }).expect(201)
    const { job, records, steps: after } = await steps()
    expect(after.map((s) => s.id)).not.toContain('contact-spacer:left')
    const a = assessJob(job, records)
    const done = a.steps.filter((s) => s.outcome === 'done').map((s) => s.step.id)
    expect(done.length).toBeGreaterThan(3)
    for (const id of done)
      expect(after.findIndex((s) => s.id === id)).toBeLessThan(after.findIndex((s) => s.kind === 'state'))
  })
  test('a step is not done by a click: its question, its look, its consent, everybody clear', async () => {
    const flagOf = async (body: RecordBody) => {
      const { id } = (await send(body).expect(201)).body as { id: string }
      const { job, records } = await stored()
      return assessJob(job, records).proof.evidence.get(id)!.flag?.code ?? null
    }
    const { steps: plan } = await steps()
    const air = plan.find((s) => s.checks.includes('first-air'))!
    expect(await flagOf({ kind: 'step', step: air.id, outcome: 'done', reason: '' })).toBe('before-its-turn')
    const move = plan.find((s) => s.kind === 'state')!
    const person = (await shop.api.get('/api/people')).body as { document: { name: string } }[]
    expect(person.length).toBeGreaterThan(1)
    // Somebody else is at a step: the vehicle is not moved over them.
    const { api: other } = await shop.signIn('Teo', 'Bay 2')
    await other
      .post(`/api/jobs/${ID}/records`)
      .send({ body: { kind: 'step-begun', step: plan[0]!.id }, supersedes: null })
      .expect(201)
    expect(await flagOf({ kind: 'step', step: move.id, outcome: 'done', reason: '' })).toBe('not-clear')
    await other
      .post(`/api/jobs/${ID}/records`)
      .send({ body: { kind: 'clear', step: move.id, names: [] }, supersedes: null })
      .expect(201)
    expect(await flagOf({ kind: 'step', step: move.id, outcome: 'done', reason: '' })).toBeNull()
  })
})
