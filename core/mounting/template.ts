import { isBelow, type Meters } from '../quantity'
import type { Template } from '../kit'

export type TemplateSide = 'left' | 'right'

/** What is wrong with a hole of a template. */
export interface HoleFault {
  hole: string
  /** Nearer to an edge or another hole than two diameters, in the bend, or on a flange. */
  code: 'edge' | 'bend' | 'flange' | 'holes'
  has: Meters
  needs: Meters
}

/** A hole keeps this many of its diameters from an edge, center to edge. Common practice, no published source. */
const EDGE_DIAMETERS = 2

/**
 * What stands against drilling a template's holes: a hole in a flange or its bend, or nearer than two diameters to an edge or to
 * another hole.
 * @returns none where it can be drilled
 * Source: common practice, no published source.
 */
export function templateFaults({ on: part, height, length, bend, holes }: Template): HoleFault[] {
  return holes.flatMap((hole, i): HoleFault[] => {
    const needs = EDGE_DIAMETERS * hole.diameter
    if (part === 'rail-flange') return [{ hole: hole.name, code: 'flange', has: 0, needs }]
    const across = Math.min(hole.up, height - hole.up)
    const along = length / 2 - Math.abs(hole.along)
    const faults: HoleFault[] = []
    if (isBelow(across - hole.diameter / 2, bend))
      faults.push({ hole: hole.name, code: 'bend', has: across, needs: bend + hole.diameter / 2 })
    if (isBelow(Math.min(across, along), needs))
      faults.push({ hole: hole.name, code: 'edge', has: Math.min(across, along), needs })
    for (const other of holes.slice(0, i)) {
      const apart = Math.hypot(hole.along - other.along, hole.up - other.up)
      const both = EDGE_DIAMETERS * Math.max(hole.diameter, other.diameter)
      if (isBelow(apart, both)) faults.push({ hole: hole.name, code: 'holes', has: apart, needs: both })
    }
    return faults
  })
}

type Millimeters = number
/** A drawing in millimeters, from its lower left corner, to be printed at its own size. */
export interface Drawing {
  width: Millimeters
  height: Millimeters
  circles: { x: Millimeters; y: Millimeters; radius: Millimeters; layer: Stroke }[]
  lines: { from: readonly [Millimeters, Millimeters]; to: readonly [Millimeters, Millimeters]; layer: Stroke }[]
  texts: { x: Millimeters; y: Millimeters; size: Millimeters; text: string }[]
}
/** What a line is for. */
const LAYERS = ['edge', 'fold', 'hole', 'pilot', 'center', 'cut', 'ruler'] as const
type Stroke = (typeof LAYERS)[number]

const MARGIN: Millimeters = 12
/** Below the face: rulers and words. */
const FOOT: Millimeters = 46
const CROSS: Millimeters = 6
const mm = (m: Meters): Millimeters => m * 1000

/** Words of a template: what a person has to know who holds it against the rail. */
export interface TemplateWords {
  title: string
  side: string
  forward: string
  bottomEdge: string
  actualSize: string
  fold: string
  cut: string
  /** Of a hole: name, size, pilot. */
  hole(name: string, diameter: Meters, pilot: Meters | null): string
}

/**
 * A template at its own size, as it is laid on from outside: forward is to the left on the left side and to the right on the right.
 * @param words what is written on it
 */
export function templateDrawing(template: Template, side: TemplateSide, words: TemplateWords): Drawing {
  const { length, height, bend, holes, cut } = template
  const [wide, high] = [mm(length), mm(height)]
  // Wide enough for the inch ruler and for its words.
  const width = Math.max(wide, 140) + 2 * MARGIN
  const left = (width - wide) / 2
  const base = MARGIN + FOOT
  const forward = side === 'left' ? -1 : 1
  const point = (along: Meters, up: Meters) => [width / 2 + forward * mm(along), base + mm(up)] as const
  const drawing: Drawing = { width, height: base + high + MARGIN + 14, circles: [], lines: [], texts: [] }
  // eslint-disable-next-line max-params -- a line of a drawing has two ends
  const line = (layer: Stroke, x1: number, y1: number, x2: number, y2: number) =>
    drawing.lines.push({ from: [x1, y1], to: [x2, y2], layer })
  const write = (x: number, y: number, text: string, size = 3.2) => drawing.texts.push({ x, y, size, text })

  line('edge', left, base, left + wide, base)
  line('edge', left, base + high, left + wide, base + high)
  line('edge', left, base, left, base + high)
  line('edge', left + wide, base, left + wide, base + high)
  if (bend > 0) for (const y of [base + mm(bend), base + high - mm(bend)]) line('fold', left, y, left + wide, y)
  if (cut !== null) line('cut', left, base + mm(cut), left + wide, base + mm(cut))
  for (const hole of holes) {
    const [x, y] = point(hole.along, hole.up)
    drawing.circles.push({ x, y, radius: mm(hole.diameter) / 2, layer: 'hole' })
    if (hole.pilot !== null) drawing.circles.push({ x, y, radius: mm(hole.pilot) / 2, layer: 'pilot' })
    line('center', x - CROSS, y, x + CROSS, y)
    line('center', x, y - CROSS, x, y + CROSS)
    write(x + CROSS + 1, y + 1.5, words.hole(hole.name, hole.diameter, hole.pilot))
  }
  write(left, base + high + 9, `${words.title} · ${words.side}`, 5)
  write(left, base + high + 3, `${forward < 0 ? '<- ' : ''}${words.forward}${forward > 0 ? ' ->' : ''}`)
  write(left, base - 4, words.bottomEdge)
  if (bend > 0) write(left + 2, base + mm(bend) + 1.2, words.fold, 2.6)
  if (cut !== null) write(left + 2, base + mm(cut) + 1.2, words.cut, 2.6)
  write(MARGIN, base - 10, words.actualSize)

  // Rulers: what they measure on paper tells whether it was printed at its own size.
  const rule = (y: number, step: number, count: number, name: string) => {
    line('ruler', MARGIN, y, MARGIN + step * count, y)
    for (let i = 0; i <= count; i++) line('ruler', MARGIN + i * step, y, MARGIN + i * step, y + (i % 5 ? 2 : 4))
    write(MARGIN + step * count + 2, y, name)
  }
  rule(MARGIN + 16, 10, 10, '100 mm')
  rule(MARGIN + 4, 25.4, 4, '4 in')
  return drawing
}

const STYLE: Record<Stroke, string> = {
  edge: 'stroke="#20262A" stroke-width="0.5"',
  fold: 'stroke="#20262A" stroke-width="0.25" stroke-dasharray="4 2"',
  hole: 'stroke="#20262A" stroke-width="0.35"',
  pilot: 'stroke="#20262A" stroke-width="0.2"',
  center: 'stroke="#20262A" stroke-width="0.15"',
  cut: 'stroke="#A5402D" stroke-width="0.6"',
  ruler: 'stroke="#20262A" stroke-width="0.25"',
}
const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
const n = (v: number) => Number(v.toFixed(4)).toString()

/**
 * A drawing, or a window of it, as SVG at its own size.
 * @param window in mm from the lower left corner; all of it where none is given
 * @param unit what the size of the picture is told in: millimeters, or points for a PDF
 */
export function drawingSvg(
  drawing: Drawing,
  window = { x: 0, y: 0, width: drawing.width, height: drawing.height },
  unit: 'mm' | 'pt' = 'mm',
): string {
  const scale = unit === 'mm' ? 1 : 72 / 25.4
  const size = (v: number) => `${n(v * scale)}${unit === 'mm' ? 'mm' : ''}`
  // SVG counts down from the top.
  const y = (v: number) => n(drawing.height - v)
  const lines = drawing.lines.map(
    ({ from, to, layer }) =>
      `<line x1="${n(from[0])}" y1="${y(from[1])}" x2="${n(to[0])}" y2="${y(to[1])}" ${STYLE[layer]}/>`,
  )
  const circles = drawing.circles.map(
    (c) => `<circle cx="${n(c.x)}" cy="${y(c.y)}" r="${n(c.radius)}" fill="none" ${STYLE[c.layer]}/>`,
  )
  const texts = drawing.texts.map(
    (t) =>
      `<text x="${n(t.x)}" y="${y(t.y)}" font-size="${n(t.size)}" font-family="Barlow" fill="#20262A">${escaped(t.text)}</text>`,
  )
  const top = drawing.height - window.y - window.height
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size(window.width)}" height="${size(window.height)}" ` +
    `viewBox="${n(window.x)} ${n(top)} ${n(window.width)} ${n(window.height)}">${[...lines, ...circles, ...texts].join('')}</svg>`
  )
}

/**
 * A drawing as DXF in millimeters, release 12, in text: what the oldest cutters still read.
 * Source: AutoCAD R12 DXF reference, group codes of HEADER, TABLES, LINE, CIRCLE and TEXT (from memory; read back by another library).
 */
export function drawingDxf({ width, height, lines, circles, texts }: Drawing): string {
  const out: (string | number)[] = []
  const put = (...pairs: (string | number)[]) => out.push(...pairs)
  put(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1009', 9, '$MEASUREMENT', 70, 1)
  put(9, '$EXTMIN', 10, 0, 20, 0, 30, 0, 9, '$EXTMAX', 10, n(width), 20, n(height), 30, 0, 0, 'ENDSEC')
  put(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 70, LAYERS.length + 1)
  for (const [i, layer] of ['text', ...LAYERS].entries())
    put(0, 'LAYER', 2, layer.toUpperCase(), 70, 0, 62, i + 1, 6, 'CONTINUOUS')
  put(0, 'ENDTAB', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES')
  for (const { from, to, layer } of lines)
    put(0, 'LINE', 8, layer.toUpperCase(), 10, n(from[0]), 20, n(from[1]), 30, 0, 11, n(to[0]), 21, n(to[1]), 31, 0)
  for (const { x, y, radius, layer } of circles)
    put(0, 'CIRCLE', 8, layer.toUpperCase(), 10, n(x), 20, n(y), 30, 0, 40, n(radius))
  for (const { x, y, size, text } of texts)
    // Release 12 has no letters beyond ASCII.
    put(0, 'TEXT', 8, 'TEXT', 10, n(x), 20, n(y), 30, 0, 40, n(size), 1, text.replace(/[^\x20-\x7e]/g, '-'))
  put(0, 'ENDSEC', 0, 'EOF')
  return out.join('\r\n') + '\r\n'
}
