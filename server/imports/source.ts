import { createReadStream } from 'node:fs'
import { open, readFile } from 'node:fs/promises'
import { Worker } from 'node:worker_threads'
import { cellsOf, commaIn, delimiterOf, type CommaMeans } from '@stout-shackle/core/exchange'
import type { WorkbookAnswer } from './workbook-worker'

/** A file cannot be read at all; says why and what would help. */
export class Unreadable extends Error {}

/** One row under the head, one document of a JSON file, or a row that cannot be taken apart. */
export type SourceRow =
  { row: number; cells: string[] } | { row: number; document: unknown } | { row: number; problem: string }
export interface Source {
  /** Column titles; null for JSON, whose documents name their own fields. */
  head: string[] | null
  comma: CommaMeans
  rows: AsyncIterable<SourceRow>
}

/**
 * Opens a file by what is in it: a workbook, JSON, else CSV.
 * @param progress is told how many bytes were read so far
 * @param stop ends the reading of a workbook
 */
export async function openSource(path: string, progress: (bytes: number) => void, stop: AbortSignal): Promise<Source> {
  const handle = await open(path)
  const first = Buffer.alloc(4096)
  const { bytesRead } = await handle.read(first, 0, first.length, 0)
  await handle.close()
  const start = first.subarray(0, bytesRead)
  if (bytesRead === 0) throw new Unreadable('The file is empty.')
  if (start.subarray(0, 2).toString('latin1') === 'PK') return openWorkbook(path, stop)
  if (/^\uFEFF?\s*[[{]/.test(start.toString('utf8'))) return openJson(path)
  return openCsv(path, progress)
}

/** UTF-8 text chunk by chunk; anything else is refused with the row it stands in. */
async function* textOf(path: string, progress: (bytes: number) => void): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true })
  let row = 1
  let bytes = 0
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    let text: string
    try {
      text = decoder.decode(chunk, { stream: true })
    } catch {
      throw new Unreadable(
        `Row ${row + badLine(chunk)} is not UTF-8 text: save the file as "CSV UTF-8" and send it again.`,
      )
    }
    if (text.includes('\0')) throw new Unreadable('This is not text: send CSV, JSON or an xlsx workbook.')
    row += text.split('\n').length - 1
    bytes += chunk.length
    progress(bytes)
    yield text
  }
}

/** Lines of a chunk before the first that is not UTF-8. */
function badLine(chunk: Buffer): number {
  const lines = chunk.toString('latin1').split('\n')
  const decoder = new TextDecoder('utf-8', { fatal: true })
  const bad = lines.findIndex((line) => {
    try {
      decoder.decode(Buffer.from(line, 'latin1'))
      return false
    } catch {
      return true
    }
  })
  return Math.max(0, bad)
}

/** Lines of a file, each with its number; empty ones count and are left out. */
async function* linesOf(chunks: AsyncIterable<string>): AsyncGenerator<{ row: number; line: string }> {
  let rest = ''
  let row = 0
  for await (const chunk of chunks) {
    const lines = (rest + chunk).split(/\r\n|\n/)
    rest = lines.pop()!
    for (const line of lines) {
      row += 1
      if (line.trim() !== '') yield { row, line }
    }
  }
  if (rest.trim() !== '') yield { row: row + 1, line: rest }
}

async function openCsv(path: string, progress: (bytes: number) => void): Promise<Source> {
  const lines = linesOf(textOf(path, progress))
  const first = await lines.next()
  if (first.done) throw new Unreadable('The file is empty.')
  const line = first.value.line.replace(/^\uFEFF/, '')
  const delimiter = delimiterOf(line)
  const head = cellsOf(line, delimiter)
  if (!head.ok) throw new Unreadable(`Row ${first.value.row} ${head.why}.`)
  return {
    head: head.cells,
    comma: commaIn(delimiter),
    rows: (async function* (): AsyncGenerator<SourceRow> {
      for (let next = await lines.next(); !next.done; next = await lines.next()) {
        const { row, line } = next.value
        const parted = cellsOf(line, delimiter)
        yield parted.ok ? { row, cells: parted.cells } : { row, problem: parted.why }
      }
    })(),
  }
}

async function openJson(path: string): Promise<Source> {
  let data: unknown
  try {
    data = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(await readFile(path)))
  } catch (error) {
    throw new Unreadable(`This is not a whole JSON file: ${(error as Error).message}`)
  }
  const list = Array.isArray(data) ? data : [data]
  return {
    head: null,
    comma: 'thousands',
    rows: (async function* () {
      for (const [i, document] of list.entries())
        yield await Promise.resolve({ row: i + 1, document: document as unknown })
    })(),
  }
}

/** Longer than this, a workbook is not read, ms; and no more memory than this, MB. */
const WORKBOOK = { time: 60_000, memory: 700 }

/** Rows of a workbook, read on a thread of its own that can be stopped and cannot take the server with it. */
function workbookRows(path: string, stop: AbortSignal): Promise<string[][]> {
  const worker = new Worker(new URL('./worker.mjs', import.meta.url), {
    workerData: path,
    resourceLimits: { maxOldGenerationSizeMb: WORKBOOK.memory },
  })
  return new Promise((resolve, reject) => {
    const rows: string[][] = []
    const end = (why: string | null) => {
      clearTimeout(timer)
      stop.removeEventListener('abort', stopped)
      void worker.terminate()
      if (why === null) resolve(rows)
      else reject(new Unreadable(why))
    }
    const stopped = () => end('Stopped. Nothing was changed.')
    const timer = setTimeout(
      () => end('This workbook takes too long to read: save its first sheet as CSV and send that.'),
      WORKBOOK.time,
    )
    stop.addEventListener('abort', stopped)
    worker.on('message', (answer: WorkbookAnswer) => {
      if ('rows' in answer) rows.push(...answer.rows)
      else end('refused' in answer ? answer.refused : null)
    })
    worker.on('error', () =>
      end('This workbook needs more memory than there is: save its first sheet as CSV and send that.'),
    )
  })
}

async function openWorkbook(path: string, stop: AbortSignal): Promise<Source> {
  const [head, ...body] = await workbookRows(path, stop)
  if (!head) throw new Unreadable('The first sheet of this workbook is empty.')
  return {
    head,
    comma: 'thousands',
    rows: (async function* () {
      for (const [i, cells] of body.entries())
        if (cells.some((c) => c !== '')) yield await Promise.resolve({ row: i + 2, cells })
    })(),
  }
}
