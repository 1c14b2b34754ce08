import { createReadStream } from 'node:fs'
import { open, readFile } from 'node:fs/promises'
import { Readable } from 'node:stream'
import Papa from 'papaparse'
import { readSheet } from 'read-excel-file/node'
import { formulaCells } from './formulas'

/** A file cannot be read at all; says why and what would help. */
export class Unreadable extends Error {}

/** One row under the head, or one document of a JSON file. */
export type SourceRow = { row: number; cells: string[] } | { row: number; document: unknown }
export interface Source {
  /** Column titles; null for JSON, whose documents name their own fields. */
  head: string[] | null
  /** Whether `2,5` is two and a half. */
  decimalComma: boolean
  rows: AsyncIterable<SourceRow>
}

/** Opens a file by what is in it: a workbook, JSON, else CSV. `seen` is told how many bytes were read so far. */
export async function openSource(path: string, seen: (bytes: number) => void): Promise<Source> {
  const handle = await open(path)
  const first = Buffer.alloc(4096)
  const { bytesRead } = await handle.read(first, 0, first.length, 0)
  await handle.close()
  const start = first.subarray(0, bytesRead)
  if (bytesRead === 0) throw new Unreadable('The file is empty.')
  if (start.subarray(0, 2).toString('latin1') === 'PK') return openWorkbook(path)
  if (/^\uFEFF?\s*[[{]/.test(start.toString('utf8'))) return openJson(path)
  return openCsv(path, start.toString('utf8'), seen)
}

/** UTF-8 text chunk by chunk; anything else is refused with the row it stands in. */
async function* textOf(path: string, seen: (bytes: number) => void): AsyncGenerator<string> {
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
    if (text.includes('\0')) throw new Unreadable('This is no text: send CSV, JSON or an xlsx workbook.')
    row += text.split('\n').length - 1
    bytes += chunk.length
    seen(bytes)
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

const DELIMITERS = [',', ';', '\t'] as const
async function openCsv(path: string, start: string, seen: (bytes: number) => void): Promise<Source> {
  const line = start.replace(/^\uFEFF/, '').split(/\r?\n/)[0]!
  const count = (d: string) => line.split(d).length
  const delimiter = [...DELIMITERS].sort((a, b) => count(b) - count(a))[0]!
  const parser = Papa.parse(Papa.NODE_STREAM_INPUT, { delimiter, skipEmptyLines: 'greedy' })
  const text = Readable.from(textOf(path, seen))
  text.on('error', (error) => parser.destroy(error))
  text.pipe(parser)
  const rows = (parser as AsyncIterable<string[]>)[Symbol.asyncIterator]()
  const head = await rows.next()
  if (head.done) throw new Unreadable('The file is empty.')
  const titles = head.value.map((title, i) => (i === 0 ? title.replace(/^\uFEFF/, '') : title))
  return {
    head: titles,
    decimalComma: delimiter !== ',',
    rows: (async function* () {
      let row = 1
      for (let next = await rows.next(); !next.done; next = await rows.next()) yield { row: ++row, cells: next.value }
    })(),
  }
}

async function openJson(path: string): Promise<Source> {
  let data: unknown
  try {
    data = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(await readFile(path)))
  } catch (error) {
    throw new Unreadable(`This is no whole JSON file: ${(error as Error).message}`)
  }
  const list = Array.isArray(data) ? data : [data]
  return {
    head: null,
    decimalComma: false,
    rows: (async function* () {
      for (const [i, document] of list.entries())
        yield await Promise.resolve({ row: i + 1, document: document as unknown })
    })(),
  }
}

async function openWorkbook(path: string): Promise<Source> {
  let sheet: unknown[][]
  let formulas: Set<string>
  const file = await readFile(path)
  try {
    // First, for it looks at how much there is to unpack.
    formulas = formulaCells(file)
    sheet = await readSheet(file)
  } catch {
    throw new Unreadable('This workbook cannot be read: save its first sheet as xlsx or CSV and send it again.')
  }
  const text = (value: unknown, row: number, column: number): string => {
    if (formulas.has(`${row}:${column}`)) return '=formula'
    if (value instanceof Date) return value.toISOString().slice(0, 10)
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    return typeof value === 'string' || typeof value === 'number' ? String(value) : ''
  }
  const [head, ...body] = sheet
  if (!head) throw new Unreadable('The first sheet of this workbook is empty.')
  return {
    head: head.map((title, column) => text(title, 0, column)),
    decimalComma: false,
    rows: (async function* () {
      for (const [i, cells] of body.entries())
        if (cells.some((c) => c !== null && c !== ''))
          yield await Promise.resolve({ row: i + 2, cells: cells.map((c, column) => text(c, i + 1, column)) })
    })(),
  }
}
