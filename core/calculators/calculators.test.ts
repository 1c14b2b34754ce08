import { describe, expect, test } from 'vitest'
import { BENCH_PAGES, CALCULATORS, ENDPOINTS } from '.'

const find = (id: string) => BENCH_PAGES.find((p) => p.id === id)!
const rows = (id: string, typed: Record<string, string> = {}, system: 'us' | 'metric' = 'us') => {
  const result = find(id).run(typed, system)
  if (!result.ok) throw new Error(`${result.key}: ${result.why}`)
  return Object.fromEntries(result.rows.map(([label, value]) => [label, value]))
}

test('a calculator that is neither page nor endpoint is none', () => {
  for (const [name, c] of Object.entries(CALCULATORS))
    expect([name, 'pages' in c || 'endpoint' in c]).toEqual([name, true])
})
test('there are sixteen pages and twelve endpoints, each by a name of its own', () => {
  expect(new Set(BENCH_PAGES.map((p) => p.id)).size).toBe(16)
  expect(new Set(ENDPOINTS.map((c) => c.endpoint.name)).size).toBe(12)
})

describe('calculators of the bench', () => {
  test('each has an answer to its usual figures in both systems', () => {
    for (const page of BENCH_PAGES) {
      for (const system of ['us', 'metric'] as const) {
        const result = page.run({}, system)
        expect(result.ok, page.id).toBe(true)
        if (result.ok) for (const [, value] of result.rows) expect(value).toMatch(/\d/)
      }
    }
  })
  // The same worked examples as in core, typed as a person would; their sources stand there.
  test('worked examples', () => {
    expect(rows('tape')).toEqual({ Inches: '3 7/8 in', Millimeters: '98.4 mm' })
    expect(
      rows('axles', { wheelbase: '3.7 m', mass: '300 kg', x: '0.35 m', tongue: '290 kg', hitch: '1.25 m' }, 'metric'),
    ).toEqual({ 'Rear axle gains': '660 kg', 'Front axle gains': '−70 kg' })
    expect(rows('torque')).toMatchObject({ 'Of proof load': '38.9 %', 'Clamp force': '2560 lbf' })
    expect(rows('torque', { torque: '38 lb-ft', wrench: '400 mm', extension: '45 mm' })['Set the wrench to']).toBe(
      '34.2 lb-ft',
    )
    expect(rows('air-check', { start: '60 psi', warm: '24 °C', end: '56 psi', cold: '12 °C' })).toMatchObject({
      'Should read': '57.0 psi',
      Lost: '1.0 psi',
    })
    expect(rows('tire')).toMatchObject({
      Diameter: '32 1/16 in',
      'One tire, single': '3,197 lb',
      'One tire, dual': '2,910 lb',
    })
    expect(rows('attitude', { wheelbase: '3.7 m' })).toMatchObject({ 'Nose up': '1.57°', 'Beam at 25 ft': '8 1/4 in' })
    expect(rows('attitude', { mass: '1459.59 kg', rate: '76 N/mm' })['Body frequency']).toBe('1.15 Hz')
    // 340 lb/in for 2 in carries 680 lb; the other 420 lb ride on 740 lb/in: 2.5676 in.
    expect(rows('stages')).toEqual({ 'It sinks': '2 9/16 in', 'Rate there': '740 lb/in' })
    // 400 lb sank 1 in more than nothing would, in a straight line: 200 lb/in.
    expect(rows('loads', { loading: '200 lb 1 in; 400 lb 2 in', unloading: 'none' })['Both sides']).toMatch(
      /^200 lb\/in ± /,
    )
    // 30 psi set at sea level and 24 °C, 12 °C and 2400 m later: (206.84 + 101.33) 285.15/297.15 - 75.63 kPa.
    expect(
      rows('filling', { pressure: '30 psi', warm: '24 °C', from: '0 m', cold: '12 °C', to: '2400 m' })['Reads there'],
    ).toBe('31.9 psi')
  })
  test('before loading: the closed form of a bag of one area', () => {
    const [A, V, k, p] = [24 * 0.0254 ** 2, 150 * 0.0254 ** 3, 434 * 175.126835, 101_325]
    const loaded = (1450 * 0.45359237 * 9.80665) / (2 * A)
    // Source: (k s/(2 A) + p)(V + A s) = (P + p) V, a quadratic in the rise s.
    const [a, b, c] = [k / 2, (k * V) / (2 * A) + p * A, -loaded * V]
    const rise = (-b + Math.sqrt(b * b - 4 * a * c)) / (2 * a)
    expect(rows('before', {}, 'metric')).toEqual({
      'With the load on': `${(loaded / 1000).toFixed(1)} kPa`,
      'Set before loading': `${((k * rise) / (2 * A) / 1000).toFixed(1)} kPa`,
      'Rise empty at this pressure': `${(1000 * rise).toFixed(0)} mm`,
    })
  })
  test('a distributing hitch, by moments', () => {
    const typed = { tongue: '290 kg', hitch: '1.25 m', trailer: '5.2 m', wheelbase: '3.7 m', share: '50' }
    expect(rows('hitch', typed, 'metric')).toEqual({
      'Bars, at the ball': '1,433 N·m',
      'Then on the ball': '262 kg',
      'Front axle, against no trailer': '−49 kg',
      'To the trailer axles': '28 kg',
    })
  })
  test('a tire run soft carries less', () => {
    // Source: the 0.8th power, by hand: 1450 x (60/80)^0.8 = 1151.9 kg.
    expect(rows('tire', { cold: '60 psi' }, 'metric')['One tire, single']).toBe('1,152 kg')
  })
  test.each([
    ['tire', { size: '31x10', index: '999' }, 'reads like 255/70R18'],
    ['rate', { squat: '1/16 in' }, 'no larger than what the tape can tell'],
    ['loads', { loading: '200 lb 1 in; 400 lb 2 in; 800 lb 3 in', unloading: 'none' }, 'off the line'],
    ['loads', { loading: '200 lb 2 in; 400 lb 1 in', unloading: 'none' }, 'More load, less squat'],
    ['leaf', { length: '20 in', clamped: '30 in' }, 'Nothing is left to bend'],
    ['pressure', { gain: '9000 lb' }, 'Over the maximum'],
    ['torque', { torque: '120 lb-ft' }, 'Over proof load'],
  ])('%s %j says what is wrong', (id, typed, words) => {
    const result = find(id).run(typed, 'us')
    expect(result.ok && result.rows.map(([, , note]) => note ?? '').join()).toContain(words)
  })
  test.each([
    ['axles', { wheelbase: '0 in' }, 'wheelbase'],
    ['axles', { mass: '-5' }, 'mass'],
    ['axles', { hitch: '400 ft' }, 'hitch'],
    ['coil', { turns: 'six' }, 'turns'],
    ['coil', { turns: '0' }, 'turns'],
    ['coil', { wire: '0 in' }, 'wire'],
    ['torque', { thread: 'M9' }, 'thread'],
    ['torque', { wrench: '1 in' }, 'wrench'],
    ['rate', { gain: '' }, 'gain'],
    ['tape', { sum: '26 - 22 5/3' }, 'sum'],
    ['units', { kind: 'torque', typed: '16 parsecs' }, 'typed'],
    ['loads', { loading: '200 lb 1 in; 400 lb one', unloading: 'none' }, 'loading'],
    ['before', { area: '0' }, 'area'],
    ['pressure', { area: '0' }, 'area'],
    ['before', { volume: '0' }, 'volume'],
    ['hitch', { share: '120' }, 'share'],
    ['stages', { adds: '0 lb/in' }, 'adds'],
    ['attitude', { rate: '0 lb/in' }, 'rate'],
    ['air-check', { hours: '0' }, 'hours'],
  ])('%s %j names the field', (id, typed, key) => {
    expect(find(id).run(typed, 'us')).toMatchObject({ ok: false, key })
  })
  test('an altitude without a unit is in feet where the screen shows feet, in meters where it shows meters', () => {
    // 30 psi set at 0 ft and 75 °F, read at 5280 ft and 75 °F. Source: standard atmosphere, 83.43 kPa at 1609.3 m, from a table of ICAO
    // 7488 by interpolation: (206.84 + 101.33) - 83.43 = 224.74 kPa, 32.6 psi.
    const there = { pressure: '30', warm: '75', from: '0', cold: '75', to: '5280' }
    expect(rows('filling', there)['Reads there']).toBe('32.6 psi')
    const metric = { pressure: '206.8', warm: '24', from: '0', cold: '24', to: '1609' }
    expect(rows('filling', metric, 'metric')['Reads there']).toBe('224.7 kPa')
  })
})
