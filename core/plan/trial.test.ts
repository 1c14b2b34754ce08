import { describe, expect, test } from 'vitest'
import { demoVehicles } from '../../demo/shop'
import { kitOfSteps as kitOf, ownStep as step } from '../fixtures/own-steps'
import type { Kit } from '../kit'
import { emptySurvey } from '../vehicle'
import { buildPlan, ownOperation, stuckOnVehicle } from '.'

const pickup = demoVehicles().find((v) => v.body === 'pickup' && v.rear.suspension === 'leaf')!
const stuck = (kit: Kit) =>
  stuckOnVehicle({ kits: [{ kit, work: 'fit' }], procedures: [] }, pickup, emptySurvey(), { wheels: 'off' })

describe('the one rule that stops a plan', () => {
  test('nothing stops one that can be ordered', () => {
    const kit = kitOf(step('a'), step('b', { after: ['a'] }))
    expect(stuck(kit)).toBe(null)
    expect(buildPlan([{ kit, work: 'fit' }], pickup, emptySurvey(), { wheels: 'off' }).ok).toBe(true)
  })
  test('a circle is named by all that is in it', () => {
    const found = stuck(kitOf(step('a', { after: ['c'] }), step('b', { after: ['a'] }), step('c', { after: ['b'] })))
    expect(found!.rule).toBe('circle')
    expect(found!.chain.map((id) => id.split(':')[0]).sort()).toEqual(['a', 'b', 'c'])
    // On one side: the other has a circle of its own.
    expect(new Set(found!.chain.map((id) => id.split(':')[1])).size).toBe(1)
  })
  // Common practice, no published source: one side holds while the other is open; instructions may want both, on a jack all the while.
  test('a link that carries is opened on both sides where a step wants that, with a caution at the second', () => {
    const both = kitOf(
      step('undo-link', { opens: ['link'] }),
      step('swing-bar', { side: 'once', after: ['undo-link'] }),
      step('close-link', { closes: ['link'], after: ['swing-bar'] }),
    )
    expect(stuck(both)).toBe(null)
    const plan = buildPlan([{ kit: both, work: 'fit' }], pickup, emptySurvey(), { wheels: 'off' })
    if (!plan.ok) throw new Error(plan.stuck.join())
    const { steps } = plan.plan
    expect(steps.filter((s) => s.opens.length).map((s) => s.caution !== null)).toEqual([false, true])
    const [first, last] = [steps.findIndex((s) => s.opens.length), steps.findLastIndex((s) => s.closes.length)]
    expect(steps.slice(first, last + 1).every((s) => s.state.support === 'axle-raised')).toBe(true)
    // One side after the other where nothing wants both.
    const one = kitOf(
      step('undo-link', { opens: ['link'] }),
      step('close-link', { closes: ['link'], after: ['undo-link'] }),
    )
    const apart = buildPlan([{ kit: one, work: 'fit' }], pickup, emptySurvey(), { wheels: 'off' })
    if (!apart.ok) throw new Error(apart.stuck.join())
    const sides = apart.plan.steps.filter((s) => s.opens.length || s.closes.length).map((s) => s.side)
    expect(sides).toEqual([sides[0], sides[0], sides[3], sides[3]])
    // Of a sway bar, which carries nothing, both are open at once.
    expect(stuck(kitOf(step('undo-link'), step('swing-bar', { side: 'once', after: ['undo-link'] })))).toBe(null)
  })
  test('while a shock is off the axle stays on its jack: a step that lets it hang says so', () => {
    const found = stuck(
      kitOf(
        step('undo-shock', { opens: ['shock'] }),
        step('let-hang', { support: 'axle-hanging', after: ['undo-shock'] }),
        step('close-shock', { closes: ['shock'], after: ['let-hang'] }),
      ),
    )
    expect(found).toMatchObject({ rule: 'held', carrier: 'shock' })
    expect(found!.chain.map((id) => id.split(':')[0])).toEqual(['undo-shock', 'let-hang', 'close-shock'])
  })
  test('wheels off on the ground is no state of a vehicle', () => {
    expect(stuck(kitOf(step('never', { support: 'on-wheels', wheels: 'off' })))).toMatchObject({
      rule: 'no-such-state',
    })
  })
})

describe('order that a paper asks for', () => {
  const orderOf = (kit: Kit) => {
    const plan = buildPlan([{ kit, work: 'fit' }], pickup, emptySurvey(), { wheels: 'off' })
    if (!plan.ok) throw new Error(plan.stuck.join())
    return plan.plan.steps.map((s) => s.id)
  }
  test('both sides of what comes before are done first where a step asks for it', () => {
    const ids = orderOf(kitOf(step('hang'), step('square', { after: ['hang'], bothFirst: true })))
    const last = Math.max(ids.indexOf('hang:left'), ids.indexOf('hang:right'))
    expect(Math.min(ids.indexOf('square:left'), ids.indexOf('square:right'))).toBeGreaterThan(last)
  })
  test('what a later step hides is done before it, whatever the list says', () => {
    const ids = orderOf(kitOf(step('liner', { phase: 'refit' }), step('stem', { phase: 'lines', hiddenBy: 'liner' })))
    for (const side of ['left', 'right']) expect(ids.indexOf(`stem:${side}`)).toBeLessThan(ids.indexOf(`liner:${side}`))
    // And soaped before it.
    expect(ids.indexOf('soap')).toBeLessThan(ids.indexOf('liner:left'))
  })
})

test('a part that is altered on one side only is not asked of the other', () => {
  const kit = kitOf(step('shave', { alters: [{ part: 'Plate', fate: 'shortened', side: 'left', note: '' }] }))
  const plan = buildPlan([{ kit, work: 'fit' }], pickup, emptySurvey(), { wheels: 'off' })
  if (!plan.ok) throw new Error(plan.stuck.join())
  const altered = (id: string) => plan.plan.steps.find((s) => s.id === id)!.alters.length
  expect([altered('shave:left'), altered('shave:right')]).toEqual([1, 0])
})

test('a step of the plan is one of the paper by its id, of a front kit too', () => {
  expect(ownOperation(kitOf(step('hang')), 'hang:left')).toBe('hang')
  expect(ownOperation(kitOf(step('hang')), 'front-hang')).toBe('hang')
  expect(ownOperation(kitOf(step('hang')), 'settle')).toBe(null)
})
