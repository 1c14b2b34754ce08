import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { USUAL_MOUNT, type Template, type UBolt } from '../kit'
import { INCH } from '../quantity'
import { estimatedUnderbody } from '../underbody'
import type { UndersidePart } from '../vehicle'
import {
  boltNeeds,
  drawingDxf,
  drawingSvg,
  factoryHoles,
  stackLayers,
  templateDrawing,
  templateFaults,
  templateWords,
  uBoltNeeds,
} from '.'

const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
const spaced = { ...USUAL_MOUNT, spacers: [{ id: 'upper-half', count: 2 }] }

describe('the stack', () => {
  test('comes to the room between the faces', () => {
    // Source: addition: 9 1/2 in of room, 3 in of brackets, 1 in of spacers, 5 1/2 in of bag.
    const layers = stackLayers(kit, { rideHeight: 5.5 * INCH }, spaced)
    expect(layers.map((l) => l.what)).toEqual(['upper-bracket', 'upper-spacers', 'bag', 'lower-bracket'])
    expect(layers.reduce((sum, l) => sum + l.height, 0) / INCH).toBeCloseTo(9.5, 1)
  })
  test('a bolt through spacers is longer by them, and then not in the box', () => {
    const bagBolt = (mount: typeof spaced) => boltNeeds(kit, mount, 0).find((b) => b.bolt.id === 'bag-bolt')!
    expect(bagBolt(spaced).grip - bagBolt(USUAL_MOUNT).grip).toBeCloseTo(INCH, 12)
    expect(bagBolt(USUAL_MOUNT).buy).toBe(false)
    expect(bagBolt(spaced).buy).toBe(true)
    // Inch bolts are sold by quarters: the next one is a whole number of them, and long enough.
    const quarters = bagBolt(spaced).next / (INCH / 4)
    expect(quarters).toBeCloseTo(Math.round(quarters), 9)
    expect(bagBolt(spaced).next).toBeGreaterThanOrEqual(bagBolt(spaced).needed)
  })
})

describe('U-bolts', () => {
  const bolt: UBolt = {
    id: 'tube',
    name: 'Around the tube',
    count: 2,
    around: 'axle-tube',
    thread: '3/8-16',
    pitch: INCH / 16,
    inside: 3.5 * INCH,
    leg: 5 * INCH,
    plates: 0.5 * INCH,
    washer: 0.065 * INCH,
    nut: 0.337 * INCH,
  }
  const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
  const usual = estimatedUnderbody(vehicle, demoSurvey('dunnock-25'), 'rear')
  const parts = usual.map((p): UndersidePart => {
    if (p.kind === 'axle-tube' && p.shape.kind === 'run')
      return { ...p, source: 'tape', shape: { ...p.shape, radius: (3.375 * INCH) / 2 } }
    if (p.kind !== 'leaf-pack') return p
    const low: [number, number, number] = [-0.3, 0.5, 0.5]
    const high: [number, number, number] = [0.3, 0.5 + 2.5 * INCH, 0.5 + 2 * INCH]
    return { ...p, source: 'tape', shape: { kind: 'box', on: 'axle', low, high } }
  })
  const need = (change: Partial<UBolt>, block = 0, around = parts) =>
    uBoltNeeds({ ...kit, mounting: { ...kit.mounting!, uBolts: [{ ...bolt, ...change }] } }, around, block)[0]!

  test('legs: what it goes around, plates, washer, nut and two threads', () => {
    // Source: addition; nut and washer of 3/8 by ASME B18.2.2 and B18.21.1, from memory: 3.375 + 0.5 + 0.065 + 0.337 + 0.125.
    const boltHere = need({})
    expect(boltHere.needed / INCH).toBeCloseTo(4.402, 6)
    expect(boltHere.showing).toBeCloseTo((5 - 4.277) * 16, 6)
    expect(boltHere).toMatchObject({ verdict: 'fine', measured: true })
    expect(need({ leg: 4.402 * INCH }).verdict).toBe('fine')
    expect(need({ leg: 4.4 * INCH }).verdict).toBe('short')
  })
  test('width: over the tube, and no more than a quarter of an inch beside it', () => {
    const verdict = (inside: number) => need({ inside: inside * INCH }).verdict
    expect([3.374, 3.375, 3.625, 3.626].map(verdict)).toEqual(['narrow', 'fine', 'fine', 'wide'])
  })
  test('around pack and tube the pack, the lift block and the tube count; usual measures are said to be so', () => {
    const both = need({ around: 'pack-and-tube' }, 2 * INCH)
    expect(both.across / INCH).toBeCloseTo(3.375, 9)
    expect((both.needed - need({}).needed) / INCH).toBeCloseTo(4, 9)
    expect(need({ around: 'leaf-pack', inside: 2.5 * INCH })).toMatchObject({ verdict: 'fine', across: 2.5 * INCH })
    expect(need({}, 0, usual).measured).toBe(false)
    expect(uBoltNeeds(kit, [], 0)).toEqual([])
  })
})

test('factory holes: not looked at, sound or not, on each side', () => {
  const holes = [{ id: 'seat', name: 'Seat hole', diameter: 0.0127, threaded: false }]
  const needs = { ...kit, mounting: { ...kit.mounting!, factoryHoles: holes } }
  const mount = { ...USUAL_MOUNT, holes: [{ id: 'seat', side: 'right' as const, sound: false }] }
  expect(factoryHoles(needs, mount).map((h) => h.sound)).toEqual([null, false])
  expect(factoryHoles(kit)).toEqual([])
})

const template = (change: Partial<Template> = {}): Template => ({
  id: 'rail',
  name: 'Upper bracket holes',
  on: 'rail-web',
  sides: ['left', 'right'],
  height: 0.16,
  length: 0.24,
  bend: 0.014,
  cut: null,
  holes: [{ name: 'A', along: 0.05, up: 0.08, diameter: 0.01, pilot: 0.004 }],
  ...change,
})
const hole = (along: number, up: number) => ({ name: 'A', along, up, diameter: 0.01, pilot: null })

describe('a template', () => {
  // Source: a hole keeps two of its diameters from an edge, from its center; common practice, no published source.
  test.each([
    ['in the middle', hole(0, 0.08), []],
    ['at two diameters from the end, to a hair', hole(0.1, 0.08), []],
    ['a millimeter nearer', hole(0.101, 0.08), ['edge']],
    ['in the bend', hole(0, 0.018), ['bend', 'edge']],
  ])('%s', (_, one, codes) => {
    expect(templateFaults(template({ holes: [one] })).map((f) => f.code)).toEqual(codes)
  })
  test('a flange is never drilled, and holes keep from each other', () => {
    expect(templateFaults(template({ on: 'rail-flange' }))[0]!.code).toBe('flange')
    const two = template({ holes: [hole(0, 0.08), { ...hole(0.019, 0.08), name: 'B' }] })
    expect(templateFaults(two)).toMatchObject([{ hole: 'B', code: 'holes' }])
  })
  test('has rulers of 100 mm and 4 in, its datum and its cut', () => {
    const cutTemplate = template({ cut: 0.03 })
    const drawing = templateDrawing(cutTemplate, 'left', templateWords(cutTemplate, 'left', 'us'))
    const long = drawing.lines
      .filter((l) => l.layer === 'ruler' && l.from[1] === l.to[1])
      .map((l) => l.to[0] - l.from[0])
    expect(long.toSorted()).toEqual([100, 101.6])
    expect(drawing.lines.filter((l) => l.layer === 'cut')).toHaveLength(1)
    expect(drawing.lines.filter((l) => l.layer === 'fold')).toHaveLength(2)
    // Every line lies on the sheet.
    for (const { from, to } of drawing.lines)
      for (const [x, y] of [from, to]) {
        expect(x).toBeGreaterThanOrEqual(0)
        expect(x).toBeLessThanOrEqual(drawing.width)
        expect(y).toBeGreaterThanOrEqual(0)
        expect(y).toBeLessThanOrEqual(drawing.height)
      }
  })
  test('as SVG it is as large as it is, in letters that are safe', () => {
    const odd = template({ name: 'A <bold> & name' })
    const drawing = templateDrawing(odd, 'right', templateWords(odd, 'right', 'metric'))
    const svg = drawingSvg(drawing)
    expect(svg).toContain(`width="${drawing.width}mm"`)
    expect(svg).not.toContain('<bold>')
    expect(drawingDxf(drawing)).toMatch(/^0\r\nSECTION\r\n/)
  })
})
