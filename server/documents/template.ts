import type { Content } from 'pdfmake/interfaces'
import { type Job, kitAt } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import type { TemplateQuery } from '@stout-shackle/core/contract'
import {
  drawingDxf,
  drawingSvg,
  HOLE_FAULTS,
  templateDrawing,
  templateFaults,
  templateWords,
  type Drawing,
} from '@stout-shackle/core/mounting'
import { consentTo } from '@stout-shackle/core/stages'
import { PAPER, render } from './pdf'
import { Problem } from '../problem'

const POINTS = 72 / 25.4
/** Pages overlap by so much, mm: no hole that is drilled in a rail is cut by the edge of every page it is on. */
const OVERLAP = 20
/** Page and what of it a printer reaches, mm. */
const SHEETS = {
  us: { width: 215.9, height: 279.4, margin: 14 },
  metric: { width: 210, height: 297, margin: 12 },
} as const
/** For the words at the head of each page. */
const HEAD = 12

/**
 * The drawing that is asked for, once it may be drilled or cut by.
 * @throws Problem where the kit has no such template, a hole of it is refused, or the owner has not agreed
 */
function drawingOf(
  job: Job,
  records: readonly BayRecord[],
  { axle, template: id, side, units }: TemplateQuery,
): Drawing {
  const template = kitAt(job, axle)?.kit.mounting?.templates.find((t) => t.id === id)
  if (!template || !template.sides.includes(side))
    throw new Problem(404, 'No such template', `template: the kit of this axle has no "${id}" for the ${side} side`, [
      { field: 'template', message: 'is none of the kit of this axle, for this side' },
    ])
  const [fault] = templateFaults(template)
  if (fault)
    throw new Problem(409, 'Not to be drilled', `hole ${fault.hole}: ${HOLE_FAULTS[fault.code]}`, [
      { field: `holes.${fault.hole}`, message: HOLE_FAULTS[fault.code] },
    ])
  const to = template.holes.length ? ('drilling' as const) : ('cutting' as const)
  if (consentTo({ ...assessJob(job, records), job }, to) !== 'agreed')
    throw new Problem(
      409,
      'The owner has not agreed',
      `consent: ${to} cannot be undone; the owner signs for it on Hand over first`,
      [{ field: 'consent', message: `${to} cannot be undone; the owner signs for it first` }],
    )
  return templateDrawing(template, side, templateWords(template, side, units))
}

export const templateSvg = (job: Job, records: readonly BayRecord[], query: TemplateQuery): string =>
  drawingSvg(drawingOf(job, records, query))
export const templateDxf = (job: Job, records: readonly BayRecord[], query: TemplateQuery): string =>
  drawingDxf(drawingOf(job, records, query))

/** The template at its own size, over as many pages as it takes, each with marks and the words that keep a printer from scaling. */
export async function templatePdf(
  job: Job,
  records: readonly BayRecord[],
  query: TemplateQuery,
  made: string,
): Promise<Buffer> {
  const drawing = drawingOf(job, records, query)
  const sheet = SHEETS[query.units]
  const [wide, high] = [sheet.width - 2 * sheet.margin, sheet.height - 2 * sheet.margin - HEAD]
  const tiles = (all: number, one: number) => Math.max(1, Math.ceil((all - OVERLAP) / (one - OVERLAP)))
  const [columns, rows] = [tiles(drawing.width, wide), tiles(drawing.height, high)]
  const content: Content[] = []
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const x = column * (wide - OVERLAP)
      const width = Math.min(wide, drawing.width - x)
      // From the top down.
      const top = drawing.height - row * (high - OVERLAP)
      const height = Math.min(high, top)
      const [left, head] = [sheet.margin * POINTS, (sheet.margin + HEAD) * POINTS]
      const corner = (cx: number, cy: number): Content => ({
        canvas: [
          { type: 'line', x1: -6, y1: 0, x2: 6, y2: 0, lineWidth: 0.4 },
          { type: 'line', x1: 0, y1: -6, x2: 0, y2: 6, lineWidth: 0.4 },
        ],
        absolutePosition: { x: left + cx * POINTS, y: head + cy * POINTS },
      })
      content.push(
        {
          text: `Print at actual size (100 %). Job ${job.number}, ${query.side} side. Part ${row + 1}-${column + 1} of ${rows}-${columns}; pages overlap by ${OVERLAP} mm at the marks.`,
          fontSize: 8.5,
          absolutePosition: { x: left, y: sheet.margin * POINTS },
          ...(content.length ? { pageBreak: 'before' as const } : {}),
        },
        {
          svg: drawingSvg(drawing, { x, y: top - height, width, height }, 'pt'),
          absolutePosition: { x: left, y: head },
        },
        corner(0, 0),
        corner(width, 0),
        corner(0, height),
        corner(width, height),
      )
    }
  return render(`Template, job ${job.number}`, content, `Job ${job.number} · print at actual size · ${made}`, {
    pageSize: PAPER[query.units].sheet,
  })
}
