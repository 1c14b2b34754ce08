import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { PlanAnswer, StoredJob } from '@stout-shackle/core/contract'
import type { RecordBody } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import { PLAIN_OPERATION, type Procedure } from '@stout-shackle/core/kit'
import { inputsOf, planFor } from '@stout-shackle/core/stages'
import { consentBodies } from '../../core/fixtures/whole-job'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
  for (const body of consentBodies((await stored()).job)) await send(body).expect(201)
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
  test('is read over the API: steps in order, fasteners place by place, what is read', async () => {
    const { steps: plan } = await steps()
    const answer = (await shop.api.get(`/api/jobs/${ID}/plan`).expect(200)).body as PlanAnswer
    expect(answer.steps.map((s) => s.id)).toEqual(plan.map((s) => s.id))
    expect(answer.fasteners.map((f) => `${f.step} ${f.fastener} ${f.places.length}`)).toEqual(
      plan.flatMap((s) => s.torques.map((f) => `${s.id} ${f.id} ${f.count}`)),
    )
    expect(new Set(answer.gaps.map((g) => g.axle))).toEqual(new Set(['front', 'rear']))
    expect(answer.connections.length).toBeGreaterThan(0)
    expect(answer.checks.find((c) => c.check === 'soap')!.missing).toBeGreaterThan(0)
    const bare = (await shop.api.get('/api/jobs/job-0416/plan').expect(200)).body as PlanAnswer
    expect([bare.steps, bare.minutes, bare.stuck]).toEqual([[], null, []])
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

describe('a step that the bay adds', () => {
  const operation = {
    ...PLAIN_OPERATION,
    id: 'step',
    title: 'Wire brush the seat',
    phase: 'refit',
    steps: ['Until it is bright.'],
  }
  const added = (part: object = {}) => ({
    kind: 'step-added',
    axle: 'rear',
    operation,
    fastener: null,
    before: null,
    why: 'rust under the bracket',
    ...part,
  })
  test('stands before the step it was added for, and what was done stays done', async () => {
    const before = await steps()
    const { steps: reports } = assessJob(before.job, before.records)
    const next = reports.find(
      ({ step: s, outcome }) =>
        outcome === 'open' && s.kind === 'operation' && s.axle === 'rear' && s.state.support === 'on-wheels',
    )!.step
    await send(added({ before: next.id })).expect(201)
    const after = await steps()
    const ids = after.steps.map((s) => s.id)
    const index = after.steps.findIndex((s) => s.title === operation.title)
    expect(index).toBeGreaterThanOrEqual(0)
    expect(index).toBeLessThan(ids.indexOf(next.id))
    const done = (of: typeof before) =>
      assessJob(of.job, of.records)
        .steps.filter((s) => s.outcome === 'done')
        .map((s) => s.step.id)
    expect(done(after)).toEqual(done(before))
    // It is work like any other: the vehicle does not leave without it.
    const { stops } = assessJob(after.job, after.records)
    expect(stops.some((s) => s.code === 'steps-left')).toBe(true)
  })
  test('two of them are two, and one taken back renames no other', async () => {
    const second = (await send(added({ operation: { ...operation, title: 'Paint the seat' } })).expect(201)).body as {
      id: string
    }
    const third = (await send(added({ operation: { ...operation, title: 'Dry the seat' } })).expect(201)).body as {
      id: string
    }
    const idOf = async (title: string) => (await steps()).steps.find((s) => s.title === title)?.id
    const [paint, dry] = [await idOf('Paint the seat'), await idOf('Dry the seat')]
    expect(new Set([paint, dry, undefined]).size).toBe(3)
    await shop.api
      .post(`/api/jobs/${ID}/records`)
      .send({ body: { kind: 'withdrawn' }, supersedes: { record: second.id, why: 'not needed' } })
      .expect(201)
    expect([await idOf('Paint the seat'), await idOf('Dry the seat')]).toEqual([undefined, dry])
    await shop.api
      .post(`/api/jobs/${ID}/records`)
      .send({ body: { kind: 'withdrawn' }, supersedes: { record: third.id, why: 'not needed' } })
      .expect(201)
  })
  test('one added before the work is in the plan that is put on record as it begins, and stays there', async () => {
    const other = 'job-0422'
    const put = (body: unknown) => shop.api.post(`/api/jobs/${other}/records`).send({ body, supersedes: null })
    const planOf = async () => {
      const { job, records } = (await shop.api.get(`/api/jobs/${other}`)).body as StoredJob
      const outcome = planFor(job, records)
      if (!outcome?.ok) throw new Error('no plan')
      return { job, steps: outcome.plan.steps }
    }
    await put(added()).expect(201)
    const { job, steps: plan } = await planOf()
    expect(plan.some((s) => s.title === operation.title)).toBe(true)
    // Without it the plan is not the one that there is now.
    const short = plan.filter((s) => s.title !== operation.title)
    expect(codeOf((await put({ kind: 'planned', of: inputsOf(job), steps: short }).expect(422)).body)).toBe(
      'plan-differs',
    )
    await put({ kind: 'planned', of: inputsOf(job), steps: plan }).expect(201)
    expect((await planOf()).steps.map((s) => s.id)).toEqual(plan.map((s) => s.id))
  })
  test.each([
    ['torques what is no fastener of its own', { operation: { ...operation, torques: ['nut'] } }, 'operation'],
    ['undoes what carries the axle', { operation: { ...operation, opens: ['shock'] } }, 'operation'],
    ['waits for a step by itself', { operation: { ...operation, after: ['soap'] } }, 'operation'],
    ['gives no reason', { why: ' ' }, 'why'],
    ['has no title', { operation: { ...operation, title: '' } }, 'title'],
  ])('is refused where it %s', async (_what, part, field) => {
    const { body } = (await send(added(part)).expect(422)) as { body: { errors: { field: string }[] } }
    expect(body.errors.map((e) => e.field).join()).toContain(field)
  })
  test('is refused where the rest could not be put in order', async () => {
    // Settled at ride height, and before the first air, without which it does not stand.
    const standing = { ...operation, support: 'ride-height' }
    const answer = await send(added({ operation: standing, before: 'first-air' })).expect(422)
    expect(codeOf(answer.body)).toBe('cannot-add')
  })
})

describe('parts, wrenches and procedures', () => {
  test('a reading over the range of its wrench is none', async () => {
    const { steps: plan } = await steps()
    const step = plan.find((s) => s.torques.some((f) => f.spec.kind === 'target'))!
    const fastener = step.torques.find((f) => f.spec.kind === 'target')!
    const high = fastener.spec.kind === 'target' ? fastener.spec.value : 0
    const torque = (value: number) => ({
      kind: 'torque',
      step: step.id,
      fastener: fastener.id,
      place: 1,
      outcome: 'reading',
      value,
      reading: null,
      wrench: { serial: 'W-1', high, due: '2099-12-31' },
    })
    await send(torque(high)).expect(201)
    expect(codeOf((await send(torque(1.01 * high)).expect(422)).body)).toBe('over-wrench')
  })
  test('a bench step is done when every part of the box was counted, and none is missing', async () => {
    const { job, steps: plan } = await steps()
    const step = plan.find((s) => s.checks.includes('parts') && s.axle === 'rear' && !s.after.length)!
    const { kit } = job.kits.find((k) => k.kit.axle === 'rear')!
    const flagOf = async () => {
      const { id } = (await send({ kind: 'step', step: step.id, outcome: 'done', reason: '' }).expect(201)).body as {
        id: string
      }
      const { job: now, records } = await stored()
      const { flag } = assessJob(now, records).proof.evidence.get(id)!
      return flag && `${flag.code} ${flag.about}`
    }
    const count = (short: number) =>
      send({
        kind: 'parts-counted',
        axle: 'rear',
        counts: kit.parts.map((p, i) => ({ part: p.number || p.name, has: p.count - (i === 0 ? short : 0) })),
      }).expect(201)
    expect(await flagOf()).toBe('check-open parts')
    await count(1)
    expect(await flagOf()).toBe('check-open parts')
    await count(0)
    expect(await flagOf()).toBeNull()
  })
  test('a procedure is written, versioned and taken onto a job as it was; one that cannot be closed is refused', async () => {
    const liners: Procedure = {
      id: 'coach-liners',
      kind: 'accessory',
      name: 'Wheel well liners',
      source: 'house sheet 4',
      axle: 'rear',
      platforms: [],
      when: [],
      compressor: null,
      use: 'always',
      turns: [],
      parts: [],
      fasteners: [],
      operations: [
        {
          ...PLAIN_OPERATION,
          id: 'off',
          title: 'Liners off',
          phase: 'remove',
          steps: ['Both clips.'],
          side: 'each',
          takesOff: ['Wheel well liner'],
        },
      ],
    }
    const refused = await shop.api.post('/api/procedures').send(liners).expect(422)
    expect((refused.body as { errors: { field: string }[] }).errors[0]!.field).toContain('takesOff')
    const back = {
      ...PLAIN_OPERATION,
      id: 'on',
      title: 'Liners on',
      phase: 'refit',
      steps: ['Both clips.'],
      side: 'each',
      after: ['off'],
      refits: ['Wheel well liner'],
    }
    const whole = { ...liners, operations: [...liners.operations, back] }
    await shop.api.post('/api/procedures').send(whole).expect(201)
    await shop.api
      .put('/api/procedures/coach-liners')
      .set('If-Match', '"1"')
      .send({ ...whole, name: 'Liners, rear' })
      .expect(200)
    await shop.api.put('/api/procedures/coach-liners').set('If-Match', '"1"').send(whole).expect(412)
    const { job, version } = await stored()
    await shop.api
      .put(`/api/jobs/${ID}`)
      .set('If-Match', `"${version}"`)
      .send({ ...job, procedures: [{ procedure: whole, version: 1 }] })
      .expect(200)
    const after = await steps()
    expect(after.job.procedures[0]).toMatchObject({ version: 1, procedure: { name: 'Wheel well liners' } })
    expect(after.steps.map((s) => s.id)).toEqual(
      expect.arrayContaining(['coach-liners-off:left', 'coach-liners-on:right']),
    )
  })
})
