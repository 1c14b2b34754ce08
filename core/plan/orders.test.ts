import { describe, expect, test } from 'vitest'
import { demoKits, demoProcedures, demoSurvey, demoVehicles } from '../../demo/shop'
import { blankKit as blank, kitOfSteps as own, ownStep as op } from '../fixtures/own-steps'
import { drillingOf, type Kit, type Operation, type PlanStep, type Procedure } from '../kit'
import { PSI } from '../quantity'
import type { CircuitWord } from '../fittings'
import { estimatedUnderbody, withParts } from '../underbody'
import { emptySurvey, type Survey, type UndersidePart, type Vehicle } from '../vehicle'
import { buildPlan } from '.'

// Orders as a mechanic walks them. Source of every one: common practice, no published source.

const kitOf = (id: string) => demoKits().find((k) => k.id === id)!
const vehicleOf = (id: string) => demoVehicles().find((v) => v.id === id)!
const pickup = vehicleOf('dunnock-25')
interface Asked {
  vehicle?: Vehicle
  survey?: Survey
  circuit?: CircuitWord[]
  procedures?: Procedure[]
}
function walk(
  kits: readonly Kit[],
  { vehicle = pickup, survey = demoSurvey(vehicle.id), circuit, procedures = [] }: Asked = {},
): PlanStep[] {
  const planned = kits.map((kit) => ({
    kit,
    work: 'fit' as const,
    ...(circuit ? { circuit: new Set(circuit) } : {}),
  }))
  const outcome = buildPlan(planned, vehicle, survey, { wheels: 'off' }, { procedures })
  if (!outcome.ok) throw new Error(outcome.stuck.join())
  return outcome.plan.steps
}
const first = (steps: readonly PlanStep[], is: (s: PlanStep) => boolean) => steps.findIndex(is)
const last = (steps: readonly PlanStep[], is: (s: PlanStep) => boolean) => steps.findLastIndex(is)
const isAir = (s: PlanStep) => s.checks.includes('first-air')
const isSoap = (s: PlanStep) => s.checks.includes('connections')
const isCurrent = (s: PlanStep) => s.refits.includes('Battery negative')

describe('a compressor fills as soon as it has current', () => {
  const sheet = demoProcedures().filter((p) => p.id === 'quill-compressor')
  const COMPRESSOR: CircuitWord[] = ['separate', 'compressor']
  test.each(
    ['ninebark-twofold', 'sallow-reed', 'kettleworth-single'].flatMap((kit) => [
      [kit, 'with its sheet', sheet] as const,
      [kit, 'without one', []] as const,
    ]),
  )('%s, %s: holes, bags, lines, then current, then air, then soap', (id, _name, procedures) => {
    const steps = walk([kitOf(id)], { circuit: COMPRESSOR, procedures: [...procedures] })
    const current = first(steps, isCurrent)
    expect(current).toBeGreaterThan(0)
    expect(last(steps, (s) => ['mount', 'lines'].includes(s.phase ?? '') || drillingOf(s) !== null)).toBeLessThan(
      current,
    )
    expect(first(steps, isAir)).toBeGreaterThan(current)
    expect(first(steps, isSoap)).toBeGreaterThan(last(steps, isAir))
    // It is off before the first wire, and goes back once.
    expect(first(steps, (s) => s.takesOff.includes('Battery negative'))).toBeLessThan(current)
    expect(steps.filter(isCurrent)).toHaveLength(1)
  })
  test('no valve is drilled where the circuit has none, and one is where it has one to fill by hand', () => {
    const valves = (circuit: CircuitWord[]) =>
      walk([kitOf('ninebark-twofold')], { circuit }).filter((s) => s.id === 'drill-valves').length
    expect([valves(COMPRESSOR), valves([...COMPRESSOR, 'valves']), valves(['separate', 'valves'])]).toEqual([0, 1, 1])
    // An older copy names no circuit: its words say what it sets.
    const old = kitOf('ninebark-twofold')
    const before = {
      ...old,
      operations: old.operations.map((o) => (o.id === 'drill-valves' ? { ...o, circuit: [] } : o)),
    }
    expect(walk([before], { circuit: COMPRESSOR }).some((s) => s.id === 'drill-valves')).toBe(false)
  })
  test('its line is run once the bags are there', () => {
    const steps = walk([kitOf('ninebark-twofold')], { circuit: COMPRESSOR, procedures: sheet })
    const line = first(steps, (s) => s.id === 'quill-compressor-line')
    expect(line).toBeGreaterThan(last(steps, (s) => s.phase === 'mount'))
  })
  test('bags at both ends get their first air one end after the other, and are soaped once there is current', () => {
    const coach = vehicleOf('marrowby-34')
    const steps = walk([kitOf('quill-fore-coil'), kitOf('ninebark-coach-wide')], {
      vehicle: coach,
      circuit: COMPRESSOR,
      procedures: sheet,
    })
    expect(first(steps, isSoap)).toBeGreaterThan(first(steps, isCurrent))
    for (const axle of ['front', 'rear'] as const) {
      const aired = first(steps, (s) => s.axle === axle && isAir(s))
      const down = steps.findIndex((s, i) => i > aired && s.state.axle !== axle)
      expect(aired).toBeGreaterThan(last(steps, (s) => s.axle === axle && s.phase === 'mount'))
      expect(down).toBeGreaterThan(aired)
    }
  })
})

describe('a step that is done with air in the bags', () => {
  const min = blank.bag!.minimum
  const kit = own(
    op('hang'),
    op('strap', { phase: 'torque', after: ['hang'] }),
    op('line', { phase: 'lines', after: ['hang'] }),
    op('square', { phase: 'align', after: ['strap', 'line'], pressure: { low: min, high: min + 2 * PSI } }),
    op('bottom-bolt', { phase: 'torque', after: ['square'] }),
  )
  test('is the first air, and there is no other', () => {
    const steps = walk([kit])
    expect(steps.filter(isAir).map((s) => s.id.split(':')[0])).toEqual(['square', 'square'])
    expect(steps.find((s) => s.id === 'square:left')!.pressure).toEqual({ low: min, high: min + 2 * PSI })
  })
  test('both bags and their lines are in before, the last bolt after; a torque stands where it was put', () => {
    const ids = walk([kit]).map((s) => s.id)
    const at = (id: string) => ids.indexOf(id)
    for (const side of ['left', 'right'])
      for (const before of ['hang', 'line', 'strap'])
        expect(at(`${before}:${side}`)).toBeLessThan(Math.min(at('square:left'), at('square:right')))
    // Watching the travel comes between squaring and the last torque, not before the strap.
    expect(at('watch-travel')).toBeGreaterThan(Math.max(at('square:left'), at('strap:left')))
    expect(at('bottom-bolt:left')).toBeGreaterThan(at('watch-travel'))
  })
  test('under the min it is no first air yet: that follows', () => {
    const low = { low: min - 3 * PSI, high: min - 2 * PSI }
    const less = own(...kit.operations.map((o) => (o.pressure ? { ...o, pressure: low } : o)))
    expect(
      walk([less])
        .filter(isAir)
        .map((s) => s.id),
    ).toEqual(['first-air'])
  })
})

describe('what hides a connection', () => {
  const cover = (part: string, more: Partial<Operation> = {}) =>
    own(
      op('off', { phase: 'remove', takesOff: [part] }),
      op('hang', { after: ['off'] }),
      op('line', { phase: 'lines', after: ['hang'] }),
      op('back', { phase: 'refit', refits: [part], after: ['hang'], ...more }),
    )
  test.each(['Wheel well liner', 'Spare wheel', 'Spare shield', 'Running board', 'Splash shield'])(
    '%s goes back once all was soaped, on both sides',
    (part) => {
      const steps = walk([cover(part)])
      const back = first(steps, (s) => s.refits.includes(part))
      expect(back).toBeGreaterThan(last(steps, isSoap))
      expect(last(steps, (s) => s.phase === 'lines')).toBeLessThan(back)
    },
  )
  test('a heat shield hides nothing', () => {
    const steps = walk([cover('Heat shield', { after: ['off'] })])
    expect(first(steps, (s) => s.refits.includes('Heat shield'))).toBeLessThan(first(steps, isSoap))
  })
  test('the soap of the kit’s own counts: there is no second one', () => {
    const kit = cover('Wheel well liner')
    const soaped = {
      ...kit,
      operations: [
        ...kit.operations,
        op('own-air', { phase: 'air', side: 'once', after: ['line'], checks: ['first-air'] }),
        op('own-soap', { phase: 'air', side: 'once', after: ['own-air'], checks: ['connections'] }),
      ],
    }
    const steps = walk([soaped])
    expect(steps.filter(isSoap).map((s) => s.id)).toEqual(['own-soap'])
    expect(first(steps, (s) => s.id.startsWith('back'))).toBeGreaterThan(first(steps, isSoap))
  })
  test('a compressor finds its place while the spare is down', () => {
    const steps = walk([kitOf('ninebark-twofold')], {
      survey: { ...demoSurvey(pickup.id), spareUnderBed: true },
      circuit: ['separate', 'compressor'],
    })
    const mounted = first(steps, (s) => s.id === 'compressor-in')
    expect(first(steps, (s) => s.takesOff.includes('Spare wheel'))).toBeLessThan(mounted)
    expect(first(steps, (s) => s.refits.includes('Spare wheel'))).toBeGreaterThan(mounted)
  })
})

describe('bench and links', () => {
  test('what is squared and torqued on the bench is done there, both sides, before anything is lifted', () => {
    const anyhow = { support: 'any', wheels: 'any' } as const
    const steps = walk([
      own(
        op('build', { phase: 'bench', ...anyhow }),
        op('square', { phase: 'align', ...anyhow, after: ['build'] }),
        op('bolts', { phase: 'torque', ...anyhow, after: ['square'] }),
        op('hang', { after: ['bolts'] }),
        op('align', { phase: 'align', after: ['hang'] }),
      ),
    ])
    const lifted = first(steps, (s) => s.kind === 'state')
    for (const id of ['build', 'square', 'bolts'])
      expect(last(steps, (s) => s.id.split(':')[0] === id)).toBeLessThan(lifted)
  })
  test('links are called links where the wheels hang on them', () => {
    const suv = demoVehicles().find((v) => v.rear.architecture === 'independent' && v.rear.suspension === 'coil')!
    const moves = walk([kitOf('kettleworth-core-92')], { vehicle: suv }).filter((s) => s.kind === 'state')
    expect(moves.some((s) => s.state.support === 'axle-raised')).toBe(true)
    for (const move of moves) expect([move.title, ...move.steps, move.trap].join(' ')).not.toMatch(/\baxle\b/)
  })
})

describe('a coil that is too narrow', () => {
  const kit = kitOf('kettleworth-link-86')
  const suv = demoVehicles().find((v) => v.rear.architecture === 'independent' && v.rear.suspension === 'coil')!
  const withGap = (gap: number): Survey => {
    const survey = demoSurvey(suv.id)
    return { ...survey, rear: { ...survey.rear, coilGapHanging: gap } }
  }
  const need = kit.fitment.feedGap!
  test.each([
    [need, 0],
    [need - 0.001, 2],
  ])('a gap of %s m: %s looks for nicks, before the lines', (gap, looks) => {
    const steps = walk([kit], { vehicle: suv, survey: withGap(gap) })
    const found = steps.filter((s) => s.id.startsWith('nick-look'))
    expect(found).toHaveLength(looks)
    if (looks) expect(last(steps, (s) => s.id.startsWith('nick-look'))).toBeLessThan(first(steps, isAir))
  })
})

describe('lines are eased when their time is', () => {
  const eased = (easedAt: UndersidePart['easedAt']): PlanStep[] => {
    const survey = demoSurvey(pickup.id)
    const parts = estimatedUnderbody(pickup, survey, 'rear')
    const line = parts.find((p) => p.kind === 'brake-line')!
    const changed = parts.map((p) =>
      p === line ? { ...p, handling: ['eased' as const], easedAt, lies: 'inboard' } : p,
    )
    return walk([kitOf('ninebark-twofold')], { vehicle: withParts(pickup, 'rear', changed), survey })
  }
  test('before the work, as the mount goes in, or at the height it stands at', () => {
    const [before, mount, height] = ([undefined, 'mount', 'height'] as const).map(eased) as [
      PlanStep[],
      PlanStep[],
      PlanStep[],
    ]
    const at = (steps: PlanStep[], id: string) => steps.findIndex((s) => s.id === id)
    expect(at(before, 'lines-clear')).toBeGreaterThan(0)
    expect(at(mount, 'lines-eased')).toBeGreaterThan(last(mount, (s) => s.id.startsWith('mount-lower')))
    expect(at(mount, 'lines-eased')).toBeLessThan(
      first(mount, (s) => s.phase === 'torque' && s.id.startsWith('torque')),
    )
    expect(at(height, 'lines-eased-standing')).toBeGreaterThan(at(height, 'settle'))
    for (const steps of [mount, height]) expect(at(steps, 'lines-clear')).toBe(-1)
    expect(mount[at(mount, 'lines-eased')]!.steps.join()).toContain('inboard')
  })
})

test('a kit may let the frame down until two parts meet, both sides first, the axle on the floor', () => {
  const meet = op('meet', {
    phase: 'align',
    support: 'frame-raised',
    wheels: 'on',
    bothFirst: true,
    after: ['hang'],
    raise: { until: 'touch', note: 'lower bracket and strap' },
  })
  const steps = walk([own(op('hang', { support: 'axle-hanging' }), meet)], { survey: emptySurvey() })
  const at = first(steps, (s) => s.id.startsWith('meet'))
  expect(at).toBeGreaterThan(last(steps, (s) => s.id.startsWith('hang')))
  expect(steps[at]!.state).toMatchObject({ support: 'frame-raised', wheels: 'on' })
})
