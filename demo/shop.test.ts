import { describe, expect, test } from 'vitest'
import { airSpring, tableDisagreement } from '@stout-shackle/core/spring'
import { buildPlan } from '@stout-shackle/core/plan'
import { assessJob } from '@stout-shackle/core/judge'
import { checkKit, hasAir } from '@stout-shackle/core/kit'
import { demoJob, demoJobs, demoKits, demoVehicles } from './shop'

describe('the made-up shop', () => {
  test('has what a shop needs: vehicles of every kind, kits of five families, jobs at different stages', () => {
    const vehicles = demoVehicles()
    expect(new Set(vehicles.map((v) => v.body)).size).toBe(4)
    expect(vehicles.some((v) => v.rear.wheels === 'dual')).toBe(true)
    expect(new Set(demoKits().map((k) => k.family)).size).toBe(5)
    expect(demoKits().length).toBeGreaterThanOrEqual(40)
    expect(demoKits().filter((k) => k.axle === 'front').length).toBeGreaterThanOrEqual(3)
    expect(vehicles.length).toBeGreaterThanOrEqual(20)
    expect(vehicles.filter((v) => v.rear.architecture === 'independent').length).toBeGreaterThanOrEqual(1)
    expect(
      vehicles.some((v) => v.front.suspension === 'coil' && v.rear.suspension === 'leaf' && v.body === 'motorhome'),
    ).toBe(true)
    const reached = demoJobs().map(
      ({ job, records }) => assessJob(job, records).stages.filter((s) => s.state === 'done').length,
    )
    expect(new Set(reached).size).toBeGreaterThanOrEqual(5)
  })
  test('has true bag tables', () => {
    for (const { bag } of demoKits().filter(hasAir))
      expect(tableDisagreement(airSpring(bag.table), bag.table)).toBeLessThan(0.05)
  })
  test('has one kit whose listed capacity is flagged', () => {
    const flagged = demoKits().filter((k) => checkKit(k).some((f) => f.code === 'capacity-disagrees'))
    expect(flagged.map((k) => k.id)).toEqual(['kettleworth-single'])
  })
  test('has springs that carry an empty body at a usual frequency', () => {
    // Source: common practice, empty body frequency 1.2 to 1.8 Hz.
    for (const v of demoVehicles()) {
      const { wheelRate, curb, unsprung } = v.rear
      const frequency = Math.sqrt((2 * wheelRate!) / (curb - unsprung)) / (2 * Math.PI)
      expect(frequency).toBeGreaterThan(1.2)
      expect(frequency).toBeLessThan(1.8)
    }
  })
  test('every kit can be planned on a vehicle it is made for, with wheels off or on', () => {
    const { job } = demoJob('0417')
    for (const kit of demoKits()) {
      const vehicle = demoVehicles().find(
        (v) => kit.fitment.bodies.includes(v.body) && kit.fitment.suspension.includes(v[kit.axle].suspension),
      )!
      for (const wheels of ['off', 'on'] as const)
        expect(buildPlan([{ kit, work: 'fit' }], vehicle, job.survey, { wheels })).toMatchObject({ ok: true })
    }
  })
})
