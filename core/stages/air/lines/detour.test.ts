import { describe, expect, test } from 'vitest'
import { withBeside } from '../../../circuit'
import type { Place } from '../../../fittings'
import { jobOfKind } from '../../../fixtures/kinds-of-job'
import { circuitOf, type Job } from '../../../job'
import { assessJob } from '../../../judge'
import { wayLength } from '../../../route'
import { INCH } from '../../../quantity'
import { linesToRun } from '../../hand'
import { cuttingOf, laidBy, laidLines, lookedAt, loopAt, spotOn, undrawnOf } from '.'

const pickup = jobOfKind('leaf pickup, bellows', 'detour', '1')
const activeOf = (job: Job) => assessJob(job, []).active
const lines = linesToRun(pickup, activeOf(pickup))
const { under, circuit } = lines
const first = circuit.tubes[0]!.id
const wayOf = (id: string, of = circuit) => laidLines(pickup, under, of, [id])[0]!.way

describe('a line that lies another way', () => {
  const way = wayOf(first)
  const middle = way[Math.floor(way.length / 2)]!
  const beside: Place = [middle[0], middle[1] * 0.6, middle[2]]
  test('goes by the spot, from the same fitting to the same fitting, no shorter than the straight ways there', () => {
    const found = laidBy(under, circuit, first, beside)
    if (!found.ok) throw new Error(found.code)
    const now = wayOf(first, found.circuit)
    expect(now).toContainEqual(beside)
    expect([now[0], now.at(-1)]).toEqual([way[0], way.at(-1)])
    // Source: triangle inequality.
    expect(wayLength(now)).toBeGreaterThanOrEqual(wayLength([way[0]!, beside, way.at(-1)!]) - 1e-9)
    expect(found.circuit.tubes.filter((t) => t.id !== first)).toEqual(circuit.tubes.filter((t) => t.id !== first))
  })
  test('not by a spot in something', () => {
    const tire = under.parts.find(({ part }) => part.kind === 'tire' && part.shape.kind === 'box')!.part
    const { shape } = tire
    if (shape.kind !== 'box') throw new Error('a tire is a box')
    const inside = shape.low.map((v, i) => (v + shape.high[i]!) / 2) as Place
    expect(laidBy(under, circuit, first, inside)).toMatchObject({ ok: false, code: 'inside' })
  })
  test('nor beyond the vehicle', () => {
    const codeAt = (spot: Place) => laidBy(under, circuit, first, spot)
    expect(codeAt([under.rear - 0.01, 0, 0.5])).toEqual({ ok: false, code: 'outside' })
    expect(codeAt([0, under.half + 0.01, 0.5])).toEqual({ ok: false, code: 'outside' })
    expect(codeAt([-0.5, 0.4, under.floor - 0.01])).toEqual({ ok: false, code: 'outside' })
    expect(codeAt([-0.5, 0.4, under.ceiling + 0.01])).toEqual({ ok: false, code: 'outside' })
  })
  test('a tap from above keeps the height of the line there, one from the left how far out', () => {
    const straight: Place[] = [
      [0, 0.5, 0.6],
      [-1, 0.5, 0.8],
    ]
    expect(spotOn(straight, { x: -0.5, y: 0.3 })).toEqual([-0.5, 0.3, 0.7])
    expect(spotOn(straight, { x: -0.5, z: 0.9 })).toEqual([-0.5, 0.5, 0.9])
  })
})
test('what nobody has drawn is an estimate line by line; looked at, none is', () => {
  const bare = circuitOf(pickup)
  expect(undrawnOf(bare)).toHaveLength(bare.tubes.length)
  const points = wayOf(first).slice(1, -1)
  const one = { ...bare, tubes: bare.tubes.map((t) => (t.id === first ? { ...t, points } : t)) }
  const job = { ...pickup, circuit: one }
  expect([...linesToRun(job, activeOf(job)).estimated]).toEqual(undrawnOf(one))
  expect(undrawnOf(one)).toEqual(undrawnOf(bare).filter((id) => id !== first))
  expect(undrawnOf(lookedAt(circuit))).toEqual([])
})
describe('a line at other things', () => {
  test('tied to what moves it is cut longer by the whole travel there', () => {
    const [before] = laidLines(pickup, under, circuit, [first])
    const tied = withBeside(circuit, first, [{ how: 'tied', thing: 'link', name: '' }])
    const [after] = laidLines(pickup, under, tied, [first])
    const { jounce, rebound } = under.motions.rear.travel
    expect(loopAt(under, before!.way)).toBeCloseTo(jounce + rebound, 9)
    expect(after!.report.cut - before!.report.cut).toBeCloseTo(jounce + rebound, 9)
  })
  test('through a part it does not come too near to that part', () => {
    const rail = under.parts.find(({ part }) => part.kind === 'frame-rail' && part.shape.kind === 'box')!.part
    const { shape } = rail
    if (shape.kind !== 'box') throw new Error('a rail is a box')
    const across: Place = [(shape.low[0] + shape.high[0]) / 2, (shape.low[1] + shape.high[1]) / 2, shape.low[2] + 0.03]
    const drawn = { ...circuit, tubes: circuit.tubes.map((t) => (t.id === first ? { ...t, points: [across] } : t)) }
    const nearRail = (of: typeof circuit) =>
      laidLines(pickup, under, of, [first])[0]!.report.near.some((n) => n.obstacle === rail.id && n.gap < 0)
    expect(nearRail(drawn)).toBe(true)
    expect(nearRail(withBeside(drawn, first, [{ how: 'through', thing: 'frame-rail', name: '' }]))).toBe(false)
  })
})
test('for a compressor later each valve line is longer by what stays coiled, and nothing else is', () => {
  const later: Job = { ...pickup, compressorLater: 36 * INCH }
  const { laid } = lines
  const [now, then] = [pickup, later].map((j) => cuttingOf(j, circuit, laid).pieces)
  then!.forEach((p, i) => expect(p.length - now![i]!.length).toBeCloseTo(36 * INCH, 9))
  expect(then!.every((p) => p.later && Math.abs(p.coiled - 36 * INCH) < 1e-9)).toBe(true)
  const filled: Job = { ...later, supply: 'compressor' }
  expect(cuttingOf(filled, circuit, laid).pieces.some((p) => p.later)).toBe(false)
})
