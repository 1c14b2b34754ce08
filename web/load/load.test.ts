import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { POUND } from '@stout-shackle/core/quantity'
import { enter, labelled, mountOnJob } from '../fixtures/mount'
import LoadStage from './LoadStage.vue'

afterEach(() => vi.unstubAllGlobals())

describe('the load stage', () => {
  test('answers while a weight is typed', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const gained = () => store.assessment!.active.weights.rear
    const before = gained()
    const weight = labelled(wrapper, 'Weight of 24 hives, strapped')
    await weight.trigger('focus')
    await weight.setValue('1000')
    // 100 lb more at 13.75 in ahead of the axle of a 3.7 m wheelbase.
    expect(gained() - before).toBeCloseTo(100 * POUND * (1 - (13.75 * 0.0254) / 3.7), 2)
    expect(wrapper.find('.plate').text()).toContain('Rear axle gains')
  })
  test('adds a weight at a sensible place, moves it, renames it, takes it off', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const items = () => store.assessment!.active.loadCase.items
    await wrapper
      .findAll('button')
      .find((b) => b.text() === '+ add a weight')!
      .trigger('click')
    expect(items()).toHaveLength(4)
    await labelled(wrapper, 'Where Load 4 is').setValue('receiver')
    // Out on the receiver: behind the ball by its reach.
    expect(items().at(-1)!.x).toBeCloseTo(-1.75, 9)
    await enter(wrapper, 'Name of Load 4', 'Rack')
    expect(items().at(-1)!.name).toBe('Rack')
    await labelled(wrapper, 'Take off Rack').trigger('click')
    expect(items()).toHaveLength(3)
    store.undo()
    expect(items()).toHaveLength(4)
  })
  test('a place behind the axle takes a minus; letters and 1e9 are refused and change nothing', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const x = () => store.assessment!.active.loadCase.items[1]!.x
    await enter(wrapper, 'Ahead of the rear axle, Smoker box and water', '-20')
    expect(x()).toBeCloseTo(-0.508, 9)
    for (const bad of ['far', '1000000000']) {
      await enter(wrapper, 'Ahead of the rear axle, Smoker box and water', bad)
      expect(wrapper.find('[role=alert]').exists()).toBe(true)
      expect(x()).toBeCloseTo(-0.508, 9)
    }
  })
  test('load cases: choose, add, rename, drop, never none', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const button = (text: string) => wrapper.findAll('button').find((b) => b.text() === text)!
    await button('Hives, no trailer').trigger('click')
    expect(store.job!.activeCase).toBe('hives')
    await button('+ load case').trigger('click')
    await enter(wrapper, 'Name of this load case', 'Sunday')
    expect(store.job!.loadCases.map((c) => c.name)).toContain('Sunday')
    expect(wrapper.text()).toContain('Nothing on it yet')
    for (let i = 0; i < 4; i++) await button('drop this case').trigger('click')
    expect(store.job!.loadCases).toHaveLength(1)
  })
  test('says that air brings back the height and not the front weight', async () => {
    const { wrapper } = await mountOnJob(LoadStage, '0417')
    expect(wrapper.find('.plate').text()).toMatch(
      /94 lb have left the front axle\. Air brings the height back, not this weight/,
    )
  })
  test('an overload says by how much, what would help, and that springs do not', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0416')
    const plate = () => wrapper.find('.plate').text()
    expect(plate()).toContain('689')
    expect(plate()).toContain('they raise no rating')
    const help = Number(/helps\s*([\d,]+) lb/.exec(plate())![1])
    // Taking that much off the rear shelves brings the axle inside, to the pound.
    const item = store.assessment!.active.loadCase.items[0]!
    store.edit((j) => ({
      ...j,
      loadCases: j.loadCases.map((c) => ({
        ...c,
        items: c.items.map((i) => (i.id === item.id ? { ...i, mass: i.mass - (help + 1) * POUND } : i)),
      })),
    }))
    await flushPromises()
    expect(store.assessment!.active.ratings.exceeded).toEqual([])
  })
  test('an unknown rating is an open question', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    store.edit((j) => ({ ...j, vehicle: { ...j.vehicle, ratings: { ...j.vehicle.ratings, gross: null } } }))
    await flushPromises()
    expect(wrapper.text()).toContain('Not looked up: gross vehicle rating')
    expect(wrapper.text()).toContain('not a pass')
  })
  test('without any spring rate it says what to do', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0419')
    store.edit((j) => ({ ...j, vehicle: { ...j.vehicle, rearWheelRate: null } }))
    await flushPromises()
    expect(wrapper.text()).toContain('Spring rate unknown')
    expect(wrapper.text()).toContain('Read the loaded heights on Measure')
  })

  const weight = (wrapper: Awaited<ReturnType<typeof mountOnJob>>['wrapper'], name: string) =>
    wrapper.findAll('g.load').find((g) => g.attributes('aria-label')!.startsWith(name))!
  test('arrow keys move a weight by an inch on the picture, shift by six, undone together', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const hives = () => store.assessment!.active.loadCase.items[0]!
    const [x, y] = [hives().x, hives().y]
    await weight(wrapper, '24 hives').trigger('keydown', { key: 'ArrowLeft' })
    expect(hives().x - x).toBeCloseTo(0.0254, 9)
    await weight(wrapper, '24 hives').trigger('keydown', { key: 'ArrowDown', shiftKey: true })
    expect(hives().y - y).toBeCloseTo(-6 * 0.0254, 9)
    expect(weight(wrapper, '24 hives').attributes('aria-label')).toContain('−2 in left of centre')
    await weight(wrapper, '24 hives').trigger('keydown', { key: 'x' })
    store.undo()
    expect([hives().x, hives().y]).toEqual([x, y])
  })
  test('the load centre is the mean of the weights', async () => {
    const { wrapper } = await mountOnJob(LoadStage, '0417')
    // (900 x 13.75 - 190 x 13 - 480 x 49.21)/1570 = -8.74 in; 900 x 4/1570 = 2.29 in left.
    expect(wrapper.find('.plan').text()).toMatch(/load centre 8 3\/4 in\s+behind\s+the axle, 2 5\/16 in left/)
  })
  test('a weight cannot be dragged out of the world', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    for (let i = 0; i < 20; i++)
      await weight(wrapper, '24 hives').trigger('keydown', { key: 'ArrowUp', shiftKey: true })
    expect(store.assessment!.active.loadCase.items[0]!.y).toBe(1.5)
  })
})
