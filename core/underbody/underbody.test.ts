import { describe, expect, test } from 'vitest'
import { emptySurvey, type PartShape, type UndersidePart } from '../vehicle'
import { demoVehicles } from '../../demo/shop'
import { bodiesOf, estimatedUnderbody, jounceOf, motionOf, reshaped, shiftedShape, spansOf, tooShort } from '.'

const truck = demoVehicles().find((v) => v.rear.suspension === 'leaf')!
const hose = (freeLength: number | null): UndersidePart => ({
  ...estimatedUnderbody(truck, emptySurvey(), 'rear').find((p) => p.shape.kind === 'run')!,
  id: 'hose',
  kind: 'brake-hose',
  freeLength,
  shape: {
    kind: 'run',
    radius: 0.006,
    points: [
      { at: [0, 0.4, 0.7], on: 'frame' },
      { at: [0, 0.4, 0.4], on: 'axle' },
    ],
  },
})
const straight = {
  center: [0, 0, 0.4] as [number, number, number],
  travel: { jounce: 0.07, rebound: 0.09, roll: 0, jounceSpacing: 1, reboundSpacing: 1 },
}

describe('lines from frame to axle', () => {
  // Source: by hand: 0.3 m as it stands, 0.09 m more at full rebound, 5 % to spare.
  test('what a hose needs straight above its anchor', () => {
    const [row] = spansOf([hose(0.5)], straight)
    expect(row!.needs).toBeCloseTo(1.05 * 0.39, 6)
    expect(row!.at.heave).toBeCloseTo(-0.09, 6)
  })
  test('at its own figure it is long enough, a millimeter less it is not, and unmeasured it is not judged', () => {
    const needs = 1.05 * 0.39
    expect(tooShort([hose(needs + 1e-6)], straight)).toEqual([])
    expect(tooShort([hose(needs - 0.001)], straight)).toEqual(['hose'])
    expect(tooShort([hose(null)], straight)).toEqual([])
  })
})

describe('what surrounds an axle where nobody has looked', () => {
  // Source: common practice, no published source: springs, tires and shocks are there on both sides alike.
  test.each(demoVehicles().map((v) => [v.id, v] as const))('%s: both sides alike', (_, vehicle) => {
    for (const axle of ['front', 'rear'] as const) {
      const parts = estimatedUnderbody(vehicle, emptySurvey(), axle)
      expect(new Set(parts.map((p) => p.id)).size).toBe(parts.length)
      const kinds = (side: string) =>
        parts
          .filter((p) => p.side === side && ['tire', 'shock', 'leaf', 'coil'].includes(p.kind))
          .map((p) => p.kind)
          .sort()
      expect(kinds('left')).toEqual(kinds('right'))
      expect(kinds('left')).toContain('tire')
      for (const part of parts) for (const body of bodiesOf(part)) expect(body).toBeDefined()
    }
  })
  test('its travel ends at a bump stop that was read, else where such stops usually are', () => {
    const stop = { kind: 'bump-stop' as const, at: 0.061, adds: 300_000 }
    const read = { ...truck, rear: { ...truck.rear, stages: [stop] } }
    expect(jounceOf(read, 'rear')).toEqual({ jounce: 0.061, known: true })
    expect(motionOf(read, 'rear', []).travel.jounce).toBe(0.061)
    expect(jounceOf({ ...truck, rear: { ...truck.rear, stages: [] } }, 'rear').known).toBe(false)
    // An independent link leaves the other side alone.
    const independent = { ...truck, rear: { ...truck.rear, architecture: 'independent' as const } }
    expect(motionOf(independent, 'rear', []).travel.roll).toBe(0)
  })
})

describe('shapes', () => {
  const shapes: PartShape[] = [
    { kind: 'box', on: 'frame', low: [-0.1, 0.3, 0.5], high: [0.1, 0.4, 0.7] },
    { kind: 'plane', on: 'frame', axis: 'z', at: 0.8, beyond: 'high' },
    hose(null).shape,
  ]
  test.each(shapes.map((s) => [s.kind, s] as const))('%s: there and back is where it was', (_, shape) => {
    const back = shiftedShape(shiftedShape(shape, [0.25, -0.5, 0.125]), [-0.25, 0.5, -0.125])
    expect(
      JSON.parse(JSON.stringify(back), (_, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(12)) : v)),
    ).toEqual(shape)
  })
  test.each(shapes.map((s) => [s.kind, s] as const))('%s: as another shape it is what it was asked for', (_, shape) => {
    for (const kind of ['box', 'plane', 'run'] as const) expect(reshaped(shape, kind).kind).toBe(kind)
    expect(reshaped(shape, shape.kind)).toBe(shape)
  })
})
