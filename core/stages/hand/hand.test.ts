import { describe, expect, test } from 'vitest'
import { jobOfKind } from '../../fixtures/kinds-of-job'
import { withPoints } from '../../circuit'
import { circuitOf, type Job } from '../../job'
import { assessJob } from '../../judge'
import { HEAT_DISTANCE, wayLength } from '../../route'
import { INCH } from '../../quantity'
import { roomRegister, roomReport, sceneOf, sceneQuestion } from '../fit/room'
import { lineHand, linesToRun, mountHand, stepHand, type HandRow } from '.'

// What a step says of this vehicle; source of each expectation: common practice, no published source, but where it is a sum.
const rowsAt = (job: Job, id: string): HandRow[] => {
  const { active, steps } = assessJob(job, [])
  const step = steps.find((s) => s.step.id === id)?.step
  if (!step) throw new Error(`no step ${id}`)
  return [...mountHand(job, step), ...lineHand(job, active, step)]
}
const rowOf = <K extends HandRow['is']>(rows: readonly HandRow[], is: K) =>
  rows.filter((r): r is Extract<HandRow, { is: K }> => r.is === is)
const pickup = jobOfKind('leaf pickup, bellows', 'hand', '1')
const mounted = (job: Job, mount: Partial<NonNullable<Job['kits'][number]['mount']>>): Job => ({
  ...job,
  kits: job.kits.map((k) => ({ ...k, mount: { ...k.mount!, ...mount } })),
})

test('each side is cut to its own way, slack and loop in it, and knows the other side`s', () => {
  const [left, right] = ['left', 'right'].map((side) => rowOf(rowsAt(pickup, `run-line:${side}`), 'cut'))
  const { laid } = linesToRun(pickup, assessJob(pickup, []).active)
  const lengthOf = (line: string) => {
    const { way, report } = laid.find((l) => l.line === line)!
    expect(report.cut).toBeGreaterThan(wayLength(way))
    return report.cut
  }
  expect(left).toHaveLength(1)
  expect(left![0]!.length).toBeCloseTo(lengthOf(left![0]!.line), 9)
  expect(right![0]!.length).toBeCloseTo(lengthOf(right![0]!.line), 9)
  expect([left![0]!.other, right![0]!.other]).toEqual([right![0]!.length, left![0]!.length])
})
test('where half the coil does not reach, the longer one is cut first', () => {
  const longest = Math.max(
    ...(['left', 'right'] as const).map((s) => rowOf(rowsAt(pickup, `run-line:${s}`), 'cut')[0]!.length),
  )
  const withCoil = (length: number): Job => ({
    ...pickup,
    kits: pickup.kits.map((k) => ({
      ...k,
      kit: 'airLine' in k.kit && k.kit.airLine ? { ...k.kit, airLine: { ...k.kit.airLine, length } } : k.kit,
    })),
  })
  const firsts = (length: number) =>
    (['left', 'right'] as const).map((s) => rowOf(rowsAt(withCoil(length), `run-line:${s}`), 'cut')[0]!.first)
  expect(firsts(2 * longest)).toEqual([false, false])
  expect(firsts(2 * longest - INCH).filter(Boolean)).toHaveLength(1)
})
test('a way that somebody drew is no estimate; what was cut is said as it was cut', () => {
  expect(rowOf(rowsAt(pickup, 'run-line:left'), 'way')[0]!.estimated).toBe(true)
  const tube = rowOf(rowsAt(pickup, 'run-line:left'), 'cut')[0]!.line
  const { circuit } = linesToRun(pickup, assessJob(pickup, []).active)
  const bends = circuit.tubes.find((t) => t.id === tube)!.points
  const drawn = withPoints(circuitOf(pickup), tube, bends)
  const cut = { ...drawn, tubes: drawn.tubes.map((t) => (t.id === tube ? { ...t, cut: 1.5 } : t)) }
  const rows = rowsAt({ ...pickup, circuit: cut }, 'run-line:left')
  expect(rowOf(rows, 'way')[0]!.estimated).toBe(false)
  expect(rowOf(rows, 'cut')[0]!.was).toBe(1.5)
})
test('a kit that was typed in without its measures says what it has, and no more', () => {
  const bare: Job = { ...pickup, kits: pickup.kits.map((k) => ({ ...k, kit: { ...k.kit, mounting: null } })) }
  const kinds = assessJob(bare, []).steps.flatMap(({ step }) => mountHand(bare, step).map((r) => r.is))
  expect(kinds).toContain('bracket')
  for (const measured of ['puck', 'slot', 'spacer', 'port', 'shield']) expect(kinds).not.toContain(measured)
})
test('near lines are the ones of the register on Fit, those near the bag too', () => {
  const { active, steps } = assessJob(pickup, [])
  const settle = steps.find((s) => s.step.id === 'settle')!.step
  const rows = rowOf(stepHand(pickup, active, [settle]).rows.settle!, 'near-line')
  const kit = pickup.kits[0]!.kit
  const scene = sceneOf(sceneQuestion(pickup, kit, active)!)
  const near = roomRegister(scene, roomReport(scene)!.rows).lines.filter((l) => l.verdict !== 'clear')
  const leastOf = (l: (typeof near)[number]) =>
    Math.min(...[l.bag, l.bracket, l.bolt, l.pipe].map((g) => g ?? Infinity))
  expect(near.some((l) => l.bag !== null)).toBe(true)
  expect(rows.map((r) => r.gap)).toEqual(near.map(leastOf))
})
test('what was cut and no longer reaches is said, by how much', () => {
  const { circuit, laid } = linesToRun(pickup, assessJob(pickup, []).active)
  const { line, report } = laid[0]!
  const need = report.length + report.slack
  const cutTo = (cut: number) => {
    const tubes = circuit.tubes.map((t) => (t.id === line ? { ...t, cut } : t))
    const side = circuit.nodes.find((n) => n.kind === 'bag' && circuit.tubes[0]!.from.node === n.id)?.side ?? 'left'
    return rowOf(rowsAt({ ...pickup, circuit: { ...circuit, tubes } }, `run-line:${side}`), 'cut')[0]!.short
  }
  expect(cutTo(need - INCH)).toBeCloseTo(INCH, 6)
  expect(cutTo(need + 0.001)).toBe(0)
})
test('what is sleeved is near the pipe, and only there', () => {
  const sleeves = rowOf(rowsAt(pickup, 'sleeve-line:right'), 'sleeve')
  expect(sleeves.length).toBeGreaterThan(0)
  for (const s of sleeves) expect([s.to > s.from, s.gap < HEAT_DISTANCE]).toEqual([true, true])
})
test('nothing is tied to a brake hose or line that is near', () => {
  for (const side of ['left', 'right'])
    expect(
      rowOf(rowsAt(pickup, `run-line:${side}`), 'ties')[0]!
        .never.join()
        .toLowerCase(),
    ).toContain('brake')
})
test('a bracket by its number and its side; changed over, the other one', () => {
  const numbers = (job: Job, side: string) => rowOf(rowsAt(job, `mount-upper:${side}`), 'bracket').map((b) => b.hand)
  expect([numbers(pickup, 'left'), numbers(pickup, 'right')]).toEqual([['left'], ['right']])
  const over = mounted(pickup, { swapped: true })
  expect([numbers(over, 'left'), numbers(over, 'right')]).toEqual([['right'], ['left']])
  expect(rowOf(rowsAt(over, 'mount-upper:left'), 'swapped')).toHaveLength(1)
})
test('slot and spacers where they are put in, not where they are not', () => {
  const { slots, spacers } = pickup.kits[0]!.kit.mounting!
  const lower = spacers.find((s) => s.place === 'lower')!
  const job = mounted(pickup, { slot: slots[1]!.id, spacers: [{ id: lower.id, count: 2 }] })
  const rows = rowsAt(job, 'mount-lower:left')
  expect(rowOf(rows, 'slot')).toEqual([{ is: 'slot', name: slots[1]!.name }])
  expect(rowOf(rows, 'spacer').map((s) => [s.name, s.count])).toEqual([[lower.name, 2]])
  expect(rowOf(rowsAt(job, 'mount-upper:left'), 'spacer')).toEqual([])
})
test('bands of the heat shield are joined around a pipe that is too thick for one', () => {
  const joined = (pipe: number) =>
    rowOf(
      rowsAt(
        { ...pickup, survey: { ...pickup.survey, rear: { ...pickup.survey.rear, exhaustDiameter: pipe } } },
        'fit-shield:right',
      ),
      'shield',
    ).map((s) => s.joined)
  const most = pickup.kits[0]!.kit.mounting!.shield!.clampMost
  expect([joined(most), joined(most + 0.001)]).toEqual([[false], [true]])
})
test('a bolt is named where it goes in, once, and not where another bracket`s is', () => {
  const bolts = (id: string) => rowOf(rowsAt(pickup, id), 'bolt').map((b) => b.name)
  expect(bolts('carriage-bolt:left')).toHaveLength(1)
  expect(bolts('refit-hoses:left')).toEqual([])
  expect(bolts('torque-strap:left')).toEqual([])
})
test('of a compressor that fills both sides, its own line and places', () => {
  const rows = rowsAt(jobOfKind('compressor, two channels', 'hand', '2'), 'compressor-in')
  expect(
    rowOf(rows, 'fitting')
      .map((f) => f.kind)
      .sort(),
  ).toEqual(['compressor', 'manifold'])
  expect(rowOf(rows, 'cut')).toHaveLength(1)
})

// Read aloud step by step with the vehicle's data beside it; common practice, no published source.
describe('what was wrong when it was read aloud', () => {
  const told = (kind: string) => {
    const job = jobOfKind(kind, 'aloud', '9200')
    const { active, steps } = assessJob(job, [])
    const plan = steps.map((s) => s.step)
    return { plan, rows: stepHand(job, active, plan).rows }
  }
  const named = (plan: { id: string; title: string }[], title: RegExp) => plan.filter((s) => title.test(s.title))
  test('a band clamp of the heat shield is no clamp of the leaf pack', () => {
    const { plan, rows } = told('van, compressor and tank')
    const shields = named(plan, /heat shield/i)
    expect(shields.length).toBeGreaterThan(0)
    for (const s of shields) expect(rows[s.id]!.filter((r) => r.is === 'bolt')).toEqual([])
    const clamps = named(plan, /clamp bar around/i)
    for (const s of clamps) expect(rows[s.id]!.filter((r) => r.is === 'bolt')).toHaveLength(1)
  })
  test('a line is run to a manifold that hangs there already', () => {
    const { plan } = told('van, compressor and tank')
    const at = (title: RegExp) => plan.findIndex((s) => title.test(s.title))
    expect(at(/mount the compressor/i)).toBeLessThan(at(/run the air line/i))
  })
  test('a sleeve is told at its own step and not at its line; where none is needed that is said', () => {
    const all = ['SUV on links, cylinders in the coils', 'cutaway motorhome'].map(told)
    for (const { plan, rows } of all)
      for (const s of named(plan, /run the air line/i)) expect(rows[s.id]!.some((r) => r.is === 'sleeve')).toBe(false)
    const sleeves = all.map(({ plan, rows }) =>
      named(plan, /heat sleeve/i).flatMap((s) => rows[s.id]!.map((r) => r.is)),
    )
    expect(new Set(sleeves[0])).toEqual(new Set(['sleeve']))
    expect(sleeves[1]).toEqual(['no-sleeve'])
  })
  test('a cylinder in a coil has no plates to look at', () => {
    const { plan } = told('SUV on links, cylinders in the coils')
    expect(plan.find((s) => s.id === 'settle')!.steps.join(' ')).not.toContain('plates')
    expect(told('cutaway motorhome').plan.find((s) => s.id === 'watch-travel')).toBeDefined()
  })
})
