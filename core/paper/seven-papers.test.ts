import { describe, expect, test } from 'vitest'
import { demoVehicles } from '../../demo/shop'
import { PAPERS, type Paper } from './fixtures/papers'
import { checkKit, hasAir, idOf, kitSchema, lacksOf, originOf, typicalKit } from '../kit'
import { closingFaults } from '../kit/closing-check'
import { buildPlan, type PlanChoices } from '../plan'
import { PSI } from '../quantity'
import { emptySurvey } from '../vehicle'
import { readPaper, withItems } from '.'

const kitOf = ({ kit, text }: Paper) => {
  const begun = typicalKit({ ...kit, id: idOf(`${kit.maker} ${kit.number}`) })
  // As the page takes them: a line that nobody recognized is left where it is.
  const items = readPaper(text, 'us', 'left').items.filter((i) => i.is !== 'step' || i.numbered)
  return { ...withItems({ kit: begun, lines: [] }, items, 'left'), items }
}

// The papers are invented; that all of it is found again is the paper's own count. No published source.
describe.each(PAPERS)('the paper of a kit $shape', (paper) => {
  const { kit, lines, items } = kitOf(paper)
  const vehicle = demoVehicles().find((v) => v.id === paper.vehicle)!
  const choices: PlanChoices = { wheels: paper.wheels }

  test('everything on it is found, and nothing else', () => {
    const count = (is: string) => items.filter((i) => i.is === is).length
    expect({
      steps: count('step'),
      moves: count('step') - kit.operations.length,
      parts: count('part'),
      bolts: count('bolt'),
      gaps: count('gap'),
      fits: count('fits'),
      pressures: items.reduce((n, i) => n + (i.is === 'pressures' ? i.pressures.length : 0), 0),
    }).toEqual(paper.holds)
    expect(lines).toHaveLength(paper.holds.fits)
    expect(lines.map((l) => l.make)).not.toContain('')
  })
  test('it is a kit: whole, every figure that the paper has its maker’s', () => {
    expect(kitSchema.safeParse(kit).error?.issues).toBe(undefined)
    expect(closingFaults(kit)).toEqual([])
    for (const b of kit.fasteners) expect(originOf(kit, `fasteners.${b.id}`).from).toBe('paper')
    if (hasAir(kit)) expect(originOf(kit, 'bag.maximum').from).toBe('paper')
  })
  test('it is planned on a vehicle it lists, every bolt of a step torqued, its own first air before any weight', () => {
    const line = lines.find((l) => l.make === vehicle.make && l.model === vehicle.model)
    expect(line && line.from <= vehicle.year! && line.to >= vehicle.year!).toBe(true)
    const plan = buildPlan([{ kit, work: 'fit' }], vehicle, emptySurvey(), choices)
    if (!plan.ok) throw new Error(plan.stuck.join())
    const named = new Set(kit.operations.flatMap((o) => [...o.torques, ...o.leavesLoose]))
    const torqued = new Set(kit.operations.flatMap((o) => o.torques))
    expect([...named].filter((b) => !torqued.has(b))).toEqual([])
  })
})

describe('what papers say of weight, coil and gaps', () => {
  const codes = (shape: string) => {
    const { kit } = kitOf(PAPERS.find((p) => p.shape === shape)!)
    return checkKit(kit).map((f) => f.code)
  }
  test('a vehicle that comes down before its first air is said, and goes as the paper wants it', () => {
    expect(codes('in-coil')).toContain('weight-before-air')
    expect(codes('bellows at a leaf')).not.toContain('weight-before-air')
  })
  test('what the paper soaps and fills itself is not done twice, and air comes before soap and weight', () => {
    const order = (shape: string) => {
      const paper = PAPERS.find((p) => p.shape === shape)!
      const vehicle = demoVehicles().find((v) => v.id === paper.vehicle)!
      const { kit } = kitOf(paper)
      const plan = buildPlan([{ kit, work: 'fit' }], vehicle, emptySurvey(), { wheels: paper.wheels })
      if (!plan.ok) throw new Error(plan.stuck.join())
      const ids = plan.plan.steps.map((s) => s.id.split(':')[0]!.replace('front-', ''))
      const checking = (check: 'first-air' | 'connections') =>
        kit.operations.filter((o) => o.checks.includes(check)).map((o) => o.id)
      return { ids, checking }
    }
    // The paper has both: the plan adds neither.
    const inCoil = order('in-coil')
    expect(inCoil.ids).not.toContain('first-air')
    expect(inCoil.ids).not.toContain('soap')
    // It soaps and never says that it fills: the plan's first air is before that.
    for (const shape of ['bellows at a leaf', 'coil replacement', 'front of a motorhome']) {
      const { ids, checking } = order(shape)
      expect(ids).toContain('first-air')
      expect(ids).not.toContain('soap')
      expect(ids.indexOf('first-air')).toBeLessThan(ids.indexOf(checking('connections')[0]!))
    }
    const van = order('coil replacement').ids
    // What carries the axle is back before the first air, and the first air before it carries.
    const shock = van.flatMap((id, i) => (id.startsWith('torque-the-seat-bolts') ? [i] : []))
    expect(Math.max(...shock)).toBeLessThan(van.indexOf('first-air'))
    const front = order('front of a motorhome').ids
    expect(front.indexOf('first-air')).toBeLessThan(front.findIndex((id) => id.startsWith('lower-the-coach')))
  })
  test('what only moves the vehicle is no step, and what follows stands so', () => {
    const { kit } = kitOf(PAPERS.find((p) => p.shape === 'bellows at a leaf')!)
    expect(kit.operations.map((o) => [o.phase, o.support, o.wheels]).slice(0, 4)).toEqual([
      ['bench', 'any', 'any'],
      // Into the bags, before anything is raised.
      ['mount', 'on-wheels', 'on'],
      ['remove', 'axle-hanging', 'off'],
      ['mount', 'axle-hanging', 'off'],
    ])
  })
  test('a coil that nobody takes out is said', () => {
    expect(codes('coil replacement')).toContain('coil-never-out')
    expect(codes('in-coil')).not.toContain('coil-never-out')
  })
  test('pressures in the paper’s unit', () => {
    const { kit } = kitOf(PAPERS.find((p) => p.shape === 'no drill')!)
    if (!hasAir(kit)) throw new Error('a sleeve has air')
    expect([kit.bag.minimum, kit.bag.maximum, kit.testPressure!].map((p) => Math.round(p / PSI))).toEqual([10, 90, 70])
  })
  test('a kit that was pasted lacks what it fits besides its list, and a torque that is in no step', () => {
    const inNoStep: Record<string, string[]> = {
      'bellows at a leaf': ['fasteners.frame-clamp-bolt'],
      'front of a motorhome': ['fasteners.valve-bracket-screw'],
    }
    for (const paper of PAPERS) {
      const { kit } = kitOf(paper)
      expect([paper.shape, lacksOf(kit).map((l) => l.path)]).toEqual([
        paper.shape,
        [...(hasAir(kit) ? [] : ['rubber.max']), 'fitment', ...(inNoStep[paper.shape] ?? [])],
      ])
    }
  })
})
