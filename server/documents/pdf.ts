import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import pdfmake from 'pdfmake'
import type { Content, PageSize, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { UnitSystem } from '@stout-shackle/core/quantity'

const require = createRequire(import.meta.url)
const face = (family: string, weight: number): string =>
  join(dirname(require.resolve(`@fontsource/${family}/package.json`)), 'files', `${family}-latin-${weight}-normal.woff`)

pdfmake.setFonts({
  Barlow: { normal: face('barlow', 400), bold: face('barlow', 600) },
  Condensed: { normal: face('barlow-condensed', 500), bold: face('barlow-condensed', 600) },
})
// Documents are made from the job alone: nothing is fetched, only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path: string) => path.includes('@fontsource'))

/** Sheets by units: Letter and half Letter where inches are shown, A4 and A5 elsewhere. */
export const PAPER: Record<UnitSystem, { sheet: PageSize; card: PageSize }> = {
  us: { sheet: 'LETTER', card: { width: 396, height: 612 } },
  metric: { sheet: 'A4', card: 'A5' },
}

const INK = '#20262A'
const PETROL = '#0E5A63'
const EDGE = '#D8D2C4'
const OXIDE = '#A5402D'

export const heading = (text: string): Content => ({ text, style: 'heading' })
export const note = (text: string): Content => ({ text, style: 'note' })

/** A plain table, first row as its head; numbers of `right` columns are right-aligned. */
export function table(head: string[], rows: TableCell[][], widths: (string | number)[], right: number[] = []): Content {
  const cell = (text: string, i: number, bold = false): TableCell => ({
    text,
    bold,
    alignment: right.includes(i) ? 'right' : 'left',
  })
  return {
    table: {
      headerRows: 1,
      widths,
      body: [
        head.map((t, i) => cell(t, i, true)),
        ...rows.map((row) => row.map((t, i) => (typeof t === 'string' ? cell(t, i) : t))),
      ],
    },
    layout: {
      hLineWidth: (i) => (i === 0 ? 0 : 0.5),
      vLineWidth: () => 0,
      hLineColor: () => EDGE,
      paddingLeft: () => 2,
      paddingRight: () => 6,
    },
    margin: [0, 2, 0, 6],
  }
}

/** What has to catch the eye: its first words bold, on a ground of its own. */
export const boxed = (title: string, text: string): Content => ({
  table: { widths: ['*'], body: [[{ text: [{ text: title, bold: true }, text], fillColor: '#F8E6E1' }]] },
  layout: {
    hLineWidth: () => 0,
    vLineWidth: (i) => (i === 0 ? 3 : 0),
    vLineColor: () => OXIDE,
    paddingLeft: () => 8,
    paddingTop: () => 5,
    paddingBottom: () => 5,
  },
  margin: [0, 8, 0, 4],
})

/** A mark on every page, across it and at its head. */
export const marked = ({
  title,
  lines,
}: {
  title: string
  lines: string
}): Pick<TDocumentDefinitions, 'watermark' | 'header'> => ({
  watermark: { text: title, color: OXIDE, opacity: 0.12, bold: true },
  header: {
    stack: [
      { text: title, bold: true, fontSize: 11, color: OXIDE },
      { text: lines, fontSize: 7, color: OXIDE },
    ],
    margin: [28, 12, 28, 0],
  },
})

/** Renders a document in the shop's type on the page size given. */
export async function render(
  title: string,
  content: Content[],
  footer: string,
  options: Partial<TDocumentDefinitions> & { pageSize: PageSize },
): Promise<Buffer> {
  return pdfmake
    .createPdf({
      info: { title, creator: 'Stout Shackle' },
      pageMargins: [40, 36, 40, 44],
      content,
      footer: (page, pages) => ({
        text: `${footer} · page ${page} of ${pages}`,
        alignment: 'center',
        fontSize: 8,
        color: '#5B6266',
      }),
      defaultStyle: { font: 'Barlow', fontSize: 9.5, color: INK },
      styles: {
        title: { font: 'Condensed', fontSize: 22, bold: true },
        heading: { font: 'Condensed', fontSize: 13, bold: true, color: PETROL, margin: [0, 8, 0, 2] },
        setting: { font: 'Condensed', fontSize: 24, bold: true },
        figure: { font: 'Condensed', fontSize: 26, bold: true },
        note: { fontSize: 8.5, color: '#4A5155', margin: [0, 2, 0, 2] },
      },
      ...options,
    })
    .getBuffer()
}
