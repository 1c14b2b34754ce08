import { afterEach, describe, expect, test, vi } from 'vitest'
import { answered } from '../../core/fixtures/on-job'
import { standing } from '@stout-shackle/core/records'
import { cautionText, cornerText } from '@stout-shackle/core/wording'
import { enter, labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import { useJob } from '../stores/job'
import HeightGrid from './HeightGrid.vue'
import MeasureStage from './MeasureStage.vue'
import SurveyForm from './SurveyForm.vue'

afterEach(() => vi.unstubAllGlobals())
const heights = (server: { records: Parameters<typeof standing>[0] }) =>
  standing(server.records).flatMap((r) =>
    r.body.kind === 'height' ? [`${r.body.corner} ${r.body.value.toFixed(4)}`] : [],
  )

describe('heights around the vehicle', () => {
  const props = { timing: 'before', load: 'empty', title: 'Empty' }
  test('Enter records the corner and goes on to the next', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0419', props)
    await enter(wrapper, 'Rear right, Empty', '24 1/2')
    expect(heights(server)).toContain('rear-right 0.6223')
    expect(document.activeElement).toBe(labeled(wrapper, 'Rear left, Empty').element)
  })
  test('typed again it corrects, and the first reading stays in the log', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0419', props)
    const before = server.records.length
    await enter(wrapper, 'Front left, Empty', '22 1/2')
    expect(server.records).toHaveLength(before + 1)
    expect(server.records.at(-1)!.supersedes!.why).toBe('read again')
    expect(heights(server).filter((h) => h.startsWith('front-left'))).toEqual(['front-left 0.5715'])
  })
  test('emptied, the reading is withdrawn', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0419', props)
    await enter(wrapper, 'Front left, Empty', '')
    expect(server.records.at(-1)!.body.kind).toBe('withdrawn')
    expect(heights(server).filter((h) => h.startsWith('front-left'))).toEqual([])
  })
  test('a reading that cannot be read is not recorded and does not go on', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0419', props)
    const before = server.records.length
    await enter(wrapper, 'Rear right, Empty', '24 5/4')
    expect(server.records).toHaveLength(before)
    expect(wrapper.find('[role=alert]').text()).toContain('5/4')
  })
  test('the pressure in the bags is read, not assumed; typed anew it corrects the round', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0419', { ...props, likelyPressure: 34_474 })
    const pressures = () =>
      standing(server.records).flatMap((r) =>
        r.body.kind === 'height' ? [Math.round((r.body.bagPressure ?? -1) / 6894.757)] : [],
      )
    // What stands was read with no air; a likely pressure does not rewrite it.
    expect((labeled(wrapper, 'Bags at, Empty').element as HTMLInputElement).value).toBe('0')
    await enter(wrapper, 'Bags at, Empty', '12')
    expect(pressures()).toEqual([12, 12])
    await enter(wrapper, 'Rear right, Empty', '24 1/2')
    expect(pressures()).toEqual([12, 12, 12])
  })
  test('as it goes out the pressure is what was set, and never taken to be 0', async () => {
    const { wrapper, server } = await mountOnJob(HeightGrid, '0416', { timing: 'after', load: 'empty', title: 'Out' })
    expect(wrapper.find('[aria-label="Bags at, Out"]').exists()).toBe(false)
    await enter(wrapper, 'Rear left, Out', '28')
    expect(server.records.at(-1)!.body).toMatchObject({ kind: 'height', bagPressure: null })
  })
  test('the last corner tells the page that the round is over', async () => {
    const { wrapper } = await mountOnJob(HeightGrid, '0419', props)
    await enter(wrapper, 'Rear left, Empty', '24 7/16')
    expect(wrapper.emitted('end')).toHaveLength(1)
  })
})

describe('the survey', () => {
  test('asks what its suspension needs', async () => {
    const leaf = (await mountOnJob(SurveyForm, '0417')).wrapper.text()
    expect(leaf).toContain('Lift block height')
    expect(leaf).not.toContain('Coil gap')
    const coil = (await mountOnJob(SurveyForm, '0419')).wrapper.text()
    expect(coil).toContain('Coil gap, standing empty')
    expect(coil).not.toContain('Lift block height')
  })
  test('an answer is kept as what it means, and can be taken back to "not looked"', async () => {
    const { wrapper, store } = await mountOnJob(SurveyForm, '0419')
    const select = labeled(wrapper, 'Spare under the bed')
    await select.setValue('true')
    expect(store.job!.survey.spareUnderBed).toBe(true)
    await select.setValue('false')
    expect(store.job!.survey.spareUnderBed).toBe(false)
    await select.setValue('')
    expect(store.job!.survey.spareUnderBed).toBeNull()
    await labeled(wrapper, 'Axle vent').setValue('center')
    expect(store.job!.survey.rear.axleVent).toBe('center')
    await enter(wrapper, 'Coil gap, standing empty', '5/8')
    expect(store.job!.survey.rear.coilGapStanding).toBeCloseTo(0.015875, 9)
  })
  test('counts the answers that still decide', async () => {
    const { wrapper } = await mountOnJob(SurveyForm, '0419')
    const count = () => Number(/(\d+) answers still/.exec(wrapper.text())![1])
    const before = count()
    await labeled(wrapper, 'Bump stop').setValue('twist-in')
    expect(count()).toBe(before - 1)
  })
})

describe('the measure stage', () => {
  test('says how far the rear dropped, how surely, and the rate that follows', async () => {
    const { wrapper } = await mountOnJob(MeasureStage, '0417')
    const plate = wrapper.find('.plate').text()
    expect(plate).toMatch(/3 13\/16\s*in, ± 1\/16/)
    expect(plate).toMatch(/lb\/in ±\s/)
  })
  test('asks for the loaded reading while it can be taken', async () => {
    const { wrapper } = await mountOnJob(MeasureStage, '0419')
    expect(wrapper.find('.ask').exists()).toBe(true)
  })
  test('a corner an inch and more out is pointed out while it is typed', async () => {
    const { wrapper, store } = await mountOnJob(MeasureStage, '0417')
    const corner = labeled(wrapper, 'Rear left, Empty')
    await corner.trigger('focus')
    await corner.setValue('28 3/16')
    await flushPromises()
    const [finding] = store.assessment!.corners
    expect(finding).toMatchObject({ set: 'empty', corners: ['rear-left'] })
    expect(wrapper.find('.plate').text()).toContain(cornerText(finding!, 'us'))
    await corner.trigger('keydown', { key: 'Escape' })
    await flushPromises()
    expect(store.assessment!.corners).toEqual([])
  })
  test('an old helper, the ground mark and a load-sensing valve are said where they count', async () => {
    const { wrapper, store } = await mountOnJob(MeasureStage, '0417')
    store.edit((j) => ({
      ...j,
      mark: 'ground',
      survey: answered(j.survey, { oldHelper: 'other', loadSensingValve: true }),
    }))
    await flushPromises()
    const plate = wrapper.find('.plate').text()
    const cautions = store.assessment!.cautions.filter((c) => c.stages.includes('measure'))
    expect(cautions.map((c) => c.code)).toEqual(
      expect.arrayContaining(['rate-with-helper', 'tires-sink', 'valve-reads-empty']),
    )
    for (const caution of cautions) expect(plate).toContain(cautionText(caution, 'us'))
  })
})

describe('from which mark', () => {
  const told = (server: { records: Parameters<typeof standing>[0] }, mark: string) =>
    standing(server.records).filter((r) => r.body.kind === 'height' && r.body.mark === mark).length
  test('figures typed under the wrong mark are kept when it is put right', async () => {
    const { wrapper, server } = await mountOnJob(MeasureStage, '0419')
    await enter(wrapper, 'Front left, Empty', '38')
    await enter(wrapper, 'Front right, Empty', '38')
    await enter(wrapper, 'Rear left, Empty', '39')
    await enter(wrapper, 'Rear right, Empty', '39')
    const before = told(server, 'wheel-center')
    await wrapper.find('[data-guess] button').trigger('click')
    await flushPromises()
    expect([told(server, 'wheel-center'), told(server, 'ground')]).toEqual([0, before])
    expect(useJob().job!.mark).toBe('ground')
    expect(wrapper.find('[data-guess]').exists()).toBe(false)
  })
  test('a bumper or a bed edge, with its distance from the axle', async () => {
    const { wrapper } = await mountOnJob(MeasureStage, '0419')
    const choice = wrapper.findAll('.el-segmented__item input')
    await choice.at(1)!.setValue(true)
    await flushPromises()
    await enter(wrapper, 'Rear mark, behind the rear axle', '44')
    await flushPromises()
    expect(useJob().job!.vehicle.rear.mark).toBeCloseTo(-44 * 0.0254, 4)
    expect(useJob().job!.mark).toBe('ground')
  })
})
