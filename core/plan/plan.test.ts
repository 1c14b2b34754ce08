import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { answered } from '../fixtures/on-job'
import { PLAIN_OPERATION, type Operation } from '../kit'
import { estimatedUnderbody, withParts } from '../underbody'
import { buildPlan, orderSteps, pendingSteps } from '.'
import type { PendingStep } from './pending'

const step = (
  id: string,
  support: Operation['support'],
  wheels: Operation['wheels'],
  after: string[],
): PendingStep => ({
  id,
  side: null,
  axle: null,
  unsure: false,
  after,
  operation: { ...PLAIN_OPERATION, id, title: id, phase: 'mount', steps: ['x'], support, wheels, minutes: 1 },
})

/**
 * A mechanic who takes the steps as they come and changes nothing before a step wants it: wheels go back on before the
 * vehicle is let down, the tires are clear of the floor before they come off, and it ends on its wheels.
 * @returns how often what holds the vehicle changed, and how often the wheels did
 */
function asTheyCome(steps: readonly PendingStep[]): [number, number] {
  let [support, wheels] = ['on-wheels', 'on']
  let [supports, swaps] = [0, 0]
  for (const { operation } of steps) {
    let next: string = operation.support === 'any' ? support : operation.support
    if (operation.wheels === 'off' && (next === 'on-wheels' || next === 'frame-raised')) next = 'axle-hanging'
    const wheelsNow =
      next === 'on-wheels' || next === 'frame-raised' ? 'on' : operation.wheels === 'any' ? wheels : operation.wheels
    supports += Number(next !== support)
    swaps += Number(wheelsNow !== wheels)
    ;[support, wheels] = [next, wheelsNow]
  }
  return [supports + Number(support !== 'on-wheels'), swaps + Number(wheels === 'off')]
}

describe('order of steps', () => {
  // Common practice, no published source: a vehicle is raised and let down no more often than the work wants.
  test('is never dearer than the steps taken as they come, and keeps what comes before what', () => {
    const supports = fc.constantFrom<Operation['support']>(
      'any',
      'on-wheels',
      'axle-hanging',
      'axle-raised',
      'frame-raised',
    )
    const one = fc.tuple(
      supports,
      fc.constantFrom<Operation['wheels']>('on', 'off', 'any'),
      fc.array(fc.nat(6), { maxLength: 2 }),
    )
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 7 }), (list) => {
        const steps = list.map(([support, wheels, before], i) =>
          // Wheels cannot be off while the tires stand on the floor.
          step(
            `s${i}`,
            support,
            support === 'on-wheels' || support === 'frame-raised' ? 'on' : wheels,
            [...new Set(before)].filter((b) => b < i).map((b) => `s${b}`),
          ),
        )
        const order = orderSteps(steps)
        if (!order.ok) throw new Error('it has an order: the one it came in')
        const [supportsWanted, wheelsWanted] = asTheyCome(steps)
        expect(order.supportChanges).toBeLessThanOrEqual(supportsWanted)
        if (order.supportChanges === supportsWanted) expect(order.wheelChanges).toBeLessThanOrEqual(wheelsWanted)
        const place = new Map(order.steps.map((s, i) => [s.step.id, i]))
        expect(place.size).toBe(steps.length)
        for (const s of steps) for (const b of s.after) expect(place.get(b)!).toBeLessThan(place.get(s.id)!)
      }),
      { numRuns: 200 },
    )
  })
  // Worked by hand.
  test.each([
    [
      'all on its wheels',
      [
        ['on-wheels', 'on'],
        ['any', 'any'],
      ],
      [0, 0],
    ],
    [
      'up for one step',
      [
        ['on-wheels', 'on'],
        ['axle-hanging', 'off'],
      ],
      [2, 2],
    ],
    [
      'two visits to one support are one',
      [
        ['frame-raised', 'on'],
        ['axle-hanging', 'on'],
        ['axle-hanging', 'off'],
      ],
      [3, 2],
    ],
    ['wheels off anywhere means off the wheels', [['any', 'off']], [2, 2]],
  ] as const)('%s', (_, wanted, changes) => {
    const order = orderSteps(wanted.map(([support, wheels], i) => step(`s${i}`, support, wheels, [])))
    expect(order.ok && [order.supportChanges, order.wheelChanges]).toEqual(changes)
  })
  test('steps that wait for each other are named', () => {
    expect(
      orderSteps([step('a', 'any', 'any', ['b']), step('b', 'any', 'any', ['a']), step('c', 'any', 'any', [])]),
    ).toEqual({ ok: false, stuck: ['a', 'b'] })
  })
})

describe('work plan of a bellows kit', () => {
  const { job } = demoJob('0417')
  const { kits } = job
  const outcome = buildPlan(kits, job.vehicle, job.survey, { wheels: 'off' })
  const plan = outcome.ok ? outcome.plan : null!
  const place = (id: string) => plan.steps.findIndex((s) => s.id === id)

  test('respects every precedence, side by side', () => {
    for (const s of pendingSteps(kits, job.vehicle, job.survey, { choices: { wheels: 'off' } }))
      for (const before of s.after) expect(place(before), `${before} before ${s.id}`).toBeLessThan(place(s.id))
  })
  test('does mirrored operations on both sides and the shield on the exhaust side only', () => {
    expect(place('mount-upper:left')).toBeGreaterThan(0)
    expect(place('mount-upper:right')).toBeGreaterThan(0)
    expect(place('fit-shield:right')).toBeGreaterThan(0)
    expect(place('fit-shield:left')).toBe(-1)
  })
  // Source: common practice: the carriage bolt has to go in before the plate covers it.
  test('puts the carriage bolt in before the plate', () => {
    expect(place('carriage-bolt:left')).toBeLessThan(place('mount-upper:left'))
  })
  test('every step stands in a state it can be done in, and state changes are steps of their own', () => {
    plan.steps.forEach((s, i) => {
      const before = plan.steps[i - 1]?.state ?? { support: 'on-wheels', wheels: 'on', axle: null }
      if (s.kind === 'operation')
        expect(s.state).toEqual(i === 0 ? { support: 'on-wheels', wheels: 'on', axle: null } : before)
      if (s.state.support === 'on-wheels') expect(s.state.wheels).toBe('on')
    })
    expect(plan.steps.at(-1)!.state.support).toBe('on-wheels')
  })
  test('conditions follow the survey: no bump stop, no removal, a block needs its spacer', () => {
    const ids = (survey: typeof job.survey) =>
      pendingSteps(kits, job.vehicle, survey, { choices: { wheels: 'off' } }).map((s) => s.id)
    expect(ids(answered(job.survey, { bumpStop: 'none' }))).not.toContain('remove-bump-stop:left')
    expect(ids(answered(job.survey, { liftBlock: 0.05 }))).toContain('fit-spacer:left')
    expect(ids(job.survey)).not.toContain('fit-spacer:left')
  })
  test('a dropped operation hands its predecessors on', () => {
    const steps = pendingSteps(kits, job.vehicle, answered(job.survey, { bumpStop: 'none' }), {
      choices: { wheels: 'off' },
    })
    expect(steps.find((s) => s.id === 'carriage-bolt:left')!.after).toContain('free-hoses:left')
  })
  test('an unanswered question keeps the step and marks it', () => {
    const steps = pendingSteps(
      kits,
      job.vehicle,
      { ...job.survey, spareUnderBed: null },
      { choices: { wheels: 'off' } },
    )
    expect(steps.find((s) => s.id === 'drop-spare')).toMatchObject({ unsure: true })
  })
  test('tools, hardware and torques come from the operations', () => {
    expect(plan.tools).toContain('tube cutter')
    expect(plan.hardware.find((h) => h.name === 'Dished plates')!.count).toBe(4)
    const strap = plan.torques.find((t) => t.fastener.id === 'axle-strap')!
    expect([...strap.steps].sort()).toEqual(['torque-strap:left', 'torque-strap:right'])
    expect(strap.clamp!.note).toBe('ok')
  })
  test('wheels that stay on make other plans, and no lug nuts', () => {
    const outcomeOn = buildPlan(kits, job.vehicle, job.survey, { wheels: 'on' })
    expect(outcomeOn.ok && outcomeOn.plan.wheelChanges).toBe(0)
    expect(outcomeOn.ok && outcomeOn.plan.steps.some((s) => s.id === 'lug-nuts:left')).toBe(false)
    expect(plan.wheelChanges).toBe(2)
  })
})

describe('work plan by axle', () => {
  const kitOf = (id: string) => demoKits().find((k) => k.id === id)!
  const vehicleOf = (id: string) => demoVehicles().find((v) => v.id === id)!
  const planOf = (vehicle: string, ...kits: string[]) => {
    const outcome = buildPlan(
      kits.map((id) => ({ kit: kitOf(id), work: 'fit' as const })),
      vehicleOf(vehicle),
      demoSurvey(vehicle),
      { wheels: 'off' },
    )
    if (!outcome.ok) throw new Error('no plan')
    return outcome.plan
  }
  // Common practice, no published source: the axle that stays down is chocked, and only the one worked at loses its wheels.
  test.each([
    ['front', 'fen-core-front'],
    ['rear', 'ninebark-coach-wide'],
  ] as const)('a kit at the %s axle raises that axle, chocks the other', (axle, kit) => {
    const { steps } = planOf('marrowby-34', kit)
    const other = axle === 'front' ? 'rear' : 'front'
    for (const { state } of steps) if (state.support !== 'on-wheels') expect(state.axle).toBe(axle)
    expect(steps.flatMap((s) => s.takesOff).filter((w) => w.endsWith('wheels'))).toEqual([
      axle === 'front' ? 'Front wheels' : 'Rear wheels',
    ])
    const chocks = steps.find((s) => s.steps.some((line) => /^Chock/.test(line)))!
    expect(chocks.steps.find((line) => /^Chock/.test(line))).toContain(other)
    expect(steps.indexOf(chocks)).toBeLessThan(steps.findIndex((s) => s.state.support !== 'on-wheels'))
  })
  test('kits at both axles: one end at a time, each with its wheels off and on again', () => {
    const { steps } = planOf('marrowby-34', 'quill-fore-coil', 'ninebark-coach-wide')
    const off = new Set<string>()
    for (const s of steps) {
      for (const part of s.refits) off.delete(part)
      for (const part of s.takesOff) off.add(part)
      expect(['Front wheels', 'Rear wheels'].filter((w) => off.has(w)).length).toBeLessThanOrEqual(1)
      if (s.state.wheels === 'off') expect(off).toContain(s.state.axle === 'front' ? 'Front wheels' : 'Rear wheels')
    }
    expect(off).toEqual(new Set())
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
    for (const axle of ['front', 'rear'] as const)
      expect(steps.some((s) => s.kind === 'operation' && s.axle === axle)).toBe(true)
  })
  test.each([
    ['lantern-trail', 'kettleworth-link-86'],
    ['osier-m', 'ninebark-swap-mini'],
  ])('%s has no frame rails, and its stands go under none', (vehicle, kit) => {
    const lines = planOf(vehicle, kit).steps.flatMap((s) => s.steps)
    expect(lines.some((l) => /stands under/.test(l))).toBe(true)
    expect(lines.filter((l) => /frame rail/.test(l))).toEqual([])
  })
  test('what a coil replacement takes out stays out, the old helper inside it too', () => {
    const { steps } = planOf('osier-m', 'ninebark-swap-mini')
    expect(steps.flatMap((s) => s.refits)).not.toContain('Coil spring')
    expect(steps.some((s) => s.id.startsWith('old-helper-out'))).toBe(true)
  })
  // A mechanic cannot hang a bag where another still hangs.
  test.each(['off', 'on'] as const)(
    'another kit in the place of one: the old one is off before anything of it is fitted, wheels %s',
    (wheels) => {
      const old = demoKits().find((k) => k.id === 'ninebark-twofold')!
      const next = kitOf('ninebark-onefold')
      const outcome = buildPlan(
        [
          { kit: old, work: 'take-off' },
          { kit: next, work: 'fit' },
        ],
        demoVehicles().find((v) => v.id === 'dunnock-25')!,
        demoSurvey('dunnock-25'),
        { wheels },
      )
      if (!outcome.ok) throw new Error('no plan')
      const { steps, torques } = outcome.plan
      const off = ['left', 'right'].map((side) => steps.findIndex((s) => s.id === `take-off:${side}`))
      expect(Math.min(...off)).toBeGreaterThan(0)
      for (const side of ['left', 'right'] as const) {
        const mount = steps.findIndex((s) => s.id === `mount-upper:${side}`)
        expect(mount).toBeGreaterThan(off[side === 'left' ? 0 : 1]!)
      }
      // Torques are those of the kit that goes on.
      const strap = torques.find((t) => t.fastener.id === 'axle-strap')!
      expect(strap.fastener).toEqual(next.fasteners.find((f) => f.id === 'axle-strap'))
    },
  )
})

describe('lines in the way', () => {
  test('are freed before anything but the bench, and back after all of the kit', () => {
    const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
    const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const survey = demoSurvey('dunnock-25')
    const parts = estimatedUnderbody(vehicle, survey, 'rear')
    const freed = parts.map((p) => (p.kind === 'brake-hose' ? { ...p, handling: ['freed' as const] } : p))
    const outcome = buildPlan([{ kit, work: 'fit' }], withParts(vehicle, 'rear', freed), survey, {
      wheels: 'off',
    })
    if (!outcome.ok) throw new Error('a plan is needed')
    const ids = outcome.plan.steps.map((s) => s.id)
    const [clear, back] = [ids.indexOf('lines-clear'), ids.indexOf('lines-back')]
    const stepsHere = outcome.plan.steps.flatMap((s, i) =>
      s.kind === 'operation' && s.phase !== 'bench' && kit.operations.some((o) => s.id.startsWith(o.id)) ? [i] : [],
    )
    expect(clear).toBeGreaterThan(-1)
    expect(clear).toBeLessThan(Math.min(...stepsHere))
    expect(back).toBeGreaterThan(Math.max(...stepsHere))
    expect(outcome.plan.steps[clear]!.takesOff).toEqual(outcome.plan.steps[back]!.refits)
    // One that does not span the droop is freed before the axle hangs, and goes back when it stands again.
    const short = parts.map((p) => (p.id === 'brake-hose' ? { ...p, freeLength: 0.2 } : p))
    const hanging = buildPlan([{ kit, work: 'fit' }], withParts(vehicle, 'rear', short), survey, { wheels: 'off' })
    if (!hanging.ok) throw new Error('a plan is needed')
    const { steps } = hanging.plan
    const indexOf = (id: string) => steps.findIndex((s) => s.id === id)
    expect(steps[indexOf('lines-clear')]).toMatchObject({ support: 'on-wheels', takesOff: ['Brake hose'] })
    const up = (s: { support: string }) => s.support.startsWith('axle-') || s.support === 'frame-raised'
    expect(indexOf('lines-clear')).toBeLessThan(steps.findIndex(up))
    expect(indexOf('lines-back')).toBeGreaterThan(steps.findLastIndex(up))
    // Where nothing has to happen to them, no step says so.
    const plain = buildPlan([{ kit, work: 'fit' }], vehicle, survey, { wheels: 'off' })
    expect(plain.ok && plain.plan.steps.some((s) => s.id.startsWith('lines-'))).toBe(false)
  })

  // Common practice, no published source: what frees a bag by a cutter must not meet the rubber.
  test('takes an old kit off with a board before the rubber', () => {
    const outcome = buildPlan(
      [{ kit: demoKits().find((k) => k.id === 'ninebark-twofold')!, work: 'take-off' }],
      demoVehicles().find((v) => v.id === 'dunnock-25')!,
      demoSurvey('dunnock-25'),
      {
        wheels: 'off',
      },
    )
    if (!outcome.ok) throw new Error(outcome.stuck.join())
    const takeOffs = outcome.plan.steps.filter((s) => s.id.startsWith('take-off'))
    expect(takeOffs.length).toBe(2)
    for (const s of takeOffs) expect([s.blocking, s.trap !== null]).toEqual([true, true])
  })
})
