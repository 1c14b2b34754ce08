import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { INCH, POUND_FOOT, PSI } from '../quantity'
import { usualTarget } from '../torque'
import { parseBolt, parseFits, parseGap, parsePart, parseTorque, pressuresIn, readPaper, readStep, torqueText } from '.'

const spec = (text: string, system: 'us' | 'metric' = 'us') => {
  const read = parseTorque(text, system)
  if (!read.ok) throw new Error(read.why)
  return read
}
/** In lb-ft, to four figures. */
const inPounds = (newtonMeters: number) => Number((newtonMeters / POUND_FOOT).toPrecision(4))

// How torques stand on papers: common practice, no published source; the unit is NIST SP 811's.
describe('a torque as a paper has it', () => {
  test('one figure, with or without its unit, is a target with the usual scatter', () => {
    for (const text of ['16 lb-ft', '16', '16 ft-lb', '192 lb-in', '21.693 N·m']) {
      const { spec: s } = spec(text)
      expect(s.kind === 'target' && inPounds(s.value)).toBeCloseTo(16, 2)
    }
    const metric = spec('22', 'metric').spec
    expect(metric.kind === 'target' && metric.value).toBe(22)
  })
  test.each(['12-15', '12 - 15 lb-ft', '12–15', '12 to 15 lb-ft'])('%s is a range', (text) => {
    const { spec: s } = spec(text)
    expect(s.kind === 'target' && [inPounds(s.low), inPounds(s.high)]).toEqual([12, 15])
  })
  test.each(['30 max', 'max 30', '30 lb-ft max.', 'do not exceed 30', 'up to 30 lb-ft'])('%s is a ceiling', (text) => {
    const { spec: s } = spec(text)
    expect(s.kind === 'ceiling' && inPounds(s.max)).toBe(30)
  })
  test.each([
    ['finger tight + 1 1/2 turns, 2 max', 1.5, 2],
    ['1 1/2 turns', 1.5, 1.5],
    ['finger-tight and 1.5 turns, max 2 turns', 1.5, 2],
    ['3/4 turn', 0.75, 0.75],
  ])('%s is turns', (text, turns, max) => expect(spec(text).spec).toEqual({ kind: 'turns', turns, max }))
  test.each([
    ['until 2 threads are covered', 2],
    ['until two threads are covered', 2],
    ['until 1 thread is covered', 1],
  ])('%s', (text, covered) => expect(spec(text).spec).toEqual({ kind: 'threads', covered }))
  test.each([
    ['snug', 'snug'],
    ['hand tight', 'snug'],
    ['', 'none-given'],
    ['none', 'none-given'],
    ['vehicle maker', 'vehicle-maker'],
    ["vehicle maker's torque", 'vehicle-maker'],
  ])('%s: %s', (text, kind) => expect(spec(text).spec).toEqual({ kind }))
  test('evenly goes with any', () => {
    expect(spec('evenly 16')).toMatchObject({ evenly: true, spec: { kind: 'target' } })
    expect(spec('12-15 lb-ft evenly')).toMatchObject({ evenly: true })
    expect(spec('snug, evenly')).toEqual({ ok: true, evenly: true, spec: { kind: 'snug' } })
  })
  test.each(['tight as hell', '16 furlongs', '15-12', '5/3 lb-ft', '99999', '9 turns', 'max', '-5'])(
    '%s cannot be read',
    (text) => {
      const read = parseTorque(text, 'us')
      expect(read.ok).toBe(false)
    },
  )
  test('is typed back as it was read, in either unit', () => {
    const amount = fc.integer({ min: 4, max: 1200 }).map((quarter) => (quarter / 4) * POUND_FOOT)
    const specs = fc.oneof(
      amount.map((value) => ({ kind: 'target' as const, value, low: value * 0.92, high: value * 1.08 })),
      amount.map((max) => ({ kind: 'ceiling' as const, max })),
      fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 4 })).map(([q, more]) => ({
        kind: 'turns' as const,
        turns: q / 4,
        max: (q + more) / 4,
      })),
      fc.integer({ min: 1, max: 8 }).map((covered) => ({ kind: 'threads' as const, covered })),
      fc.constantFrom({ kind: 'snug' as const }, { kind: 'vehicle-maker' as const }, { kind: 'none-given' as const }),
    )
    fc.assert(
      fc.property(specs, fc.boolean(), fc.constantFrom('us' as const, 'metric' as const), (s, evenly, system) => {
        const text = torqueText(s, evenly && s.kind !== 'turns' && s.kind !== 'threads', system)
        const back = spec(text, system).spec
        expect(back.kind).toBe(s.kind)
        // What is shown is rounded as a wrench reads: to half a unit.
        if (s.kind === 'target' && back.kind === 'target') expect(back.value).toBeCloseTo(s.value, -0.5)
        if (s.kind === 'turns' || s.kind === 'threads') expect(back).toEqual(s)
      }),
    )
  })
})

describe('a bolt in one line', () => {
  test.each([
    [
      '4 strap nut 3/8-16 grade 5, evenly 16',
      { name: 'strap nut', count: 4, thread: '3/8-16', grade: 'grade 5', evenly: true },
    ],
    ['2 frame bolt M10 x 1.5 8.8 x 30 mm: 40 max', { name: 'frame bolt', count: 2, thread: 'M10x1.5', grade: '8.8' }],
    ['clamp nut 12-15 lb-ft', { name: 'clamp nut', count: 1 }],
    ['clamp nut 12-15', { name: 'clamp nut', spec: expect.objectContaining({ kind: 'target' }) as object }],
    ['frame bolt 3/8-16', { name: 'frame bolt', thread: '3/8-16', spec: { kind: 'none-given' } }],
    ['carriage bolt with 2 washers: snug', { name: 'carriage bolt', washers: 2, spec: { kind: 'snug' } }],
    ['2x inner link bolt, vehicle maker at ride height', { count: 2, name: 'inner link bolt', when: 'at-ride-height' }],
    [
      'air elbow, sealant: 1 1/2 turns, 2 max',
      { fitting: { kind: 'stem', sealant: true }, spec: { kind: 'turns', turns: 1.5, max: 2 } },
    ],
    ['push fitting', { fitting: { kind: 'push', sealant: false }, spec: { kind: 'none-given' } }],
    ['2 barbed fitting, until 2 threads are covered', { count: 2, fitting: { kind: 'barb-clamp', sealant: false } }],
  ])('%s', (text, bolt) => {
    const read = parseBolt(text, 'us')
    expect(read.ok ? read.bolt : read.why).toMatchObject(bolt)
  })
  test('its length is read in the unit of its thread', () => {
    const long = (text: string) => {
      const read = parseBolt(text, 'us')
      return read.ok && read.bolt.length
    }
    expect(long('frame bolt 3/8-16 x 1 1/4: 30 max')).toBeCloseTo(1.25 * INCH, 9)
    expect(long('frame bolt M10 x 30 mm: 30 max')).toBeCloseTo(0.03, 9)
  })
  test.each(['16 lb-ft', '', '4', 'strap nut: sixteen'])('%s is no bolt', (text) => {
    expect(parseBolt(text, 'us').ok).toBe(false)
  })
})

describe('a part in one line', () => {
  test.each([
    ['2 Air spring AB-2210', { name: 'Air spring', number: 'AB-2210', count: 2, side: null }],
    ['1 x Upper bracket, left AB-31L', { name: 'Upper bracket', count: 1, side: 'left' }],
    ['Heat shield', { name: 'Heat shield', count: 1 }],
    ['2 Cylinder PC-C9', { name: 'Cylinder', number: 'PC-C9' }],
    ['1 Tube 1/4 in', { name: 'Tube 1/4 in', number: '' }],
    ['(4) Dished plate', { name: 'Dished plate', count: 4 }],
    ['20 Zip tie', { name: 'Zip tie', count: 20 }],
  ])('%s', (text, part) => {
    const read = parsePart(text, null)
    expect(read.ok && read.part).toMatchObject(part)
  })
  test('a bracket has its place, its hand and where its port faces', () => {
    const read = parsePart('1 Lower bracket LB-2 right, port inboard', null)
    expect(read.ok && read.bracket).toEqual({
      name: 'Lower bracket',
      place: 'axle',
      hand: 'right',
      number: 'LB-2',
      port: 'inboard',
    })
  })
  test('the driver’s side is one of the wheels’ once it was asked', () => {
    const side = (driver: 'left' | 'right' | null) => {
      const read = parsePart('1 Upper bracket, passenger side', driver)
      return read.ok && read.part.side
    }
    expect([side(null), side('left'), side('right')]).toEqual([null, 'right', 'left'])
  })
})

describe('a gap in one line', () => {
  test.each([
    ['1/2 in all around the bag', 'bag-clearance', 0.5],
    ['plate to tire 1/2', 'plate-tire', 0.5],
    ['at least 6" air line to exhaust', 'line-exhaust', 6],
    ['bracket to brake line 1/4 in', null, 0.25],
  ] as const)('%s', (text, check, inches) => {
    const read = parseGap(text, 'us')
    expect(read.ok && [read.gap.check, Number((read.gap.least / INCH).toFixed(6))]).toEqual([check, inches])
  })
  test.each(['around the bag', '1/2 in', '500 in around'])('%s is none', (text) => {
    expect(parseGap(text, 'us').ok).toBe(false)
  })
})

describe('a vehicle in one line', () => {
  test.each([
    ['Dunnock 25 2015-2019', { make: 'Dunnock', model: '25', from: 2015, to: 2019, conditions: [] }],
    ['Dunnock, 25 Long, 2015 to 2019', { make: 'Dunnock', model: '25 Long' }],
    ['Carrel 28 2022', { from: 2022, to: 2022 }],
    ['Carrel 28 2022 and up', { from: 2022, to: 2100 }],
    ['Nightfold 31 2015-2020, dual rear wheels', { conditions: [{ wheels: 'dual' }], unread: '' }],
    [
      'Nightfold 31 2015-2020 4x4 without sunroof',
      { conditions: [{ vehicle: 'drive', is: ['all'] }], unread: 'without sunroof' },
    ],
  ])('%s', (text, line) => {
    const read = parseFits(text)
    expect(read.ok ? read.line : read.why).toMatchObject(line)
  })
  test.each(['Dunnock 25', 'Dunnock 25 2019-2015', '2015-2019'])('%s is none', (text) => {
    expect(parseFits(text).ok).toBe(false)
  })
})

describe('what a step plainly says', () => {
  const bolts = [
    { id: 'strap-nut', name: 'strap nut', spec: usualTarget(22) },
    { id: 'bracket-bolt', name: 'bracket bolt', spec: usualTarget(27) },
    { id: 'stem', name: 'stem fitting', spec: { kind: 'snug' as const } },
  ]
  test.each([
    ['Tighten the strap nuts evenly.', { torques: ['strap-nut'], phase: 'torque' }],
    ['Hang the bracket, bracket bolts hand tight.', { leavesLoose: ['bracket-bolt'], torques: [], phase: 'mount' }],
    ['Repeat on the other side.', { side: 'each' }],
    // Fingers are all that it gets: it is not left for later.
    ['Stem fittings in finger tight.', { torques: ['stem'], leavesLoose: [] }],
    ['Raise the frame and set jack stands.', { moves: true }],
    ['Push the stem fitting through the bracket, bolt up.', { torques: ['stem'], moves: false }],
    ['Set the pressure with the load on.', { phase: 'air' }],
    ['Heat shield on the exhaust side first.', { side: 'exhaust-side' }],
    ['Raise the frame and set jack stands. Remove the rear wheels.', { support: 'axle-hanging', wheels: 'off' }],
    ['Remove the bump stop from the frame.', { phase: 'remove', takesOff: ['Bump stop'] }],
    ['Inflate to 10 psi and square the bag.', { checks: ['first-air'], pressure: { low: 10 * PSI, high: 10 * PSI } }],
    ['With 5 to 10 psi in it, square the bag.', { phase: 'air', pressure: { low: 5 * PSI, high: 10 * PSI } }],
    ['Inflate to 60 psi and soap every connection.', { checks: ['connections', 'first-air'], pressure: null }],
    [
      'Install the lower bracket. Do not pinch the brake line.',
      { trap: 'Do not pinch the brake line', fits: ['lower-bracket'] },
    ],
    // Loose is what its own clause says so of, or a list that begins with it.
    ['Bracket bolts loose, strap nuts in.', { leavesLoose: ['bracket-bolt'], torques: ['strap-nut'] }],
    [
      'Do not tighten the strap nuts, the bracket bolts yet.',
      { leavesLoose: ['strap-nut', 'bracket-bolt'], torques: [] },
    ],
    [
      'Leave the strap nuts loose, then torque the bracket bolts.',
      { leavesLoose: ['strap-nut'], torques: ['bracket-bolt'] },
    ],
    ['Strap nuts, bracket bolts hand tight.', { leavesLoose: ['strap-nut', 'bracket-bolt'], torques: [] }],
    [
      'Start the bracket bolt from behind, exhaust side first, hand tight.',
      { leavesLoose: ['bracket-bolt'], torques: [], side: null },
    ],
    ['Heat shield on the pipe, exhaust side', { side: 'exhaust-side' }],
    // What carries the axle, undone and done up.
    ['Remove the shock bolt.', { opens: ['shock'], closes: [] }],
    ['Take out the coil.', { opens: ['coil'] }],
    ['Feed the cylinder into the coil.', { opens: [], closes: [] }],
    ['Loosen the U-bolts evenly.', { opens: ['u-bolts'] }],
    ['Torque the U-bolts.', { opens: [], closes: ['u-bolts'] }],
    ['Remove the sway bar link.', { opens: [] }],
    ['Reinstall the trailing arm and the shock.', { closes: ['link'] }],
    ['Lower the coach to the ground and turn to full lock.', { side: 'once', support: 'on-wheels' }],
    ['Soap every connection.', { side: 'once', checks: ['connections'] }],
    ['Soap every connection. Repeat on the other side.', { side: 'each' }],
    ['Lower the axle until the coil is free.', { side: null }],
    ['Lower the coach to the ground.', { support: 'on-wheels', moves: true }],
    ['Support the body, axle held by its own jack.', { support: 'axle-raised' }],
    ['Repeat on the other side', { moves: true }],
    ['Measure the ride height.', { phase: 'remove' }],
    ['Admire it.', { side: null, phase: null, support: null, wheels: null, torques: [], trap: null }],
  ])('%s', (text, guess) => expect(readStep(text, bolts, null)).toMatchObject(guess))
})

describe('pressures', () => {
  const psi = (text: string) => pressuresIn(text).map(({ what, value }) => [what, Math.round(value / PSI)])
  test.each([
    [
      'Minimum 5 psi, maximum 100 psi',
      [
        ['minimum', 5],
        ['maximum', 100],
      ],
    ],
    [
      'Pressure 5 to 100 psi',
      [
        ['minimum', 5],
        ['maximum', 100],
      ],
    ],
    ['Do not exceed 35 psi', [['maximum', 35]]],
    ['Leak test at 60 psi', [['testPressure', 60]]],
    ['Inflate to 10 psi', []],
  ])('%s', (text, found) => expect(psi(text)).toEqual(found))
})

describe('a whole paper', () => {
  const PAPER = `Bolt-on pair NV-2211

Pressure: minimum 5 psi, maximum 100 psi
Leak test at 60 psi

Parts list
2 Air spring NV-B1
1 Upper bracket NV-U1 left
1 Upper bracket NV-U1 right

Torque specs
4 strap nut 3/8-16: evenly 16 lb-ft
2 bracket bolt: 20 lb-ft max

Clearances
1/2 in all around the bag

Fits
Dunnock 25 2015-2019
Carrel 28 2020-2022, single rear wheels

Installation
1. Raise the frame on jack stands. Remove
the rear wheels.
2) Hang the bracket, bracket bolts hand tight.
3. Tighten the strap nuts. Repeat on the
other side.`
  const read = readPaper(PAPER, 'us', null)
  const kinds = (kind: string) => read.items.filter((i) => i.is === kind)
  test('is cut into what it plainly is, each with the line it came from', () => {
    expect(kinds('pressures')).toHaveLength(2)
    expect(kinds('part')).toHaveLength(3)
    expect(kinds('bolt').map((i) => i.is === 'bolt' && i.bolt.name)).toEqual(['strap nut', 'bracket bolt'])
    expect(kinds('gap')).toHaveLength(1)
    expect(kinds('fits')).toHaveLength(2)
    const lines = PAPER.split('\n')
    for (const item of read.items) expect(lines[item.line - 1]).toContain(item.text.split(' ')[0])
  })
  test('a line with a figure is no heading: nothing of it is lost', () => {
    const { items } = readPaper('Operating pressure 5 to 100 psi', 'us', null)
    expect(
      items.flatMap((i) => (i.is === 'pressures' ? i.pressures.map((p) => Math.round(p.value / PSI)) : [])),
    ).toEqual([5, 100])
  })
  test('what is done again after so many miles is no step of the bay', () => {
    const numbered = (text: string) =>
      readPaper(`1. ${text}`, 'us', null).items.map((i) => i.is === 'step' && i.numbered)
    expect(numbered('Torque the strap nuts again after 100 miles.')).toEqual([false])
    expect(numbered('Re-check all torques after the first 500 km.')).toEqual([false])
    expect(numbered('Torque the strap nuts again after the bag has air.')).toEqual([true])
  })
  test('numbered lines are steps, whole, and what nobody recognizes stays a text', () => {
    const steps = kinds('step').map((i) => i.text)
    expect(steps).toEqual([
      'Bolt-on pair NV-2211',
      'Raise the frame on jack stands. Remove the rear wheels.',
      'Hang the bracket, bracket bolts hand tight.',
      'Tighten the strap nuts. Repeat on the other side.',
    ])
  })
  test('asks for the driver’s side only where it is told by that', () => {
    expect(read.asksDriver).toBe(false)
    expect(readPaper('1. Mount the driver side bracket.', 'us', null).asksDriver).toBe(true)
  })
  test('nothing is lost and nothing invented, whatever it is', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 60 }), { maxLength: 12 }), (lines) => {
        const { items } = readPaper(lines.join('\n'), 'us', null)
        const there = lines.join(' ')
        for (const item of items) for (const word of item.text.split(/\s+/)) expect(there).toContain(word)
      }),
    )
  })
})
