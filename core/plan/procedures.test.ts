import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoProcedures, demoSurvey, demoVehicles } from '../../demo/shop'
import { closableProcedureSchema, PLAIN_OPERATION, procedureFaults, procedureSchema, type Procedure } from '../kit'
import { POUND_FOOT } from '../quantity'
import { buildPlan, movedBefore, proceduresUsed, type Pin, type Plan, type PlanMore } from '.'

const procedure = (id: string): Procedure => demoProcedures().find((p) => p.id === id)!
const of = (...ids: string[]) => ids.map(procedure)
const kitOf = (id: string) => demoKits().find((k) => k.id === id)!
const vehicleOf = (id: string) => demoVehicles().find((v) => v.id === id)!
function planOf(kit: string, vehicle: string, more: PlanMore): Plan {
  const outcome = buildPlan(
    [{ kit: kitOf(kit), work: 'fit' }],
    vehicleOf(vehicle),
    demoSurvey(vehicle),
    { wheels: 'off' },
    more,
  )
  if (!outcome.ok) throw new Error(outcome.stuck.join())
  return outcome.plan
}
const withPins = (kit: string, vehicle: string, pins: Pin[]) => () =>
  buildPlan([{ kit: kitOf(kit), work: 'fit' }], vehicleOf(vehicle), demoSurvey(vehicle), { wheels: 'off' }, { pins })
const place = ({ steps }: Plan, id: string) => {
  const index = steps.findIndex((s) => s.id === id)
  if (index < 0) throw new Error(`no step ${id}`)
  return index
}

/** Facts of the trade; common practice, no published source, unless a test says otherwise. */
describe('a kit and new shocks on one visit', () => {
  const plan = planOf('kettleworth-core-92', 'lantern', { procedures: of('fen-shocks', 'lantern-rear-axle') })
  test('the lower shock bolt is undone once a side, put in once and torqued once', () => {
    const sidesOf = (list: 'disturbs' | 'leavesLoose' | 'torques') =>
      plan.steps.filter((s) => s[list].some((f) => f.id === 'shock-bolt')).map((s) => s.side)
    for (const list of ['disturbs', 'leavesLoose', 'torques'] as const)
      expect(sidesOf(list).sort(), list).toEqual(['left', 'right'])
    const off = plan.steps.flatMap((s) => s.takesOff.filter((p) => p === 'Shock absorber, lower end'))
    expect(off).toHaveLength(2)
    // One visit to the jack for both jobs.
    expect(plan.supportChanges).toBe(planOf('kettleworth-core-92', 'lantern', {}).supportChanges)
  })
  test('the old shock comes out after the bolt and the new one goes in before it', () => {
    for (const side of ['left', 'right']) {
      const order = ['undo-shock', 'fen-shocks-upper-off', 'fen-shocks-new-in', 'shock-loose'].map((id) =>
        place(plan, `${id}:${side}`),
      )
      expect([...order].sort((a, b) => a - b)).toEqual(order)
    }
  })
  test('its torque is the one of the vehicle maker, with the paper it is from, at ride height', () => {
    const bolt = plan.torques.find((t) => t.fastener.id === 'shock-bolt')!.fastener
    expect(bolt.spec.kind === 'target' && bolt.spec.value / POUND_FOOT).toBeCloseTo(81, 6)
    expect([bolt.when, bolt.source]).toEqual(['at-ride-height', procedure('lantern-rear-axle').source])
    // The kit alone owes it: nobody has looked it up.
    const alone = planOf('kettleworth-core-92', 'lantern', {}).torques.find((t) => t.fastener.id === 'shock-bolt')!
    expect(alone.fastener.spec.kind).toBe('vehicle-maker')
  })
  test('lug nuts have their figure and every place its own reading', () => {
    const nuts = plan.torques.find((t) => t.fastener.id === 'lug-nuts')!.fastener
    expect([nuts.count, nuts.evenly, nuts.spec.kind]).toEqual([5, true, 'target'])
  })
  test('a fastener of the accessory keeps a name of its own', () => {
    expect(plan.torques.map((t) => t.fastener.id)).toContain('fen-shocks-stem-nut')
  })
  test('undone by itself, without a kit, the shock job is whole', () => {
    const outcome = buildPlan(
      [],
      vehicleOf('lantern'),
      demoSurvey('lantern'),
      { wheels: 'off' },
      {
        procedures: of('fen-shocks'),
      },
    )
    expect(outcome.ok && outcome.plan.steps.filter((s) => s.opens.includes('shock'))).toHaveLength(2)
    expect(outcome.ok && outcome.plan.steps.some((s) => s.id === 'lug-nuts:left')).toBe(true)
  })
})

describe('parts and names meet', () => {
  test('by the part that comes off, where instructions give no common name', () => {
    const plain = procedure('fen-shocks')
    const nameless = { ...plain, operations: plain.operations.map((o) => ({ ...o, same: null })) }
    const plan = planOf('kettleworth-core-92', 'lantern', { procedures: [nameless] })
    expect(plan.steps.filter((s) => s.takesOff.includes('Shock absorber, lower end'))).toHaveLength(2)
  })
  test("the vehicle maker's own words stand for the kit's, and the step is the kit's still", () => {
    const alone = planOf('ninebark-twofold', 'lantern', {})
    const plan = planOf('kettleworth-core-92', 'lantern', { procedures: of('lantern-spare') })
    const [down] = procedure('lantern-spare').operations
    const step = plan.steps.find((s) => s.takesOff.includes('Spare wheel'))!
    expect([step.id, step.title, step.trap]).toEqual(['drop-spare', down!.title, down!.trap])
    expect(plan.steps.filter((s) => s.takesOff.includes('Spare wheel'))).toHaveLength(1)
    expect(alone.steps.find((s) => s.id === 'drop-spare')?.title).not.toBe(down!.title)
  })
  test('what is done only where it is named stays away from a kit that does not name it', () => {
    const all = of('lantern-spare', 'lantern-rear-axle')
    const [vehicle, survey] = [vehicleOf('lantern'), demoSurvey('lantern')]
    const ids = (kit: string) =>
      proceduresUsed([{ kit: kitOf(kit), work: 'fit' }], all, vehicle, survey).map((p) => p.id)
    expect(ids('kettleworth-core-92')).toEqual(['lantern-spare', 'lantern-rear-axle'])
    expect(ids('fen-rubber-a')).toEqual(['lantern-rear-axle'])
  })
  test("another platform's procedure says nothing here", () => {
    const used = proceduresUsed(
      [],
      of('dunnock-rear-axle', 'shop-first-look'),
      vehicleOf('lantern'),
      demoSurvey('lantern'),
    )
    expect(used.map((p) => p.id)).toEqual(['shop-first-look'])
  })
  test('of two regimes the one that waits longer holds', () => {
    const vehicles = procedure('lantern-rear-axle')
    const early = { ...vehicles, fasteners: vehicles.fasteners.map((f) => ({ ...f, when: 'as-fitted' as const })) }
    const plan = planOf('kettleworth-core-92', 'lantern', { procedures: [early] })
    expect(plan.torques.find((t) => t.fastener.id === 'shock-bolt')!.fastener.when).toBe('at-ride-height')
  })
})

describe('an accessory on the whole vehicle', () => {
  const plan = planOf('ninebark-twofold', 'dunnock-25', { procedures: of('quill-compressor') })
  const air = plan.steps.find((s) => s.checks.includes('first-air'))!.id
  test('battery off before its wires and on after, its line before the first air', () => {
    const order = ['battery-off', 'mount', 'harness', 'battery-on'].map((id) => place(plan, `quill-compressor-${id}`))
    expect([...order].sort((a, b) => a - b)).toEqual(order)
    expect(place(plan, 'quill-compressor-line')).toBeLessThan(place(plan, air))
    // Common practice, no published source: a compressor may fill as soon as it has current.
    expect(place(plan, 'quill-compressor-line')).toBeGreaterThan(place(plan, 'mount-lower:right'))
    expect(place(plan, 'quill-compressor-battery-on')).toBeLessThan(place(plan, air))
    for (const side of ['left', 'right'])
      expect(place(plan, `run-line:${side}`)).toBeLessThan(place(plan, 'quill-compressor-battery-on'))
  })
  const kit = kitOf('ninebark-twofold')
  const mount = kit.operations.find((o) => o.phase === 'mount')!.id
  const turned = (...turns: Procedure['turns']) => ({ ...procedure('quill-compressor'), turns })
  const outcome = (p: Procedure) =>
    buildPlan(
      [{ kit, work: 'fit' }],
      vehicleOf('dunnock-25'),
      demoSurvey('dunnock-25'),
      { wheels: 'off' },
      { procedures: [p] },
    )
  test('a step of it has its turn by a step of the kit that it names', () => {
    const order = (turn: 'before' | 'after') => {
      const p = planOf('ninebark-twofold', 'dunnock-25', {
        procedures: [turned({ step: 'harness', turn, of: 'drill-valves' })],
      })
      const drilled = p.steps.flatMap((s, k) => (s.id.split(':')[0] === 'drill-valves' ? [k] : []))
      return place(p, 'quill-compressor-harness') < Math.min(...drilled) ? 'before' : 'after'
    }
    expect(order('before')).toBe('before')
    expect(order('after')).toBe('after')
  })
  test('an order that no stand allows is stuck, and said', () => {
    // On its wheels, between what was mounted in the air and the first air.
    expect(outcome(turned({ step: 'mount', turn: 'after', of: mount })).ok).toBe(false)
  })
  test('one that this kit does not have says nothing; one both before and after it is a circle', () => {
    expect(outcome(turned({ step: 'harness', turn: 'before', of: 'no-such-step' })).ok).toBe(true)
    const both = turned({ step: 'harness', turn: 'before', of: mount }, { step: 'harness', turn: 'after', of: mount })
    expect(outcome(both).ok).toBe(false)
  })
  test('it names only steps of its own', () => {
    const read = procedureSchema.safeParse(turned({ step: 'nowhere', turn: 'after', of: mount }))
    expect(read.error?.issues.map((i) => i.path.join('.'))).toEqual(['turns.0.step'])
  })
})

describe('an order that somebody wants otherwise', () => {
  const kit = 'ninebark-twofold'
  const plan = planOf(kit, 'dunnock-25', {})
  test('is kept where it can be', () => {
    const free = ['drop-spare', 'free-hoses:left'].sort((a, b) => place(plan, a) - place(plan, b))
    const pin = { first: free[1]!, then: free[0]! }
    const moved = movedBefore(plan, pin, withPins(kit, 'dunnock-25', [pin]))
    expect(moved.ok && place(moved.plan, pin.first) < place(moved.plan, pin.then)).toBe(true)
  })
  test('is refused with what waits for what, from one end of the chain to the other', () => {
    const pin = { first: 'soap', then: 'bench-assemble:left' }
    const moved = movedBefore(plan, pin, withPins(kit, 'dunnock-25', [pin]))
    if (moved.ok || moved.code !== 'waits-for') throw new Error('a chain is expected')
    expect([moved.chain[0]!.id, moved.chain.at(-1)!.id]).toEqual(['soap', 'bench-assemble:left'])
    for (const [i, step] of moved.chain.entries()) if (i) expect(moved.chain[i - 1]!.after, step.id).toContain(step.id)
  })
  test('is refused where one side has to be finished first', () => {
    const trail = demoVehicles().find((v) => v.rear.architecture === 'independent' && v.rear.suspension === 'coil')!
    const alone = planOf('kettleworth-core-92', trail.id, {})
    const [one, other] =
      place(alone, 'link-undo:left') < place(alone, 'link-undo:right') ? ['left', 'right'] : ['right', 'left']
    const pin = { first: `link-undo:${other}`, then: `link-back:${one}` }
    // The other side before this one is closed, and this one opened before that: neither side is whole.
    const moved = movedBefore(
      alone,
      pin,
      withPins('kettleworth-core-92', trail.id, [pin, { first: `link-undo:${one}`, then: `link-undo:${other}` }]),
    )
    expect(moved).toMatchObject({ ok: false, code: 'sides-apart' })
  })
  test('a pair of which one step is not there says nothing', () => {
    const outcome = withPins(kit, 'dunnock-25', [{ first: 'nothing', then: 'soap' }])()
    expect(outcome.ok && outcome.plan.steps.map((s) => s.id)).toEqual(plan.steps.map((s) => s.id))
  })
})

describe('what is written of a procedure', () => {
  test('every one of the made-up shop can be carried out to its end', () => {
    for (const p of demoProcedures()) expect(closableProcedureSchema.safeParse(p).success, p.id).toBe(true)
  })
  const plain = { ...PLAIN_OPERATION, id: 'one', title: 'One', phase: 'remove' as const, steps: ['…'] }
  const written = (part: object) =>
    procedureSchema.safeParse({ id: 'own', kind: 'shop', name: 'Own', source: 'house', operations: [plain], ...part })
  test.each([
    [{ kind: 'vehicle' }, 'platforms'],
    [{ operations: [] }, 'operations'],
    [{ operations: [{ ...plain, torques: ['nut'] }] }, 'torques'],
    [{ operations: [{ ...plain, after: ['two'] }] }, 'after'],
    [{ source: ' ' }, 'source'],
  ])('%j is refused, with the field', (part, field) => {
    const read = written(part)
    expect(read.success ? [] : read.error.issues.flatMap((i) => i.path)).toContain(field)
  })
  test('a part that nothing puts back is a fault, the lug nuts of the vehicle are none', () => {
    const faults = procedureFaults({ operations: [{ ...plain, takesOff: ['Liner'] }], fasteners: [] })
    expect(faults.map((f) => f.path)).toEqual([['operations', 0, 'takesOff', 0]])
    expect(procedureFaults(procedure('dunnock-rear-axle'))).toEqual([])
  })
  test('a job holds each once', () => {
    const { job } = demoJob('0417')
    expect(job.procedures).toEqual([])
  })
})
