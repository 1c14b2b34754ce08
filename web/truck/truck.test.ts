import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, test } from 'vitest'
import { nextTick } from 'vue'
import { type JobExport } from '@stout-shackle/core/job'
import { assessJob } from '@stout-shackle/core/judge'
import { rearAxle } from '../../core/fixtures/on-job'
import { demoJob, demoVehicles } from '../../demo/shop'
import { bodyOutline, roundedPath, type Point } from './bodies'
import { poseOf } from './pose'
import RearView from './RearView.vue'
import SideView from './SideView.vue'
import TruckStrip from './TruckStrip.vue'

const assessed = ({ job, records }: JobExport) => ({ job, assessment: assessJob(job, records) })

describe('outlines', () => {
  test.each(demoVehicles().map((v) => [v.model, v] as const))(
    '%s is drawn to its own length, over its own wheels',
    (_name, vehicle) => {
      const { shell, bed, windows, floor, roof } = bodyOutline(vehicle)
      const all: Point[] = [...shell, ...(bed ?? []), ...windows.flat()]
      const xs = all.map(([x]) => x)
      expect(Math.max(...xs)).toBeCloseTo(vehicle.wheelbase + vehicle.frontOverhang, 6)
      expect(Math.min(...xs)).toBeCloseTo(-vehicle.rearOverhang, 6)
      expect(Math.max(...all.map(([, z]) => z))).toBeLessThanOrEqual(roof)
      expect(floor).toBeGreaterThan(0.4)
    },
  )
  test('windows are inside the shell', () => {
    for (const vehicle of demoVehicles()) {
      const { shell, windows } = bodyOutline(vehicle)
      const inside = ([x, z]: Point) =>
        shell.reduce((odd, [x1, z1], i) => {
          const [x2, z2] = shell[(i + 1) % shell.length]!
          return z1 > z !== z2 > z && x < ((x2 - x1) * (z - z1)) / (z2 - z1) + x1 ? !odd : odd
        }, false)
      for (const point of windows.flat()) expect(inside(point), `${vehicle.model} ${point.join()}`).toBe(true)
    }
  })
  test('a rounded path starts, bends at every corner and closes', () => {
    const path = roundedPath(
      [
        [0, 0],
        [10, 0],
        [10, 10],
      ],
      2,
    )
    expect(path.match(/Q/g)).toHaveLength(3)
    expect(path).toMatch(/^M.*Z$/)
    expect(path).not.toContain('NaN')
  })
})

describe('how it stands', () => {
  const { job, assessment } = assessed(demoJob('0417'))
  test('empty, loaded, aired', () => {
    expect(poseOf(assessment, 'empty')).toMatchObject({ front: 0, rear: 0, pressure: { front: null, rear: null } })
    expect(poseOf(assessment, 'loaded').rear).toBeCloseTo(-assessment.active.squat.rear!, 9)
    const aired = poseOf(assessment, 'aired')
    expect(aired.rear).toBeCloseTo(0, 12)
    expect(aired.pressure.rear!.left).toBeGreaterThan(aired.pressure.rear!.right)
    // Air does not bring the front down: it stays where the load put it, but for the millimeter that pitch had moved.
    expect(Math.abs(aired.front - poseOf(assessment, 'loaded').front)).toBeLessThan(0.0015)
    // Marked from the wheels: above the road the tires' sink comes on top.
    const { rear } = assessment.active.weights
    expect(aired.rear - aired.road.rear).toBeCloseTo((rear * 9.80665) / (2 * job.vehicle.rear.tireRate!), 9)
  })
  test('a part recovered leaves the rest', () => {
    const part = assessed({ ...demoJob('0417'), job: { ...job, target: { kind: 'recover', share: 0.8 } } })
    expect(poseOf(part.assessment, 'aired').rear).toBeCloseTo(-0.2 * part.assessment.active.squat.rear!, 9)
  })
  test('empty rake follows the front', () => {
    const rake = assessed({ ...demoJob('0417'), job: { ...job, target: { kind: 'empty-rake' } } })
    const aired = poseOf(rake.assessment, 'aired')
    expect(aired.rear).toBeCloseTo(aired.front, 9)
  })
  test('without a spring rate it is drawn level and says so', () => {
    const blind = assessed({
      ...demoJob('0419'),
      job: { ...demoJob('0419').job, vehicle: rearAxle(demoJob('0419').job.vehicle, { wheelRate: null }) },
    })
    expect(poseOf(blind.assessment, 'loaded')).toMatchObject({ rear: 0, known: false })
  })
})

describe('the strip', () => {
  const strip = (number: string, stage: 'measure' | 'load' | 'choose') => {
    setActivePinia(createPinia())
    return mount(TruckStrip, { props: { ...assessed(demoJob(number)), stage } })
  }
  test('prints heights and changes under the wheels, loads, tongue and lamp beam', () => {
    const text = strip('0417', 'load').text()
    expect(text).toContain('22 5/16 in')
    expect(text).toContain('▼')
    expect(text).toContain('900 lb')
    expect(text).toContain('480 lb on the ball')
    expect(text).toMatch(/Lamp beam \+9 11\/16 in at 25 ft/)
    expect(text).toContain('Drawn with 2× the pitch')
  })
  test('shows the bags and the view from behind once a kit is chosen', () => {
    const wrapper = strip('0417', 'choose')
    expect(wrapper.text()).toContain('rear, looking forward')
    expect(wrapper.find('[data-bag=rear]').exists()).toBe(true)
    expect(wrapper.find('[data-bag=front]').exists()).toBe(false)
    expect(strip('0417', 'load').text()).not.toContain('rear, looking forward')
  })
  // Facts of the trade: what holds an axle up is what is drawn.
  test.each([
    ['0417', 'rear', ['leaf', 'beam'], ['coil', 'link']],
    ['0415', 'rear', ['coil', 'beam'], ['leaf', 'link']],
    ['0416', 'front', ['coil', 'link'], ['leaf', 'beam']],
  ] as const)('%s, %s: drawn with its own springs and build', (number, axle, there, absent) => {
    const { job } = demoJob(number)
    const view = mount(RearView, {
      props: {
        vehicle: job.vehicle,
        survey: job.survey,
        kit: null,
        axle,
        pose: { front: 0, rear: 0, pressure: { front: null, rear: null } },
        lean: 0,
        x: 0,
        height: 170,
        system: 'us',
      },
    })
    for (const part of there) expect(view.find(`[data-part=${part}]`).exists(), part).toBe(true)
    for (const part of absent) expect(view.find(`[data-part=${part}]`).exists(), part).toBe(false)
    expect(view.attributes('data-axle')).toBe(axle)
  })
  test('the way it stands can be switched', async () => {
    const wrapper = strip('0417', 'load')
    await wrapper.findAll('.modes button')[0]!.trigger('click')
    await nextTick()
    expect(wrapper.text()).not.toContain('900 lb')
    expect(wrapper.text()).toContain('26 3/16 in')
  })
  test('a motorhome has its dual wheels and no open bed', () => {
    const { job } = assessed(demoJob('0416'))
    const side = mount(SideView, {
      props: {
        vehicle: job.vehicle,
        items: job.loadCases[0]!.items,
        pose: { front: 0, rear: 0, road: { front: 0, rear: 0 }, known: true, pressure: { front: null, rear: null } },
        heights: { front: null, rear: null },
        width: 1200,
        height: 170,
        system: 'metric',
      },
    })
    expect(side.attributes('aria-label')).toContain('Nightfold 31 from the side, 1,193 kg on it')
    expect(side.findAll('.body')).toHaveLength(1)
  })
})
