import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { closingFaults } from './closing-check'
import { seenAt } from './condition'
import { checkKit } from './data-check'
import { DEFAULT_RULES } from './default-rules'
import { kitFacts, PLAIN_OPERATION, type Operation } from './schema'
import { judgeKit } from './verdict'

// Common practice, no published source.
const op = (id: string, more: Partial<Operation> = {}): Operation => ({
  ...PLAIN_OPERATION,
  id,
  title: id,
  phase: 'mount',
  steps: [],
  ...more,
})
const faults = (...operations: Operation[]) =>
  closingFaults({ operations, fasteners: [] }).map((f) => [f.path.join('.'), f.message] as const)

describe('an order that cannot be is refused as it is saved, with its rule', () => {
  test('steps that wait for each other, all of them named', () => {
    const [[path, message] = ['', ''], ...more] = faults(
      op('a', { after: ['c'] }),
      op('b', { after: ['a'] }),
      op('c', { after: ['b'] }),
      op('d', { after: ['c'] }),
    )
    expect([path, more]).toEqual(['operations.0.after', []])
    for (const title of ['a', 'b', 'c']) expect(message).toContain(`"${title}"`)
    expect(message).not.toContain('"d"')
  })
  test('a step that is hidden by one that comes before it', () => {
    expect(faults(op('liner'), op('stem', { after: ['liner'], hiddenBy: 'liner' })).map(([p]) => p)).toEqual([
      'operations.0.after',
    ])
    expect(faults(op('liner'), op('stem', { hiddenBy: 'liner' }))).toEqual([])
  })
  test('plate to tire before the lines and before the torques that come later; not before what mounts and aligns', () => {
    const tape = (after: string[]) =>
      op('tape', { phase: 'refit', support: 'on-wheels', checks: ['plate-tire'], after })
    const mounts = [op('mount'), op('align', { phase: 'align', after: ['mount'] })]
    const rest = [op('torque', { phase: 'torque', after: ['tape'] }), op('run', { phase: 'lines', after: ['tape'] })]
    expect(faults(...mounts, tape(['align']), ...rest)).toEqual([])
    expect(
      faults(mounts[0]!, tape(['mount']), op('align', { phase: 'align', after: ['tape'] })).map(([p]) => p),
    ).toEqual(['operations.1.checks.0'])
  })
  const shock = (support: Operation['support']) =>
    faults(
      op('undo', { opens: ['shock'], support: 'axle-raised' }),
      op('between', { after: ['undo'], support }),
      op('close', { closes: ['shock'], after: ['between'], support: 'axle-raised' }),
    ).map(([path]) => path)
  test.each([
    ['axle-hanging', ['operations.1.support']],
    ['on-wheels', ['operations.1.support']],
    ['axle-raised', []],
    ['any', []],
  ] as const)('between a shock undone and done up again a step %s: %s', (support, expected) =>
    expect(shock(support)).toEqual(expected),
  )
  test('no kit of the made-up shop has one', () =>
    expect(demoKits().flatMap((kit) => closingFaults(kit).map((f) => [kit.id, f.message]))).toEqual([]))
})

test('a bag in the bump stop’s place whose steps leave that in is asked about', () => {
  const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
  const codes = (operations: Operation[], more = {}) => checkKit({ ...kit, ...more, operations }).map((f) => f.code)
  expect(codes(kit.operations)).not.toContain('stop-never-out')
  const left = kit.operations.filter((o) => !/bump stop/i.test(o.title))
  expect(codes(left)).toContain('stop-never-out')
  expect(codes(left, { replaces: 'nothing' })).not.toContain('stop-never-out')
  expect(codes(left, { replaces: 'nothing', bag: { ...kit.bag!, innerBumpStop: true } })).toContain('stop-never-out')
  expect(codes([...left, op('out', { phase: 'remove', takesOff: ['Bump stop'] })])).not.toContain('stop-never-out')
})

test('an exhaust that is not the factory’s asks its diameter, and then nothing more', () => {
  const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
  const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
  const survey = demoSurvey(vehicle.id)
  const asked = (exhaustFactory: boolean, exhaustDiameter: number | null) => {
    const rear = { ...survey.rear, exhaustSide: 'right' as const, exhaustDiameter }
    const facts = seenAt(vehicle, { ...survey, exhaustFactory, rear }, 'rear')
    return judgeKit(kitFacts(kit), null, DEFAULT_RULES, { facts }).reasons.some((r) => r.rule === 'exhaust-other')
  }
  expect([asked(false, null), asked(false, 0.08), asked(true, null)]).toEqual([true, false, false])
})
