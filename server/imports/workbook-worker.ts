import { readFile } from 'node:fs/promises'
import { parentPort, workerData } from 'node:worker_threads'
import { OutOfBounds, readWorkbook } from './workbook'

export type WorkbookAnswer = { rows: string[][] } | { refused: string } | { end: true }

/** Rows sent at once. */
const PART = 2000
const port = parentPort!

try {
  const rows = await readWorkbook(await readFile(workerData as string))
  for (let i = 0; i < rows.length; i += PART) port.postMessage({ rows: rows.slice(i, i + PART) })
  port.postMessage({ end: true })
} catch (error) {
  const refused =
    error instanceof OutOfBounds
      ? `This workbook is too large: ${error.message}. Save the part that matters as CSV and send that.`
      : 'This workbook cannot be read: save its first sheet as xlsx or CSV and send it again.'
  port.postMessage({ refused })
}
