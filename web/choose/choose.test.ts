import { type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { FACT_NAMES } from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity } from '@stout-shackle/core/quantity'
import { changeText, HOW_TO_FIND, limitText, noSaleText, obstacleText, reasonText } from '@stout-shackle/core/wording'
import { answered, onlyKits } from '../../core/fixtures/on-job'
import { demoKits } from '../../demo/shop'
import { enter, labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import ChooseStage from './ChooseStage.vue'

afterEach(() => vi.unstubAllGlobals())
// ECharts draws on a canvas that the DOM stand-in does not have: what it would draw is looked at instead.
vi.mock('vue-echarts', () => ({ default: { name: 'VChart', props: ['option'], template: '<i class="drawn" />' } }))

/** The select that a label with these words holds. */
const selectOf = (wrapper: VueWrapper, words: string) =>
  wrapper
    .findAll('label')
    .find((l) => l.text().startsWith(words))!
    .find('select')

describe('the choose stage', () => {
  test('picks a kit as a copy, shows its pressures left and right, and puts it back', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0418')
    await labeled(wrapper, 'Pick Twofold, tall').trigger('click')
    expect(store.job!.kits[0]!.kit.id).toBe('ninebark-twofold-tall')
    const { left, right } = store.assessment!.active.level.rear!
    for (const side of [left!, right!])
      expect(wrapper.find('.plate').text()).toContain(formatNumber('pressure', side.pressure, 'us'))
    await wrapper
      .findAll('button')
      .find((b) => b.text() === 'remove')!
      .trigger('click')
    expect(store.job!.kits).toEqual([])
  })
  test('what does not fit has every reason, with what would change it, and cannot be picked', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0418')
    const row = wrapper.findAll('.others tr').find((r) => r.text().startsWith('Stub single'))!
    const { reasons } = store.ranking!.others.find((o) => o.kit.name === 'Stub single')!.fit
    const against = reasons.filter((r) => r.effect === 'no')
    expect(against.map((r) => r.rule)).toEqual(
      expect.arrayContaining(['lift-block', 'bracket-space-wide', 'hitch-rails', 'drilling']),
    )
    for (const reason of against) {
      expect(row.text()).toContain(reasonText(reason, 'us'))
      expect(row.text()).toContain(changeText(reason, 'us'))
    }
    expect(wrapper.findAll('[aria-label="Pick Stub single"]')).toHaveLength(0)
  })
  test('a kit opens to its reasons, its load cases and what its place is made of', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const first = store.ranking!.fitting[0]!
    await wrapper
      .findAll('button.kit')
      .find((b) => b.text().startsWith(first.assessed.kit.name))!
      .trigger('click')
    for (const reason of first.assessed.fit.reasons)
      expect(wrapper.find('.reasons').text()).toContain(reasonText(reason, 'us'))
    for (const c of store.job!.loadCases) expect(wrapper.find('.cases').text()).toContain(c.name)
    const parts = wrapper.findAll('.bars .num').map((n) => Number(n.text().split(' of ')[0]))
    expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(first.total, -1)
  })
  test('nothing can be picked while something has to be put right first, and that is said first', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0416')
    const expectReasons = () => {
      for (const why of store.ranking!.noSale)
        expect(wrapper.find('[role=alert]').text()).toContain(noSaleText(why, 'us'))
      return store.ranking!.noSale.map((n) => n.code)
    }
    const picks = () => wrapper.findAll('button').filter((b) => b.text() === 'pick')
    // One load over a rating is said, and bars no other: with that load alone, nothing is sold.
    expect(expectReasons()).toContain('over-rating')
    expect(picks().every((b) => b.attributes('disabled') === undefined)).toBe(true)
    store.edit((j) => ({ ...j, loadCases: j.loadCases.filter((c) => c.id === j.activeCase) }))
    await flushPromises()
    expect(expectReasons()).toContain('over-rating')
    for (const pick of picks()) expect(pick.attributes('disabled')).toBeDefined()
    store.edit((j) => ({ ...j, survey: { ...j.survey, loadSensingValve: true, frame: 'unsound' } }))
    await flushPromises()
    expect(expectReasons()).toEqual(expect.arrayContaining(['unsound-frame', 'brake-valve']))
  })
  test('the next question is asked where it is answered, and the kits follow', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    store.edit((j) => ({ ...j, survey: answered(j.survey, { liftBlock: null }) }))
    await flushPromises()
    const ask = wrapper.find('[aria-label="Ask next"]')
    expect(ask.text()).toContain(FACT_NAMES.liftBlock)
    expect(ask.text()).toContain(HOW_TO_FIND.liftBlock)
    const open = store.ranking!.undecided.length
    expect(ask.text()).toContain(String(open))
    await enter(wrapper, 'Lift block height', '0')
    expect(store.ranking!.undecided).toHaveLength(0)
    expect(wrapper.find('[aria-label="Ask next"]').exists()).toBe(false)
  })
  test('kits side by side: columns of figures, and what differs stands out', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const [one, two] = store.ranking!.fitting.map((r) => r.assessed.kit.name)
    await labeled(wrapper, `Set ${one} side by side`).trigger('change')
    await labeled(wrapper, `Set ${two} side by side`).trigger('change')
    const side = wrapper.find('.side')
    expect(side.text()).toContain(one)
    expect(side.text()).toContain(two)
    expect(side.findAll('tr.differs').some((r) => r.text().startsWith('Price'))).toBe(true)
    await labeled(wrapper, `Take ${two} out`).trigger('click')
    expect(wrapper.find('.side').exists()).toBe(false)
  })
  test('what matters reorders the kits, and a budget that is none is refused', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const before = store.ranking!.fitting.map((r) => r.total)
    const hurry = wrapper.findAll('label').find((l) => l.text().startsWith('When is it wanted?'))!
    await hurry.find('select').setValue('today')
    expect(store.job!.preferences.hurry).toBe('today')
    expect(store.ranking!.fitting.map((r) => r.total)).not.toEqual(before)
    const budget = wrapper.find('input[inputmode=decimal][placeholder=none]')
    await budget.setValue('cheap')
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect(store.job!.preferences.budget).toBeNull()
    await budget.setValue('300')
    expect(store.job!.preferences.budget).toBe(300)
  })
  test('teed lines: one pressure, and the lean they leave', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    await selectOf(wrapper, 'Air lines').setValue('teed')
    expect(store.job!.air.rear).toBe('teed')
    const { left, right, lean } = store.assessment!.active.level.rear!
    expect(left!.pressure).toBe(right!.pressure)
    expect(lean).toBeGreaterThan(0)
    const across = Math.abs(Math.tan(lean!)) * store.job!.vehicle.rear.track
    expect(wrapper.find('.plate').text()).toContain(formatQuantity('length', across, 'us'))
  })
  test('recovering part of the squat takes less air', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const full = store.assessment!.active.level.rear!.mean!
    await selectOf(wrapper, 'Level means').setValue('recover')
    expect(store.assessment!.active.level.rear!.mean!).toBeLessThan(full)
    await selectOf(wrapper, 'Off-center load').setValue('twisting')
    expect(store.job!.frame).toBe('twisting')
  })
  test('a rubber helper shows what it takes out, and asks for no air', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    store.edit((j) =>
      onlyKits(
        j,
        demoKits().find((k) => k.id === 'fen-rubber-b')!,
      ),
    )
    await flushPromises()
    expect(wrapper.find('.plate').text()).toContain(
      String(Math.round(100 * store.assessment!.active.rubber.rear!.recovered)),
    )
    const finalChecks = Object.fromEntries(store.assessment!.finalChecks.map((g) => [g.check, g.state]))
    expect(finalChecks).toMatchObject({
      soap: 'not-applicable',
      'air-check': 'not-applicable',
      'minimum-pressure': 'not-applicable',
    })
  })
  test('a load too far off center cannot be leveled with air', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    store.edit((j) => ({
      ...j,
      loadCases: j.loadCases.map((c) => ({ ...c, items: c.items.map((i) => ({ ...i, y: 0.75 })) })),
    }))
    await flushPromises()
    const level = store.assessment!.active.level.rear
    expect(level!.code).toBe('one-side-below-minimum')
    expect(wrapper.find('.plate').text()).toContain(obstacleText(level!.obstacles[0]!, 'us'))
  })
  test('the chart goes through the load cases of the job, and has its table behind it', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    // ECharts is a large package: a slow machine takes seconds to load it.
    await vi.waitUntil(() => wrapper.find('.drawn').exists(), { timeout: 15_000 })
    const { series } = wrapper.findComponent({ name: 'VChart' }).props('option') as {
      series: { type: string; data: { name: string; value: number[] }[] }[]
    }
    const cases = series.find((s) => s.type === 'scatter')!.data
    expect(cases.map((c) => c.name)).toEqual(store.job!.loadCases.map((c) => c.name))
    expect(cases[0]!.value[0]).toBeCloseTo(store.assessment!.active.weights.rear / 0.45359237, 6)
    for (const c of store.job!.loadCases) expect(wrapper.find('figure table').text()).toContain(c.name)
  })
  test('every limit says where it is from', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0415')
    const { minimum, maximum } = store.assessment!.chosen[0]!
    for (const limit of [minimum!, maximum!]) expect(wrapper.find('.plate').text()).toContain(limitText(limit))
  })
})
