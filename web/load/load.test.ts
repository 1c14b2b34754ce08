import { afterEach, describe, expect, test, vi } from 'vitest'
import { rearAxle } from '../../core/fixtures/on-job'
import { POUND } from '@stout-shackle/core/quantity'
import { caseRemedies } from '@stout-shackle/core/stages'
import { cautionText, RATING_SOURCES, remedyText } from '@stout-shackle/core/wording'
import { enter, labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import LoadStage from './LoadStage.vue'

afterEach(() => vi.unstubAllGlobals())

describe('the load stage', () => {
  test('answers while a weight is typed', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const gained = () => store.assessment!.active.weights.rear
    const before = gained()
    const weight = labeled(wrapper, 'Weight of 24 hives, strapped')
    await weight.trigger('focus')
    await weight.setValue('1000')
    // 100 lb more at 13.75 in ahead of the axle of a 3.7 m wheelbase.
    expect(gained() - before).toBeCloseTo(100 * POUND * (1 - (13.75 * 0.0254) / 3.7), 2)
  })
  test('adds a weight at a sensible place, moves it, renames it, takes it off', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const items = () => store.assessment!.active.loadCase.items
    await wrapper
      .findAll('button')
      .find((b) => b.text() === '+ add a weight')!
      .trigger('click')
    expect(items()).toHaveLength(4)
    await labeled(wrapper, 'Where Load 4 is').setValue('receiver')
    // Out on the receiver: behind the ball by its reach.
    expect(items().at(-1)!.x).toBeCloseTo(-1.75, 9)
    await enter(wrapper, 'Name of Load 4', 'Rack')
    expect(items().at(-1)!.name).toBe('Rack')
    await labeled(wrapper, 'Take off Rack').trigger('click')
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
    expect(wrapper.findAll('[aria-label^="Weight of"]')).toHaveLength(0)
    for (let i = 0; i < 4; i++) await button('drop this case').trigger('click')
    expect(store.job!.loadCases).toHaveLength(1)
  })
  test('says that air brings back the height and not the front weight', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    expect(store.assessment!.cautions.map((c) => c.code)).toContain('front-lost')
    expect(wrapper.find('.plate').text()).toContain('94 lb')
  })
  test('an overload says by how much, what would help, and that springs do not', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0416')
    const plate = () => wrapper.find('.plate').text()
    expect(plate()).toContain('689')
    const [remedy] = caseRemedies(store.job!, store.assessment!.standing, store.assessment!.active)
    expect(plate()).toContain(remedyText(remedy!, 'us'))
    const help = Number(/([\d,]+) lb off "Rear shelves, full"/.exec(plate())![1]!.replace(',', ''))
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
    store.edit((j) => ({ ...j, vehicle: { ...j.vehicle, ratings: { ...j.vehicle.ratings, gvwr: null } } }))
    await flushPromises()
    expect(store.assessment!.active.ratings.unknown.map((r) => r.id)).toEqual(['gvwr'])
    expect(wrapper.text()).toContain('GVWR')
  })
  test('without any spring rate it says what to do', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0419')
    store.edit((j) => ({ ...j, vehicle: rearAxle(j.vehicle, { wheelRate: null }) }))
    await flushPromises()
    expect(store.assessment!.active.squat.source).toBe('unknown')
    expect(wrapper.find('.plate .figure').exists()).toBe(false)
  })

  type Mounted = Awaited<ReturnType<typeof mountOnJob>>['wrapper']
  const weight = (wrapper: Mounted, name: string, view: 'side' | 'top') =>
    wrapper
      .findAll('.pictures svg')
      .at(view === 'side' ? 0 : 1)!
      .findAll('g.load')
      .find((g) => g.attributes('aria-label')!.startsWith(name))!
  test('arrow keys move a weight by an inch on the picture, shift by six, undone together', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const hives = () => store.assessment!.active.loadCase.items[0]!
    const { x, y, z } = hives()
    const press = (view: 'side' | 'top', key: string, shiftKey = false) =>
      weight(wrapper, '24 hives', view).trigger('keydown', { key, shiftKey })
    await press('top', 'ArrowLeft')
    expect(hives().x - x).toBeCloseTo(0.0254, 9)
    // Seen from above with the nose to the left, its left side is below.
    await press('top', 'ArrowUp', true)
    expect(hives().y - y).toBeCloseTo(-6 * 0.0254, 9)
    expect(weight(wrapper, '24 hives', 'top').attributes('aria-label')).toContain('−2 in left of center')
    await press('side', 'ArrowUp')
    expect(hives().z - z).toBeCloseTo(0.0254, 9)
    expect(weight(wrapper, '24 hives', 'side').attributes('aria-label')).toContain('44 in up')
    await press('side', 'x')
    store.undo()
    expect(hives()).toMatchObject({ x, y, z })
  })
  test('a drag ends on half inches, and the last place of a frame counts', async () => {
    const frames: FrameRequestCallback[] = []
    vi.stubGlobal('requestAnimationFrame', (f: FrameRequestCallback) => frames.push(f))
    vi.stubGlobal('cancelAnimationFrame', () => undefined)
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const hives = () => store.assessment!.active.loadCase.items[0]!
    const { x, z } = hives()
    const box = weight(wrapper, '24 hives', 'side')
    ;(box.element as unknown as { setPointerCapture: () => void }).setPointerCapture = () => undefined
    const pointer = (clientX: number, clientY: number) => ({ pointerId: 1, clientX, clientY })
    await box.trigger('pointerdown', pointer(200, 50))
    await box.trigger('pointermove', pointer(150, 50))
    await box.trigger('pointermove', pointer(180, 40))
    expect(hives().x).toBe(x)
    await box.trigger('pointerup', pointer(180, 40))
    // 20 px ahead, 10 px up, at the picture's scale.
    const grid = 0.0127
    expect(hives().x).toBeGreaterThan(x)
    expect(Math.abs(hives().x / grid - Math.round(hives().x / grid))).toBeLessThan(1e-9)
    expect((hives().z - z) / (hives().x - x)).toBeCloseTo(0.5, 1)
    expect(frames.length).toBe(1)
  })
  test('the load center is the mean of the weights', async () => {
    const { wrapper } = await mountOnJob(LoadStage, '0417')
    // (900 x 13.75 - 190 x 13 - 480 x 49.21)/1570 = -8.74 in; 900 x 4/1570 = 2.29 in left.
    expect(wrapper.find('.pictures').text()).toContain('load center 8 3/4 in behind the axle')
    expect(wrapper.find('.pictures').text()).toContain('load center 2 5/16 in left')
  })
  test('a weight cannot be moved out of the world', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    for (let i = 0; i < 20; i++)
      await weight(wrapper, '24 hives', 'top').trigger('keydown', { key: 'ArrowDown', shiftKey: true })
    expect(store.assessment!.active.loadCase.items[0]!.y).toBe(1.5)
  })
})

describe('what is on the vehicle, in more detail', () => {
  const button = (wrapper: Awaited<ReturnType<typeof mountOnJob>>['wrapper'], text: string) =>
    wrapper.findAll('button').find((b) => b.text().startsWith(text))!
  test('a tank weighs what is in it', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0416')
    const rear = () => store.assessment!.active.weights.rear
    const before = rear()
    await labeled(wrapper, 'More of Water and generator').trigger('click')
    await labeled(wrapper, '% full, Water and generator').setValue('50')
    const water = store.assessment!.active.loadCase.items[2]!
    expect(before - rear()).toBeCloseTo((water.mass / 2) * (1 - water.x / 5.6), 6)
    await labeled(wrapper, '% full, Water and generator').setValue('150')
    expect(wrapper.find('[role=alert]').text()).toMatch(/"150".*0.*100/)
    expect(store.assessment!.active.loadCase.items[2]!.fill).toBe(0.5)
  })
  test('bars bring front weight back, and say when to fill', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const front = store.assessment!.active.weights.front
    await labeled(wrapper, 'More of Extraction trailer, by ticket').trigger('click')
    await labeled(wrapper, '% front weight brought back by bars, Extraction trailer, by ticket').setValue('50')
    await flushPromises()
    // Half of what the tongue takes: 480 lb x 49.21/145.67 / 2.
    expect(store.assessment!.active.weights.front - front).toBeCloseTo((217.72 * 1.25) / 3.7 / 2, 6)
    const bars = store.assessment!.cautions.find((c) => c.code === 'bars-slacken')!
    expect(wrapper.find('.plate').text()).toContain(cautionText(bars, 'us'))
  })
  test('what is always on it counts for the axle', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const total = store.assessment!.active.weights.rearTotal
    await button(wrapper, 'Always on it').trigger('click')
    await button(wrapper, '+ add a fitting').trigger('click')
    await enter(wrapper, 'Weight of Fitting 1', '100')
    await enter(wrapper, 'Ahead of the rear axle, Fitting 1', '0')
    expect(store.assessment!.active.weights.rearTotal - total).toBeCloseTo(100 * POUND, 6)
    expect(wrapper.find('.pictures').exists()).toBe(false)
  })
  test('a weigh ticket takes the place of the list', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    await button(wrapper, 'weigh ticket').trigger('click')
    await flushPromises()
    const dialog = document.body
    const area = dialog.querySelector('textarea')!
    area.value = 'Steer axle 3,700\nDrive axle 4,500\nGross 9,000'
    area.dispatchEvent(new Event('input'))
    await flushPromises()
    expect([...dialog.querySelectorAll('[role=alert]')].map((a) => a.textContent).join()).toContain('8,200')
    area.value = 'Steer axle 3,700\nDrive axle 4,500'
    area.dispatchEvent(new Event('input'))
    await flushPromises()
    ;[...dialog.querySelectorAll('button')].find((b) => b.textContent.includes('Save ticket'))!.click()
    await flushPromises()
    const { weights, views } = store.assessment!.active
    expect(weights).toMatchObject({ source: 'ticket' })
    expect(weights.rearTotal).toBeCloseTo(4500 * POUND, 6)
    expect(views!.views.map((v) => v.source)).toContain('ticket')
  })
  test('loads come in from a file, or are refused by row and column', async () => {
    const { wrapper, store } = await mountOnJob(LoadStage, '0417')
    const takeIn = async (text: string, taken: () => boolean) => {
      const input = wrapper.find('input[type=file]')
      Object.defineProperty(input.element, 'files', { value: [new File([text], 'loads.csv')], configurable: true })
      await input.trigger('change')
      await vi.waitUntil(taken)
    }
    await takeIn('load_case,name,place,weight_lb\nForge,Anvil,roof,200\n', () => wrapper.find('[role=alert]').exists())
    expect(wrapper.find('[role=alert]').text()).toMatch(/2.*place.*"roof"/)
    expect(store.job!.loadCases).toHaveLength(3)
    await takeIn('load_case,name,place,weight_lb\nForge,Anvil,bed,200\n', () => store.job!.loadCases.length === 4)
    expect(store.job!.loadCases.map((c) => c.name)).toContain('Forge')
    store.undo()
    expect(store.job!.loadCases).toHaveLength(3)
  })
  test('load cases beside each other, ratings with where it is from', async () => {
    const { wrapper } = await mountOnJob(LoadStage, '0417')
    const tables = () => wrapper.findAll('table').at(-1)!.text()
    expect(tables()).toMatch(/Full hives and trailer.*Hives, no trailer.*Empty supers, going home/s)
    expect(tables()).toContain('38 / 31')
    await button(wrapper, 'Ratings').trigger('click')
    expect(tables()).toContain(RATING_SOURCES['sidewall-at-pressure'])
  })
  test.each(['Squat against load', 'Pressure against load', 'Axle weights'])(
    '%s has its table behind it',
    async (name) => {
      const { wrapper } = await mountOnJob(LoadStage, '0417')
      await button(wrapper, name).trigger('click')
      await vi.waitUntil(() => wrapper.find('figure table').exists(), { timeout: 15_000 })
      expect(wrapper.find('figure table').text()).toContain('Full hives and trailer')
    },
  )
})
