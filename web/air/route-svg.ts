import type { Circuit } from '@stout-shackle/core/fittings'
import { leastBend, rounded, type RouteReport } from '@stout-shackle/core/route'
import { strandsOf, type Underside } from '@stout-shackle/core/stages/air/lines'

const xml = (text: string) => text.replace(/[<>&"]/g, (c) => `&#${c.charCodeAt(0)};`)

/** Half-height of a strip, mm. */
const STRIP = 8
/**
 * A line as a strip at its own size: 1 mm is 1 mm of tube, with its cut, its ties, its sleeve and its loom to be marked from it.
 * @param report of the line as it lies
 */
export function stripSvg(name: string, report: RouteReport): string {
  const mm = (v: number) => (1000 * v).toFixed(1)
  const wide = 1000 * report.cut
  const stretch = (from: number, to: number, color: string, text: string) =>
    `<rect x="${mm(from)}" y="${-STRIP / 2}" width="${mm(to - from)}" height="${STRIP}" fill="${color}"/><text x="${mm(from)}" y="${STRIP + 5}" font-size="5">${text} ${mm(from)} to ${mm(to)}</text>`
  const marks = report.ties.map(
    (point) =>
      `<line x1="${mm(point)}" x2="${mm(point)}" y1="${-STRIP}" y2="${STRIP}" stroke="#20262a"/><text x="${mm(point)}" y="${-STRIP - 1}" font-size="5">tie ${mm(point)}</text>`,
  )
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${wide.toFixed(1)}mm" height="40mm" viewBox="0 -20 ${wide.toFixed(1)} 40"><text x="0" y="-14" font-size="6">${xml(name)}, cut ${mm(report.cut)} mm</text><line x1="0" x2="${wide.toFixed(1)}" y1="0" y2="0" stroke="#0e5a63" stroke-width="6"/>${report.sleeve.map((s) => stretch(s.from, s.to, '#f2b61b', 'sleeve')).join('')}${report.loom.map((s) => stretch(s.from, s.to, '#596166', 'loom')).join('')}${marks.join('')}</svg>`
}

/** The route as a drawing to scale: 1 mm of it is 1 mm of the vehicle, so that any program measures it right. */
export function routeSvg(under: Underside, circuit: Circuit, view: 'top' | 'left'): string {
  const flat = ([x, y, z]: readonly number[]) =>
    [-1000 * x!, 1000 * (view === 'top' ? y! : -z!)].map((v) => v.toFixed(1)).join(' ')
  const shapes = under.parts.flatMap(({ part: { id, shape } }) => {
    if (shape.kind === 'run')
      return [
        `<path id="${xml(id)}" d="M${shape.points.map((p) => flat(p.at)).join('L')}" fill="none" stroke="#9aa3a6" stroke-width="${(2000 * shape.radius).toFixed(1)}"/>`,
      ]
    if (shape.kind !== 'box') return []
    const [a, b] = [shape.low, shape.high].map((p) => flat(p).split(' ').map(Number))
    const [x, y] = [Math.min(a![0]!, b![0]!), Math.min(a![1]!, b![1]!)]
    return [
      `<rect id="${xml(id)}" x="${x}" y="${y}" width="${Math.abs(a![0]! - b![0]!)}" height="${Math.abs(a![1]! - b![1]!)}" fill="#d8d2c4" stroke="#20262a"/>`,
    ]
  })
  const lines = strandsOf(circuit).flatMap(({ id, kind, from, to, points, outside }) => {
    if (!from || !to) return []
    const way = rounded([from, ...points, to], leastBend(outside)).points
    const color = kind === 'tube' ? '#0e5a63' : '#20262a'
    return [
      `<path id="${xml(id)}" d="M${way.map(flat).join('L')}" fill="none" stroke="${color}" stroke-width="${(1000 * outside).toFixed(2)}" stroke-linejoin="round"/>`,
    ]
  })
  const { front, rear, half, ceiling } = under
  const [top, tall] = view === 'top' ? [-1000 * half, 2000 * half] : [-1000 * ceiling, 1000 * ceiling]
  const [wide, left] = [1000 * (front - rear), -1000 * front]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${tall}mm" viewBox="${left} ${top} ${wide} ${tall}">${shapes.join('')}${lines.join('')}</svg>`
}
