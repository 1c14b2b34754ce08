import { existsSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { answered } from '../fixtures/on-job'
import type { KitFamily, PlanStep } from '../kit'
import { LOOKS } from '../stages/bay'
import { buildPlan } from '.'

/** Plans of each kit of a family on two vehicles with such springs, with each answer that brings a step in. */
const known = new Map<KitFamily, { name: string; steps: PlanStep[] }[]>()
function plansOf(family: KitFamily): { name: string; steps: PlanStep[] }[] {
  const before = known.get(family)
  if (before) return before
  const plans = demoKits()
    .filter((k) => k.family === family)
    .flatMap((kit) =>
      demoVehicles()
        .filter((v) => kit.fitment.suspension.includes(v[kit.axle].suspension))
        .slice(0, 2)
        .flatMap((vehicle) =>
          ([{}, { bumpStop: 'on-leaf' }, { mountTouches: false }, { liftBlock: 0.05 }] as const).flatMap((answers) => {
            const survey = answered(demoSurvey(vehicle.id), { ...answers, exhaustSide: 'right', spareUnderBed: true })
            const outcome = buildPlan([{ kit, work: 'fit' }], vehicle, survey, { wheels: 'off' })
            const name = `${kit.id}, ${vehicle.id}, ${Object.keys(answers)[0] ?? ''}`
            return outcome.ok ? [{ name, steps: outcome.plan.steps }] : []
          }),
        ),
    )
  known.set(family, plans)
  return plans
}
const ownId = (s: PlanStep) => s.id.replace(/^front-/, '').replace(/:(left|right)$/, '')

/** What tells of a trap, and what it would spoil: the one stands before the other, side by side, wherever both are. */
const BEFORE: [string, KitFamily, string, string][] = [
  ['brackets laid out by side before one is hung', 'bellows', 'bench-assemble', 'mount-upper'],
  ['hidden bolt before the plate', 'bellows', 'carriage-bolt', 'mount-upper'],
  ['shield before the bracket', 'bellows', 'fit-shield', 'mount-upper'],
  ['alignment before torque', 'bellows', 'align', 'torque-upper'],
  ['alignment before torque, strap', 'bellows', 'align', 'torque-strap'],
  ['frame screws before the strap', 'bellows', 'torque-upper', 'torque-strap'],
  ['alignment before torque, clamp', 'sleeve', 'align', 'torque-clamp'],
  ['lower mount looked at before it is closed', 'bellows', 'mount-contact', 'align'],
  ['spacers before it is closed', 'bellows', 'contact-spacer', 'align'],
  ['lines free before the saw', 'bellows', 'free-hoses', 'saw-bump-stop'],
  ['bags watched along the travel before torque', 'bellows', 'watch-travel', 'torque-strap'],
  ['marks on the coil before it is back', 'in-coil', 'spring-out', 'spring-in'],
  ['puck in before the coil is back', 'in-coil', 'insert', 'spring-in'],
  ['bag out of the cap before there is air', 'in-coil', 'insert', 'first-air'],
  ['line before air', 'in-coil', 'run-line', 'first-air'],
  ['line before air, bellows', 'bellows', 'run-line', 'first-air'],
  ['valve holes before the line', 'bellows', 'drill-valves', 'run-line'],
  ['soap before the spare is up', 'bellows', 'soap', 'refit-spare'],
  ['settled before the vent and the plates are looked at', 'bellows', 'settle', 'plate-to-tire'],
  ['settled before pivots get their torque', 'in-coil', 'settle', 'torque-shock'],
  ['lug nuts before it rolls', 'bellows', 'lug-nuts', 'settle'],
]

// Source: common practice, no published source: each is told where it can still be avoided.
describe('traps of the work', () => {
  test.each(BEFORE)('%s', (_, family, tells, spoils) => {
    let met = 0
    for (const { name, steps } of plansOf(family))
      for (const [i, late] of steps.entries()) {
        if (ownId(late) !== spoils) continue
        const early = steps.filter((s) => ownId(s) === tells && (!s.side || !late.side || s.side === late.side))
        for (const s of early) {
          met++
          expect(steps.indexOf(s), `${name}: ${s.id} before ${late.id}`).toBeLessThan(i)
        }
      }
    expect(met).toBeGreaterThan(0)
  })
  test('steps where one of them waits have it in a bar over the step', () => {
    const guarded = [
      'bench-assemble',
      'carriage-bolt',
      'mount-upper',
      'mount-lower',
      'saw-bump-stop',
      'mount-contact',
      'insert',
      'spring-in',
      'align',
      'watch-travel',
      'first-air',
      'soap',
      'run-line',
      'torque-shock',
    ]
    const found = new Map<string, boolean>()
    for (const family of ['bellows', 'in-coil', 'sleeve', 'coil-replacement'] as const)
      for (const { steps } of plansOf(family))
        for (const s of steps)
          if (guarded.includes(ownId(s))) found.set(ownId(s), (found.get(ownId(s)) ?? true) && s.trap !== null)
    expect(Object.fromEntries(found)).toEqual(Object.fromEntries(guarded.map((id) => [id, true])))
  })
  test('wheels are never off while the axle stands on the floor', () => {
    for (const family of ['bellows', 'sleeve', 'in-coil', 'coil-replacement', 'rubber'] as const)
      for (const { name, steps } of plansOf(family))
        for (const s of steps)
          if (s.state.wheels === 'off') expect(['axle-hanging', 'axle-raised'], name).toContain(s.state.support)
  })
  test('a mount that stands off its U-bolts brings spacers in, in the place that was found for it, and leaves what is done', () => {
    const { job } = demoJob('0417')
    const kit = job.kits[0]!
    const plan = (touches: boolean | null) => {
      const outcome = buildPlan([kit], job.vehicle, answered(job.survey, { mountTouches: touches }), { wheels: 'off' })
      return outcome.ok ? outcome.plan.steps : []
    }
    const ids = (steps: PlanStep[]) => steps.map((s) => s.id)
    expect(ids(plan(null))).not.toContain('contact-spacer:left')
    expect(ids(plan(true))).not.toContain('contact-spacer:left')
    const before = plan(null)
    const done = before.slice(0, before.findIndex((s) => s.id === 'mount-contact') + 1)
    const after = buildPlan(
      [kit],
      job.vehicle,
      answered(job.survey, { mountTouches: false }),
      { wheels: 'off' },
      {
        sofar: done,
      },
    )
    if (!after.ok) throw new Error(after.stuck.join())
    expect(after.plan.steps.slice(0, done.length)).toEqual(done)
    const rest = ids(after.plan.steps.slice(done.length))
    expect(rest).toContain('contact-spacer:left')
    expect(rest.indexOf('contact-spacer:right')).toBeLessThan(rest.indexOf('align:right'))
    expect(after.plan.supportChanges).toBe(3)
  })
  test('docs/traps.md names a test that is there for every trap', () => {
    const root = new URL('../../', import.meta.url)
    const page = readFileSync(fileURLToPath(new URL('docs/traps.md', root)), 'utf8')
    const rows = page.split('\n').filter((l) => /^\| \d+ \|/.test(l))
    expect(rows.map((r) => Number(r.split('|')[1]))).toEqual(Array.from({ length: 35 }, (_, i) => i + 1))
    for (const row of rows) {
      const [file, name] = row.split('|')[5]!.trim().split(': ') as [string, string]
      const path = fileURLToPath(new URL(file.replaceAll('`', ''), root))
      expect(existsSync(path), file).toBe(true)
      expect(readFileSync(path, 'utf8'), row).toContain(name.replaceAll('`', ''))
      const looks = row.split('|')[6]!.trim()
      if (looks !== '–') for (const look of looks.split(', ')) expect(LOOKS, row).toContain(look)
    }
  })
})
