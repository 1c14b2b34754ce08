import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { standing, type RecordBody } from '@stout-shackle/core/records'
import { demoJob } from '../../../demo/shop'
import { OneJobServer, TEO } from '../../fixtures/server'
import { keptDatabase, type Signer } from '../../offline-store'
import { useSession } from '../session'
import { drafts } from './draft'
import { useOutbox } from './outbox'
import { useJob } from './job'

let server: OneJobServer
const ID = 'job-0417'
const until = (holds: () => boolean) => vi.waitUntil(holds, { timeout: 10_000 })
/** A page on the job, as after a reload. */
const opened = async (signer: Signer | null = TEO) => {
  setActivePinia(createPinia())
  useSession().signer = signer
  const store = useJob()
  await useOutbox().resume()
  await store.resume()
  await store.open(ID)
  return store
}
const complaint = (text: string) => (job: Parameters<Parameters<ReturnType<typeof useJob>['edit']>[0]>[0]) => ({
  ...job,
  complaint: text,
})
const part = (name: string): RecordBody => ({ kind: 'off', part: name, axle: null, side: null })
const parts = () => standing(server.records).flatMap((r) => (r.body.kind === 'off' ? [r.body.part] : []))

beforeEach(() => {
  vi.useFakeTimers({
    shouldAdvanceTime: true,
    advanceTimeDelta: 20,
    toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'],
  })
  server = new OneJobServer()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('opening', () => {
  test('brings job, records and an assessment', async () => {
    const store = await opened()
    expect(store.job!.number).toBe('0417')
    expect(store.assessment!.active.level.rear!.code).toBe('level')
    expect(store.unsaved).toBe(false)
  })
  test('the catalog is asked again for another model, and for nothing else', async () => {
    const store = await opened()
    const asked = () => server.asked.filter((a) => a.startsWith('GET /api/catalog'))
    const before = asked().length
    for (const words of ['sags', 'sags loaded']) {
      store.edit(complaint(words))
      await nextTick()
    }
    expect(asked()).toHaveLength(before)
    store.edit((job) => ({ ...job, vehicle: { ...job.vehicle, model: 'Another' } }))
    await nextTick()
    expect(asked().slice(before)).toEqual([expect.stringContaining('model=Another')])
  })
  test('a job that is not there is said to be missing', async () => {
    setActivePinia(createPinia())
    const store = useJob()
    await store.open('nope')
    expect(store.missing).toBe(true)
    expect(store.job).toBeNull()
  })
})

describe('editing the plan', () => {
  test('shows at once and is saved by version', async () => {
    const store = await opened()
    store.edit(complaint('new'))
    expect(store.job!.complaint).toBe('new')
    expect(store.unsaved).toBe(true)
    await until(() => !store.unsaved)
    expect(server.job.complaint).toBe('new')
    expect(server.version).toBe(2)
  })
  test('an edit undone before it was sent does not come back with the next page', async () => {
    const store = await opened()
    store.edit(complaint('slip'))
    await vi.waitUntil(async () => (await drafts.get(ID)) !== null, { timeout: 10_000 })
    store.undo()
    window.dispatchEvent(new Event('pagehide'))
    expect(await drafts.get(ID)).toBeNull()
    expect((await opened()).job!.complaint).not.toBe('slip')
  })
  test('many keystrokes are few saves', async () => {
    const store = await opened()
    for (const text of ['a', 'ab', 'abc', 'abcd']) store.edit(complaint(text), 'complaint')
    await until(() => !store.unsaved)
    expect(server.asked.filter((a) => a.startsWith('PUT'))).toHaveLength(1)
    expect(server.job.complaint).toBe('abcd')
  })
  test('keystrokes in one field are undone together, edits of two fields one by one', async () => {
    const store = await opened()
    const before = store.job!.complaint
    store.edit(complaint('a'), 'complaint')
    store.edit(complaint('ab'), 'complaint')
    store.edit((j) => ({ ...j, altitude: 900 }), 'altitude')
    store.undo()
    expect(store.job).toMatchObject({ complaint: 'ab', altitude: 0 })
    store.undo()
    expect(store.job!.complaint).toBe(before)
    expect(store.undoable).toEqual([])
    store.undo()
    await until(() => !store.unsaved)
    expect(server.job.complaint).toBe(before)
  })
  test("somebody else's change meanwhile: both stay", async () => {
    const store = await opened()
    server.changedElsewhere((job) => ({ ...job, title: 'theirs' }))
    store.edit(complaint('mine'))
    await until(() => !store.unsaved)
    expect(server.job).toMatchObject({ title: 'theirs', complaint: 'mine' })
    expect(store.job).toMatchObject({ title: 'theirs', complaint: 'mine' })
    expect(store.conflicts).toEqual([])
  })
  test('the same field changed on both sides: theirs stands, mine is kept until one is picked', async () => {
    const store = await opened()
    server.changedElsewhere(complaint('theirs'))
    store.edit(complaint('mine'))
    await until(() => store.conflicts.length > 0)
    expect(store.conflicts).toEqual([{ path: 'complaint', mine: 'mine', theirs: 'theirs' }])
    expect(store.job!.complaint).toBe('theirs')
    // Also after a reload.
    await until(() => !store.unsaved)
    const again = await opened()
    expect(again.conflicts).toHaveLength(1)
    again.pick('complaint', 'mine')
    await until(() => server.job.complaint === 'mine')
    expect(again.conflicts).toEqual([])
  })
  test('undo takes back what I changed, and not what a colleague changed since', async () => {
    const store = await opened()
    store.edit(complaint('mine'))
    await until(() => !store.unsaved)
    server.changedElsewhere((job) => ({ ...job, altitude: 700 }))
    await store.refresh()
    store.undo()
    await until(() => !store.unsaved)
    expect(server.job).toMatchObject({ complaint: demoJob('0417').job.complaint, altitude: 700 })
  })
  test('what the server sets of its own is on this page with the answer, and undo is no conflict with it', async () => {
    const SINCE = '2026-11-28T08:00:00Z'
    server.stamps = (job) => ({
      ...job,
      circuitSince: SINCE,
      fittingsSince: SINCE,
      kits: job.kits.map((kit) => ({ ...kit, since: SINCE, mountSince: SINCE, leftBy: 'job-0400' })),
    })
    const store = await opened()
    const before = store.job!
    expect(before).not.toHaveProperty('circuitSince')
    store.edit((job) => ({
      ...job,
      supply: 'compressor',
      kits: job.kits.map((k) => ({ ...k, work: 'take-off' as const })),
    }))
    await until(() => !store.unsaved)
    expect(store.job).toMatchObject({
      supply: 'compressor',
      circuitSince: SINCE,
      fittingsSince: SINCE,
      kits: [{ since: SINCE, mountSince: SINCE, leftBy: 'job-0400' }],
    })
    store.undo()
    await until(() => !store.unsaved)
    expect(store.conflicts).toEqual([])
    expect(server.job).toMatchObject({ supply: before.supply, kits: [{ work: before.kits[0]!.work }] })
  })
  test('what the server sets does not take away what is typed meanwhile', async () => {
    server.stamps = (job) => ({ ...job, complaint: job.complaint.trim(), circuitSince: '2026-11-28T08:00:00Z' })
    const store = await opened()
    store.edit(complaint('sags '))
    await until(() => !store.unsaved)
    expect(store.job!.complaint).toBe('sags ')
    expect(store.job!.circuitSince).toBe('2026-11-28T08:00:00Z')
  })
  test('refused by the server it stays on the screen and in the browser, with why', async () => {
    const store = await opened()
    server.refuses = 413
    store.edit(complaint('long'))
    await until(() => store.refused !== null)
    expect(store.refused).toMatchObject({ status: 413 })
    expect(store.job!.complaint).toBe('long')
    server.refuses = null
    const again = await opened()
    expect(again.job!.complaint).toBe('long')
    await until(() => server.job.complaint === 'long')
  })
  test('what is the desk`s to change is left out and kept beside, the rest of the plan is saved', async () => {
    const store = await opened()
    server.keepsNames = true
    const { plate } = server.job.vehicle
    store.edit((job) => ({ ...job, complaint: 'sags', vehicle: { ...job.vehicle, plate: 'XX 1' } }))
    await until(() => server.job.complaint === 'sags')
    expect(server.job.vehicle.plate).toBe(plate)
    expect(store.conflicts).toEqual([{ path: 'vehicle.plate', mine: 'XX 1', theirs: plate, why: 'must stay' }])
    // Kept over a reload, until somebody leaves it or sends it as the desk.
    const again = await opened()
    expect(again.conflicts).toHaveLength(1)
    server.keepsNames = false
    again.pick('vehicle.plate', 'mine')
    await until(() => server.job.vehicle.plate === 'XX 1')
  })
  test('a change heard of is taken in without touching what is being typed', async () => {
    const store = await opened()
    server.changedElsewhere((job) => ({ ...job, altitude: 500 }))
    await store.refresh()
    expect(store.job!.altitude).toBe(500)
  })
})

describe('when the server is away', () => {
  test('an edit waits, says so, and is saved when it is back', async () => {
    const store = await opened()
    server.away = true
    store.edit(complaint('kept'))
    await until(() => store.away)
    server.away = false
    await until(() => !store.unsaved)
    expect(store.away).toBe(false)
    expect(server.job.complaint).toBe('kept')
  })
  test('edits while it is away, a change by somebody else, and it comes back: both are there', async () => {
    const store = await opened()
    server.away = true
    store.edit(complaint('mine'))
    await until(() => store.away)
    server.changedElsewhere((job) => ({ ...job, title: 'theirs' }))
    server.away = false
    await until(() => !store.unsaved)
    expect(store.away).toBe(false)
    expect(server.job).toMatchObject({ title: 'theirs', complaint: 'mine' })
  })
  test('what waits for one job is sent while another is on the screen, and nothing of it gets into that one', async () => {
    const store = await opened()
    server.away = true
    store.edit(complaint('mine'))
    store.record(part('liner'))
    await until(() => store.away)
    void store.open('job-0411')
    server.changedElsewhere((job) => ({ ...job, title: 'theirs' }))
    server.away = false
    await until(() => server.job.complaint === 'mine' && parts().includes('liner'))
    expect(server.job).toMatchObject({ id: ID, title: 'theirs' })
    expect(store.job?.id).not.toBe(ID)
    expect(store.records.filter((r) => r.body.kind === 'off')).toEqual([])
    expect(store.unsavedPlans).toEqual([])
  })
  test('a job that was never here says so, and opens when it is back', async () => {
    server.away = true
    const store = await opened()
    expect(store.unavailable).toBe(true)
    server.away = false
    await store.open(ID)
    expect(store.unavailable).toBe(false)
    expect(store.job!.number).toBe('0417')
  })
  test('a job that was here opens again without it', async () => {
    await opened()
    server.away = true
    const again = await opened()
    expect(again.job!.number).toBe('0417')
    expect(again.records.length).toBe(server.records.length)
  })
  test('an edit survives a reload', async () => {
    const store = await opened()
    server.away = true
    store.edit(complaint('kept'))
    await until(() => store.away)
    server.away = false
    const again = await opened()
    expect(again.job!.complaint).toBe('kept')
    await until(() => server.job.complaint === 'kept')
  })
  test('a record survives a reload and is recorded once', async () => {
    const store = await opened()
    server.away = true
    store.record(part('liner'))
    await until(() => store.away)
    server.away = false
    const again = await opened()
    await until(() => !again.unsaved)
    expect(parts()).toEqual(['liner'])
  })
  test('a record whose answer was lost is sent again and recorded once', async () => {
    const store = await opened()
    server.losesAnswers = true
    store.record(part('liner'))
    await until(() => store.away)
    server.losesAnswers = false
    await until(() => !store.unsaved)
    expect(parts()).toEqual(['liner'])
    expect(store.records.filter((r) => r.body.kind === 'off')).toHaveLength(1)
  })
})

describe('records', () => {
  test('count before the server has them', async () => {
    const store = await opened()
    server.away = true
    store.record(part('liner'))
    expect(store.assessment!.openItems!.off.map((l) => l.what)).toContain('liner')
    server.away = false
    await until(() => !store.unsaved)
  })
  test('go out under the credential of who took them down, whoever is at the screen then', async () => {
    const store = await opened()
    server.away = true
    store.record(part('liner'))
    await until(() => store.away)
    const other = { id: 'maren', name: 'Maren', token: 'token-of-maren-01234567' }
    useSession().signer = other
    store.record(part('spare'))
    server.away = false
    await until(() => !store.unsaved)
    expect(parts()).toEqual(['liner', 'spare'])
    expect(server.signed).toEqual([`Bearer ${TEO.token}`, `Bearer ${other.token}`])
  })
  test('refused by the server they stay, with why, and can be sent again or removed', async () => {
    const store = await opened()
    const outbox = useOutbox()
    server.refuses = 422
    const key = store.record(part('liner'))
    store.record(part('spare'))
    await until(() => outbox.refused.length === 2)
    expect(outbox.refused[0]).toMatchObject({ key, refused: { status: 422 } })
    // What was refused is not what stands.
    expect(store.records.some((r) => r.id === key)).toBe(false)
    server.refuses = null
    const again = await opened()
    const outboxHere = useOutbox()
    expect(outboxHere.refused).toHaveLength(2)
    outboxHere.remove(outboxHere.refused[1]!.key)
    outboxHere.sendAgain(key)
    await until(() => !again.unsaved)
    expect(parts()).toEqual(['liner'])
  })
  test('count up on this screen, across reloads', async () => {
    const store = await opened()
    store.record(part('one'))
    await until(() => !store.unsaved)
    const again = await opened()
    server.away = true
    again.record(part('two'))
    await until(() => useOutbox().waiting[0]?.sequence === 2)
    expect(await (await keptDatabase()).count('outbox')).toBe(1)
    server.away = false
    await until(() => !again.unsaved)
  })
  test('undo withdraws, and the log keeps both', async () => {
    const store = await opened()
    const before = server.records.length
    store.record(part('liner'))
    store.undo()
    await until(() => !store.unsaved)
    expect(server.records).toHaveLength(before + 2)
    expect(server.records.at(-1)).toMatchObject({ body: { kind: 'withdrawn' }, supersedes: { why: 'undone' } })
    expect(parts()).toEqual([])
  })
  test('an answer overtaken by a newer one takes no record away', async () => {
    const store = await opened()
    store.record(part('one'))
    const refreshing = store.refresh()
    store.record(part('two'))
    await refreshing
    await until(() => !store.unsaved)
    expect(store.records.filter((r) => r.body.kind === 'off')).toHaveLength(2)
  })
})

describe('what is being typed', () => {
  const reading: RecordBody = {
    kind: 'height',
    timing: 'before',
    load: 'loaded',
    loadCase: 'full',
    corner: 'rear-left',
    mark: 'wheel-center',
    value: 0.5,
    about: false,
    tolerance: null,
    bagPressure: 0,
  }
  test('counts for the answer and not for the record', async () => {
    const store = await opened()
    const before = store.assessment!.active.squat.rear!
    const there = store.records.findLast(
      (r) => r.body.kind === 'height' && r.body.load === 'loaded' && r.body.corner === 'rear-left',
    )!
    store.type('rear-left', reading, there.id)
    expect(store.assessment!.active.squat.rear!).toBeGreaterThan(before)
    expect(store.unsaved).toBe(false)
    store.type('rear-left', null)
    expect(store.assessment!.active.squat.rear!).toBe(before)
    expect(server.asked.filter((a) => a.startsWith('POST'))).toEqual([])
  })
})
