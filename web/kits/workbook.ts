import type { BookSheet } from '@stout-shackle/core/exchange'

/** A figure is written as one, so that a spreadsheet counts with it; what would read back as another text stays text. */
const cellOf = (text: string): string | number | null => {
  if (text === '') return null
  const number = Number(text)
  return String(number) === text ? number : text
}

/** Sheets as a workbook, heads bold and held at the top. */
export async function workbookOf(sheets: readonly BookSheet[]): Promise<Blob> {
  const { default: write } = await import('write-excel-file/browser')
  return write(
    sheets.map(({ name: sheet, rows: [head = [], ...rows] }) => ({
      sheet,
      stickyRowsCount: 1,
      data: [head.map((value) => ({ value, fontWeight: 'bold' as const })), ...rows.map((row) => row.map(cellOf))],
    })),
  ).toBlob()
}

/** Sheets of a workbook as text, cell by cell. @throws where it is none */
export async function readWorkbook(file: File): Promise<BookSheet[]> {
  const { default: read } = await import('read-excel-file/browser')
  const sheets = await read(file)
  const text = (value: unknown): string => {
    if (value instanceof Date) return value.toISOString().slice(0, 10)
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    return typeof value === 'string' || typeof value === 'number' ? String(value) : ''
  }
  return sheets.map(({ sheet, data }) => ({ name: sheet, rows: data.map((row) => row.map(text)) }))
}
