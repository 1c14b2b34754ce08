import { afterEach, describe, expect, test, vi } from 'vitest'
import { kitHash, PAPER, withOrigin, type Kit, type Origin } from '@stout-shackle/core/kit'
import type { OneJobServer } from '../fixtures/server'
import { flushPromises, mountOnJob } from '../fixtures/mount'
import ConfirmKit from './ConfirmKit.vue'

afterEach(() => vi.unstubAllGlobals())

const TYPICAL: Origin = { ...PAPER, from: 'typical' }
const OPEN = ['bag.maximum', 'testPressure']
/** The job's kit with two figures that are only what is usual, as the catalog has it too. */
function unconfirmed(server: OneJobServer, change: (kit: Kit) => Kit = (kit) => withOrigin(kit, OPEN, TYPICAL)) {
  const kit = change(server.job.kits[0]!.kit)
  server.job = {
    ...server.job,
    kits: server.job.kits.map((k) => (k.kit.id === kit.id ? { ...k, kit, version: kitHash(kit) } : k)),
  }
}
const rows = (wrapper: { findAll: (s: string) => unknown[] }) => wrapper.findAll('.figure-row').length
const bodies = (server: OneJobServer) =>
  server.records.flatMap(({ body }) => (body.kind === 'kit-confirmed' ? [body.figures.map((f) => f.path)] : []))

describe('what nobody confirmed of a kit on a job', () => {
  test('is confirmed one by one, and is a record of who said so', async () => {
    const { wrapper, store, server } = await mountOnJob(ConfirmKit, '0417', {}, unconfirmed)
    expect(store.assessment!.unconfirmed.map((u) => u.figures.map((f) => f.path))).toEqual([OPEN])
    expect(rows(wrapper)).toBe(2)
    const first = wrapper.find('.figure-row button')
    await first.trigger('click')
    await flushPromises()
    expect(rows(wrapper)).toBe(1)
    expect(bodies(server)).toEqual([[OPEN[0]]])
    expect(server.records.at(-1)!.by).toBe('Teo')
  })
  test('is confirmed with one tap, and then asks for nothing more', async () => {
    const { wrapper, store, server } = await mountOnJob(ConfirmKit, '0417', {}, unconfirmed)
    await wrapper.find('[data-unconfirmed] header button').trigger('click')
    await flushPromises()
    expect(bodies(server)).toEqual([OPEN])
    expect(wrapper.find('[data-unconfirmed]').exists()).toBe(false)
    expect(store.assessment!.stops.map((s) => s.code)).not.toContain('kit-unconfirmed')
  })
  test('what a confirmation was for is the figure as it stood: another figure is open again', async () => {
    const { wrapper, store } = await mountOnJob(ConfirmKit, '0417', {}, unconfirmed)
    await wrapper.find('[data-unconfirmed] header button').trigger('click')
    await flushPromises()
    store.edit((job) => ({
      ...job,
      kits: job.kits.map((k) => ({ ...k, kit: { ...k.kit, testPressure: k.kit.testPressure! * 1.1 } })),
    }))
    await flushPromises()
    expect(store.assessment!.unconfirmed.map((u) => u.figures.map((f) => f.path))).toEqual([['testPressure']])
  })
  test('of a version that this shop never had nothing counts', async () => {
    const { store } = await mountOnJob(ConfirmKit, '0417', {}, (server) => {
      server.job = { ...server.job, kits: server.job.kits.map((k) => ({ ...k, version: null })) }
    })
    expect(store.assessment!.unconfirmed[0]!.isUnknown).toBe(true)
    expect(store.assessment!.stops.map((s) => s.code)).toContain('kit-unconfirmed')
  })
  test('a kit whose figures are all its maker’s asks for nothing', async () => {
    const { wrapper } = await mountOnJob(ConfirmKit, '0417')
    expect(wrapper.find('[data-unconfirmed]').exists()).toBe(false)
  })
})

test('a confirmed version of the catalog is taken with one tap', async () => {
  const { wrapper, store } = await mountOnJob(ConfirmKit, '0417', {}, (server) => {
    const now = server.job.kits[0]!.kit
    server.kits.splice(0, server.kits.length, now)
    unconfirmed(server)
  })
  await wrapper.find('[data-newer] button').trigger('click')
  await flushPromises()
  expect(store.assessment!.unconfirmed).toEqual([])
  expect(wrapper.find('[data-newer]').exists()).toBe(false)
})
