import { strToU8, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { ImportRun } from '@stout-shackle/core/contract'
import { testShop, type Api } from '../fixtures/shop'
import { BOUNDS, OutOfBounds, readWorkbook } from './workbook'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

/** A workbook of one sheet with these cells. */
const workbook = (cells: string, more: Record<string, Uint8Array> = {}) =>
  zipSync({
    '[Content_Types].xml': strToU8('<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'),
    'xl/workbook.xml': strToU8(
      '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    'xl/worksheets/sheet1.xml': strToU8(
      `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${cells}</sheetData></worksheet>`,
    ),
    ...more,
  })
const cell = (address: string, text: string) =>
  `<row r="${/\d+/.exec(address)![0]}"><c r="${address}" t="inlineStr"><is><t>${text}</t></is></c></row>`

describe('a workbook is bounded before it is read', () => {
  test('one of a usual size is read', async () => {
    expect(await readWorkbook(workbook(cell('A1', 'id') + cell('A2', 'x')))).toEqual([['id'], ['x']])
  })
  test.each([
    // The last row and column of a sheet: ECMA-376, a workbook of 2^20 rows and 2^14 columns.
    ['one cell at the last row and column', workbook(cell('A1', 'id') + cell('XFD1048576', 'x')), /row 1048576/],
    ['a cell one column too far', workbook(cell('GS1', 'x')), /column GS/],
    ['a cell with too much text', workbook(cell('A1', 'x'.repeat(BOUNDS.text + 1))), /row 1/],
  ])('%s is refused', async (_name, file, why) => {
    const refused = await readWorkbook(file).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(OutOfBounds)
    expect((refused as Error).message).toMatch(why)
  })
  test('texts beside the sheet count into what it unpacks to', async () => {
    // Zeros pack to nothing: 210 MB of them are a file of 200 kB.
    const more = { 'xl/sharedStrings.xml': new Uint8Array(BOUNDS.unpacked + 1) }
    const refused = await readWorkbook(workbook(cell('A1', 'id'), more)).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(OutOfBounds)
  }, 60_000)
})

describe('files in line', () => {
  const send = (api: Api, file: Buffer | string, name = 'list.csv') =>
    api.post(`/api/imports?kind=stock&name=${name}`).set('Content-Type', 'application/octet-stream').send(file)
  const settled = async (api: Api, id: string) => {
    const run = async () => (await api.get(`/api/imports/${id}`)).body as ImportRun
    await expect.poll(async () => (await run()).state, { timeout: 20_000 }).toMatch(/checked|refused|stopped/)
    return run()
  }
  const long = `id,name,on_hand\n${Array.from({ length: 30_000 }, (_, i) => `s-${i},Thing ${i},1`).join('\n')}`
  test('one at a time a person; another person waits in line; while a hostile workbook is read others are answered', async () => {
    const { api: odile } = await shop.signIn('Odile', 'Counter')
    const first = (await send(shop.api, long).expect(202)).body as ImportRun
    const second = await send(shop.api, long)
    expect([second.status, (second.body as { errors: { code: string }[] }).errors[0]!.code]).toEqual([
      409,
      'one-at-a-time',
    ])
    const waiting = (await send(odile, Buffer.from(workbook(cell('XFD1048576', 'x'))), 'x.xlsx').expect(202))
      .body as ImportRun
    expect(waiting.state).toBe('waiting')
    const began = Date.now()
    await odile.get('/api/health').expect(200)
    expect(Date.now() - began).toBeLessThan(5000)
    expect((await settled(shop.api, first.id)).state).toBe('checked')
    const refused = await settled(odile, waiting.id)
    expect(refused.state).toBe('refused')
    expect(refused.problem).toContain('1048576')
  }, 60_000)
  test('one in line can be stopped, and the rows of older files are let go of', async () => {
    const run = (await send(shop.api, long).expect(202)).body as ImportRun
    await shop.api.post(`/api/imports/${run.id}/stop`).expect(202)
    expect((await settled(shop.api, run.id)).state).toBe('stopped')
    for (let i = 0; i < 6; i++) {
      const small = (await send(shop.api, `id,name,on_hand\nq-${i},Q,1\n`).expect(202)).body as ImportRun
      await settled(shop.api, small.id)
    }
    await shop.parts.imports.prune()
    expect(await shop.db('import_rows').countDistinct('import_id as n')).toEqual([{ n: 5 }])
  }, 60_000)
})
