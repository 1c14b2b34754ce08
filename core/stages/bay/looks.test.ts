import { describe, expect, test } from 'vitest'
import { jobOfKind } from '../../fixtures/kinds-of-job'
import { toldRecords, wholeJob, type Told } from '../../fixtures/whole-job'
import { answered } from '../../fixtures/on-job'
import { withBeside } from '../../circuit'
import type { BesideThing } from '../../fittings'
import { circuitOf, type Job } from '../../job'
import { partsAround, withParts } from '../../underbody'
import { assessJob } from '../../judge'
import { LOOKS, LOOK_WORDS, lookWords } from '.'

// Which look belongs to what: common practice, no published source.
const pickup = jobOfKind('leaf pickup, bellows', 'looks', '1')
const looksAt = (job: Job, step: string): string[] =>
  (assessJob(job, []).looks.find((l) => l.step.id === step)?.looks ?? []).map((l) => l.look)
const allLooks = (job: Job): string[] => assessJob(job, []).looks.flatMap((l) => l.looks.map((x) => x.look))
const isLook = (t: Told) => t.body.kind === 'looked'
const codesOf = (job: Job, list: Told[]) => assessJob(job, toldRecords(list)).stops.map((s) => s.code)

describe('what an eye tells is asked where it can be seen', () => {
  test('a line: clean, home, a loop, snug ties', () =>
    expect(looksAt(pickup, 'run-line:left')).toEqual(['tube-clean', 'tube-home', 'loop-left', 'ties-snug']))
  test('a bracket that goes in: as on Fit, and its bolt off the brake line', () =>
    expect(looksAt(pickup, 'mount-lower:left')).toEqual([
      'bracket-as-pictured',
      'slot-as-on-fit',
      'bolt-clear-of-brake-line',
    ]))
  test('the vent, only where there is one, once it stands on its wheels', () => {
    const withVent = (axleVent: 'left' | 'none') =>
      looksAt({ ...pickup, survey: answered(pickup.survey, { axleVent }) }, 'settle')
    expect([withVent('left').includes('vent-clear'), withVent('none').includes('vent-clear')]).toEqual([true, false])
  })
  test('an electric parking brake: into service before the first lift, out of it before it rolls', () => {
    const electric = { ...pickup, survey: { ...pickup.survey, parkingBrake: 'electric' as const } }
    const steps = assessJob(electric, []).looks
    const first = steps.find((l) => l.looks.some((x) => x.look === 'brake-in-service'))!
    expect([first.step.kind, first.step.state.support !== 'on-wheels']).toEqual(['state', true])
    expect(looksAt(electric, 'settle')).toContain('brake-out-of-service')
    expect(allLooks(electric).filter((l) => l === 'brake-in-service')).toHaveLength(1)
    expect(allLooks(pickup)).not.toContain('brake-in-service')
  })
  test('orange cables before the first lift of what has them', () =>
    expect(allLooks({ ...pickup, survey: { ...pickup.survey, highVoltage: true } })).toContain('orange-cables-clear'))
  test('a coil that goes back in: its marks and its insulator', () => {
    const suv = jobOfKind('SUV on links, cylinders in the coils', 'looks', '2')
    const closing = assessJob(suv, []).steps.filter((s) => s.step.closes.includes('coil'))
    for (const { step } of closing) expect(looksAt(suv, step.id)).toEqual(expect.arrayContaining(['coil-to-its-marks']))
    expect(allLooks(jobOfKind('SUV, coils replaced', 'looks', '3'))).not.toContain('coil-to-its-marks')
  })
  test('a compressor: its fuse, and each switch its own side where there are two', () => {
    expect(looksAt(jobOfKind('compressor, two channels', 'looks', '4'), 'current')).toEqual([
      'fuse-as-worked-out',
      'switch-own-side',
    ])
    expect(looksAt(jobOfKind('compressor, teed', 'looks', '5'), 'current')).toEqual(['fuse-as-worked-out'])
  })
  test('front lines are looked at with the wheels turned', () => {
    expect(allLooks(jobOfKind('coach, coils in front', 'looks', '6'))).toContain('lines-clear-at-locks')
    expect(allLooks(pickup)).not.toContain('lines-clear-at-locks')
  })
  test('lines of the vehicle: off the kit as it stands, and held again where they were moved', () => {
    expect(looksAt(pickup, 'settle')).toContain('lines-off-the-kit')
    const freed = {
      ...pickup,
      vehicle: withParts(
        pickup.vehicle,
        'rear',
        partsAround(pickup.vehicle, pickup.survey, 'rear', 'axle').map((p) =>
          p.kind === 'brake-hose' ? { ...p, handling: ['freed' as const] } : p,
        ),
      ),
    }
    expect(looksAt(freed, 'lines-back')).toEqual(['lines-held'])
    expect(allLooks(pickup)).not.toContain('lines-held')
  })
  test('loom and loop where a line was said to lie at an edge, or at what moves', () => {
    const tied = (thing: BesideThing): Job => {
      const circuit = circuitOf(pickup)
      return { ...pickup, circuit: withBeside(circuit, circuit.tubes[0]!.id, [{ how: 'tied', thing, name: '' }]) }
    }
    expect(looksAt(tied('link'), 'run-line:left')).toContain('edges-loomed')
    expect(looksAt(tied('frame-rail'), 'run-line:left')).not.toContain('edges-loomed')
  })
  test('a bolt that is cut to length shows its threads; the port, where the kit says which way', () => {
    const kits = pickup.kits.map((k) => ({ ...k, kit: { ...k.kit, mounting: { ...k.kit.mounting!, port: null } } }))
    expect(allLooks(pickup)).toContain('port-as-drawn')
    expect(allLooks({ ...pickup, kits })).not.toContain('port-as-drawn')
  })
  test('each has what is seen and what puts it right', () => {
    for (const look of LOOKS) expect(LOOK_WORDS[look].seen && LOOK_WORDS[look].remedy).toBeTruthy()
  })
})

describe('unanswered is open', () => {
  test('answered with each step it leaves; with none answered every step that asks is a stop', () => {
    expect(codesOf(pickup, wholeJob(pickup))).toEqual([])
    const asks = assessJob(pickup, []).looks.length
    const codes = codesOf(
      pickup,
      wholeJob(pickup).filter((t) => !isLook(t)),
    )
    expect(codes).toEqual(Array.from({ length: asks }, () => 'look-open'))
  })
  test('said before its turn it proves nothing', () => {
    const list = wholeJob(pickup)
    const early = [...list.filter(isLook), ...list.filter((t) => !isLook(t))]
    expect(codesOf(pickup, early)).toContain('look-open')
  })
  test('one that is not so stays open until it is seen', () => {
    const at = { kind: 'looked' as const, step: 'run-line:left', looks: ['ties-snug'] }
    const no = { body: { ...at, seen: false, note: 'to the hose' }, after: 1 }
    const so = { body: { ...at, seen: true, note: '' }, after: 1 }
    expect(codesOf(pickup, [...wholeJob(pickup), no])).toEqual(['look-wrong'])
    // Taking it back unsees nothing; seeing it does.
    const told = toldRecords([...wholeJob(pickup), no])
    const told2 = { ...told.at(-1)!, body: { kind: 'withdrawn' as const }, id: 'taken-back' }
    const back = [...told, { ...told2, supersedes: { record: told.at(-1)!.id, why: 'typed wrong' } }]
    expect(assessJob(pickup, back).stops.map((s) => s.code)).toEqual(['look-wrong'])
    expect(codesOf(pickup, [...wholeJob(pickup), no, so])).toEqual([])
  })
})

describe("a kit's own looks", () => {
  const own = { seen: 'Tab of the roll plate faces the wheel', remedy: 'Turn the plate half round.' }
  const withOwn = (job: Job): Job => ({
    ...job,
    kits: job.kits.map((k) => ({
      ...k,
      kit: { ...k.kit, operations: k.kit.operations.map((o) => (o.id === 'run-line' ? { ...o, looks: [own] } : o)) },
    })),
  })
  test('are asked with the others of their step, in their own words, and stop what leaves without', () => {
    const job = withOwn(pickup)
    const asked = assessJob(job, []).looks.find((l) => l.step.id === 'run-line:left')!.looks
    const mine = asked.find((l) => l.own)!
    expect(lookWords(mine)).toEqual(own)
    expect(codesOf(job, wholeJob(job))).toEqual([])
    const without = wholeJob(job).map((t) =>
      t.body.kind === 'looked' ? { ...t, body: { ...t.body, looks: t.body.looks.filter((l) => l !== mine.look) } } : t,
    )
    expect(
      codesOf(
        job,
        without.filter((t) => t.body.kind !== 'looked' || t.body.looks.length),
      ),
    ).toEqual(['look-open', 'look-open'])
  })
  test('a kit without any plans as it did before it could have them', () => {
    expect(assessJob(pickup, []).steps.every((s) => s.step.looks.length === 0)).toBe(true)
  })
})

describe('a bracket that was moved', () => {
  test('is looked at again; the lines are not', () => {
    const moved = {
      body: { kind: 'bracket-moved' as const, axle: 'rear' as const, side: 'left' as const, reason: 'slid' },
      after: 1,
    }
    const looks = assessJob(pickup, toldRecords([...wholeJob(pickup), moved])).looks
    const open = looks.flatMap((l) => l.looks.flatMap((x) => (x.seen === null ? `${l.step.id} ${x.look}` : [])))
    expect(open).toContain('mount-lower:left bracket-as-pictured')
    expect(open.some((o) => o.includes(':right') || o.includes('tube'))).toBe(false)
  })
})
