import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { buildPlan, canDo, type PlanStep } from '.'

/** Every plan of every kit on every vehicle that has such an axle, wheels off and on. */
const plans = demoVehicles().flatMap((vehicle) =>
  demoKits().flatMap((kit) => {
    const { architecture, suspension } = vehicle[kit.axle]
    const survey = demoSurvey(vehicle.id)
    if (kit.replaces === 'coil-spring' && suspension !== 'coil') return []
    return (['off', 'on'] as const).flatMap((wheels) => {
      const outcome = buildPlan([{ kit, work: 'fit' }], vehicle, survey, { wheels })
      return outcome.ok
        ? [{ name: `${kit.id}, ${vehicle.id}, ${architecture}, wheels ${wheels}`, steps: outcome.plan.steps }]
        : []
    })
  }),
)
const each = (check: (steps: PlanStep[], name: string) => void) => {
  for (const { steps, name } of plans) check(steps, name)
}
const raised = (s: PlanStep) => s.state.support !== 'on-wheels'

// Source: common practice, no published source: people get hurt by it, or a mistake stays hidden, whatever the kit.
describe('orders that must never happen, on every kit and vehicle', () => {
  test('there are plans to look at', () => {
    expect(plans.length).toBeGreaterThan(400)
  })
  test('lug nuts are torqued on the ground, after everything that had an end up, and before it rolls', () => {
    each((steps, name) => {
      const settle = steps.findIndex((s) => s.id === 'settle')
      for (const [i, s] of steps.entries()) {
        if (!s.id.includes('lug-nuts')) continue
        expect(s.state, name).toMatchObject({ support: 'on-wheels', wheels: 'on' })
        expect(steps.findLastIndex(raised), name).toBeLessThan(i)
        expect(i, name).toBeLessThan(settle)
      }
    })
  })
  test('it is rolled and bounced with nothing up and no wheel off', () => {
    each((steps, name) => {
      const settle = steps.findIndex((s) => s.id === 'settle')
      expect(settle, name).toBeGreaterThan(steps.findLastIndex(raised))
    })
  })
  test('what is torqued at ride height waits until it stands and is settled', () => {
    each((steps, name) => {
      const settle = steps.findIndex((s) => s.id === 'settle')
      for (const [i, s] of steps.entries())
        if (s.torques.some((f) => f.when === 'at-ride-height')) {
          expect(s.state.support, name).toBe('on-wheels')
          expect(i, name).toBeGreaterThan(settle)
        }
    })
  })
  test('no step is done in a state that does not suit it, and each state is reached before its steps', () => {
    each((steps, name) => {
      let state = steps[0]!.state
      for (const s of steps) {
        if (s.kind === 'state') state = s.state
        expect(s.state, name).toEqual(state)
        if (s.kind === 'operation') expect(canDo(s, s.axle, s.state), `${name}: ${s.id}`).toBe(true)
      }
    })
  })
  test('nothing is torqued before what it is mounted by, and nothing taken off stays off', () => {
    each((steps, name) => {
      const places = new Map(steps.map((s, i) => [s.id, i]))
      for (const [i, s] of steps.entries())
        for (const before of s.after) expect(places.get(before)!, `${name}: ${s.id} after ${before}`).toBeLessThan(i)
      const off = steps.flatMap((s) => s.takesOff)
      const on = steps.flatMap((s) => s.refits)
      for (const part of off) expect(on, name).toContain(part)
    })
  })
})
