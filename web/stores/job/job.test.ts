import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { standing, type RecordBody } from '@stout-shackle/core/job'
import { demoJob } from '../../../demo/shop'
import { OneJobServer } from '../../fixtures/server'
import { drafts } from './draft'
import { useJob } from './job'

let server: OneJobServer
const ID = 'job-0417'
const until = (holds: () => boolean) => vi.waitUntil(holds, { timeout: 10_000 })
const opened = async () => {
  setActivePinia(createPinia())
  const store = useJob()
  await store.open(ID)
  return store
}
const complaint = (text: string) => (job: Parameters<Parameters<ReturnType<typeof useJob>['edit']>[0]>[0]) => ({
  ...job,
  complaint: text,
})
const part = (name: string): RecordBody => ({ kind: 'off', part: name })
const parts = () => standing(server.records).flatMap((r) => (r.body.kind === 'off' ? [r.body.part] : []))

beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 20 })
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
    expect(store.assessment!.active.level!.code).toBe('level')
    expect(store.unsaved).toBe(false)
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
    expect(store.notice).toBeNull()
  })
  test('the same field changed on both sides: theirs is kept, and it is said', async () => {
    const store = await opened()
    server.changedElsewhere(complaint('theirs'))
    store.edit(complaint('mine'))
    await until(() => store.notice !== null)
    expect(store.notice).toContain('complaint')
    expect(store.job!.complaint).toBe('theirs')
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
  })
  test('carry the name of the person at the screen', async () => {
    localStorage.setItem('person', 'Ilo')
    const store = await opened()
    store.record(part('liner'))
    await until(() => !store.unsaved)
    expect(server.records.at(-1)!.by).toBe('Ilo')
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

describe('a draft of an earlier version', () => {
  test('gets the defaults of fields that came since', () => {
    const { job } = demoJob('0417')
    const { fittings: _, conditions: __, ...old } = job
    localStorage.setItem('draft:job-0417', JSON.stringify({ base: old, job: { ...old, title: 'Edited' } }))
    expect(drafts.get('job-0417')!.job).toMatchObject({
      title: 'Edited',
      fittings: [],
      conditions: { driveAltitude: null },
    })
    drafts.drop('job-0417')
    expect(drafts.get('job-0417')).toBeNull()
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
    store.type('rear-left', reading)
    expect(store.assessment!.active.squat.rear!).toBeGreaterThan(before)
    expect(store.unsaved).toBe(false)
    store.type('rear-left', null)
    expect(store.assessment!.active.squat.rear!).toBe(before)
    expect(server.asked.filter((a) => a.startsWith('POST'))).toEqual([])
  })
})
