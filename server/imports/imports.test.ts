import { zipSync, strToU8 } from 'fflate'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import type { Application } from '@stout-shackle/core/kit'
import { emptyShop, testShop } from '../fixtures/shop'
import type { ImportRun } from '@stout-shackle/core/contract'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

const key = () => `key-${Math.random().toString(36).slice(2)}-xxxx`
async function send(kind: string, file: string | Buffer, name = 'file.csv', api = shop.api): Promise<ImportRun> {
  const answer: { body: unknown; status: number } = await api
    .post(`/api/imports?kind=${kind}&name=${name}`)
    .set('Content-Type', 'application/octet-stream')
    .send(file)
  if (answer.status !== 202) throw new Error(JSON.stringify(answer.body))
  return settledRun((answer.body as ImportRun).id, api)
}
async function settledRun(id: string, api = shop.api): Promise<ImportRun> {
  for (;;) {
    const run = (await api.get(`/api/imports/${id}`)).body as ImportRun
    // Under load a file waits for its turn before it is read.
    if (run.state !== 'reading' && run.state !== 'waiting') return run
  }
}
const rows = async (run: ImportRun, change = '') =>
  (await shop.api.get(`/api/imports/${run.id}/rows${change ? `?change=${change}` : ''}`)).body as {
    row: number
    id: string | null
    change: string
    notes: unknown[]
  }[]
const step = (run: ImportRun, what: string, body: object = {}) =>
  shop.api.post(`/api/imports/${run.id}/${what}`).set('Idempotency-Key', key()).send(body)
/** Every catalog as it stands, to the last letter. */
const everything = async () =>
  Promise.all(
    ['kits', 'applications', 'vehicles', 'stock'].map((k) => shop.db(k).orderBy('id').select('id', 'document')),
  )

const HEAD = 'id,kit,make,model,from,to,conditions,source'
const line = (id: string, kit = 'sallow-reed') => `${id},${kit},Tollmere,Dunnock 25,2010,2024,bed = short|long,list`

describe('taking files in', () => {
  let before: unknown
  beforeEach(async () => {
    before = await everything()
  })

  test('a dry run says row by row what would change; taken in and taken back in one step', async () => {
    const run = await send(
      'applications',
      [HEAD, line('new-1'), line('new-2', 'nobody'), line('sallow-reed-1'), line('new-1')].join('\n'),
    )
    expect(run).toMatchObject({ state: 'checked', progress: { new: 1, changed: 1, same: 0, wrong: 2 } })
    const found = await rows(run)
    expect(found.map((r) => [r.row, r.change])).toEqual([
      [2, 'new'],
      [3, 'wrong'],
      [4, 'changed'],
      [5, 'wrong'],
    ])
    expect(JSON.stringify(found[1])).toMatch(/"row":3,"column":"kit".*nobody/)
    expect(JSON.stringify(found[2])).toContain('conditions: [] →')
    expect(JSON.stringify(found[3])).toMatch(/"row":5,"column":"id".*row 2/)
    expect(await everything()).toEqual(before)
    expect((await step(run, 'apply', { rows: 'all' })).status).toBe(409)
    expect(await everything()).toEqual(before)
    expect((await step(run, 'apply', { rows: 'good' })).body).toMatchObject({ state: 'applied' })
    const changed = (await shop.api.get('/api/applications/sallow-reed-1')).body as {
      version: number
      document: Application
    }
    expect(changed.document.conditions).toEqual([{ vehicle: 'bed', is: ['short', 'long'] }])
    expect((await shop.api.get('/api/applications/new-1')).status).toBe(200)
    expect((await step(run, 'undo')).body).toMatchObject({ state: 'undone' })
    expect(await everything()).toEqual(before)
    expect((await step(run, 'undo')).status).toBe(409)
    // Taken back, it is a version of its own: who read the one in between does not overwrite it unseen.
    const back = (await shop.api.get('/api/applications/sallow-reed-1')).body as typeof changed
    expect(back.version).toBe(changed.version + 1)
    await shop.api
      .put('/api/applications/sallow-reed-1')
      .set('If-Match', `"${changed.version}"`)
      .send(changed.document)
      .expect(412)
    const again = await send('applications', [HEAD, line('new-1')].join('\n'))
    await step(again, 'apply', { rows: 'all' })
    expect(((await shop.api.get('/api/applications/new-1')).body as { version: number }).version).toBe(2)
    await step(again, 'undo')
  })

  test.each(['kits', 'applications', 'vehicles', 'stock'])(
    'what goes out as CSV or JSON comes in without a change: %s',
    async (kind) => {
      for (const ending of ['csv', 'json']) {
        const { text } = await shop.api.get(`/api/exports/${kind}.${ending}`)
        const run = await send(kind, text, `${kind}.${ending}`)
        expect(run.problem).toBeNull()
        expect(run.progress).toMatchObject({ new: 0, changed: 0, wrong: 0 })
        expect(run.progress.same).toBeGreaterThan(3)
      }
    },
  )

  test('a workbook is read; a cell with a formula is named, and nothing is done', async () => {
    const cell = (address: string, text: string) => `<c r="${address}" t="inlineStr"><is><t>${text}</t></is></c>`
    const row = (n: number, cells: string[]) =>
      `<row r="${n}">${cells.map((c, i) => (c.startsWith('=') ? `<c r="${'ABCDEFGH'[i]}${n}"><f>1+1</f><v>2</v></c>` : cell(`${'ABCDEFGH'[i]}${n}`, c))).join('')}</row>`
    const book = (...lines: string[]) =>
      Buffer.from(
        zipSync({
          '[Content_Types].xml': strToU8(
            '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>',
          ),
          'xl/_rels/workbook.xml.rels': strToU8(
            '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet7.xml"/></Relationships>',
          ),
          'xl/workbook.xml': strToU8(
            '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Lines" sheetId="1" r:id="rId1"/></sheets></workbook>',
          ),
          'xl/worksheets/sheet7.xml': strToU8(
            `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${[HEAD, ...lines].map((l, i) => row(i + 1, l.split(','))).join('')}</sheetData></worksheet>`,
          ),
        }),
      )
    const good = await send('applications', book(line('book-1')), 'lines.xlsx')
    expect(good.problem).toBeNull()
    expect(good.progress).toMatchObject({ new: 1, wrong: 0 })
    const bad = await send('applications', book(line('book-1'), line('book-2').replace('2024', '=1+1')), 'lines.xlsx')
    expect(bad.progress).toMatchObject({ new: 1, wrong: 1 })
    expect(JSON.stringify(await rows(bad, 'wrong'))).toContain('"row":3,"column":"to","message":"holds a formula')
    expect(await everything()).toEqual(before)
  })

  test.each([
    ['wrong columns', 'applications', 'kit,color\nx,red', /"color" is not a column of this file/],
    ['a column missing', 'applications', 'kit,make\nx,y', /"id" this column is missing/],
    ['nothing', 'applications', '', /The file is empty/],
    [
      'not UTF-8',
      'applications',
      Buffer.concat([Buffer.from(`${HEAD}\n`), Buffer.from([0xe9, 0x2c]), Buffer.from('x')]),
      /Row 2 is not UTF-8 text/,
    ],
    ['no text', 'applications', Buffer.from([1, 2, 0, 0, 3, 10]), /This is not text/],
    ['broken JSON', 'kits', '[{"id": "a"', /JSON/],
    ['no workbook', 'kits', Buffer.from('PK\u0003\u0004 nothing'), /workbook cannot be read/],
  ])('%s: the file is refused, and says why', async (_what, kind, file, why) => {
    const run = await send(kind, file)
    expect(run.state).toBe('refused')
    expect(run.problem).toMatch(why)
    expect(await rows(run)).toEqual([])
    expect(await everything()).toEqual(before)
    expect((await step(run, 'apply', { rows: 'good' })).status).toBe(409)
  })

  test('a file too large is refused while it comes', async () => {
    const answer: { status: number; body: unknown } = await shop.api
      .post('/api/imports?kind=applications')
      .set('Content-Type', 'text/csv')
      .send(Buffer.alloc(50 * 1024 * 1024, 97))
    expect(answer.status).toBe(413)
    expect((answer.body as { detail: string }).detail).toContain('40 MB')
    expect(await everything()).toEqual(before)
  })

  test('a curve that folds back, mixed units, a duplicate key: by row and column', async () => {
    const csv = (await shop.api.get('/api/exports/kits.csv')).text.split('\r\n')
    const head = csv[0]!.split(',')
    const columnOf = (name: string) => head.indexOf(name)
    const cells = csv[1]!.split(',')
    const changed = (name: string, value: string) => cells.map((c, i) => (i === columnOf(name) ? value : c)).join(',')
    const run = await send(
      'kits',
      [
        csv[0],
        changed('heights_mm', '90;115;110;165;190;215;230'),
        changed('ride_height_mm', '6 in'),
        csv[1],
        csv[1],
      ].join('\r\n'),
    )
    expect(run.progress).toMatchObject({ same: 1, wrong: 3 })
    const wrong = JSON.stringify(await rows(run, 'wrong'))
    expect(wrong).toContain('"row":2,"column":"heights","message":"heights must rise strictly"')
    expect(wrong).toContain('"row":3,"column":"ride_height_mm","message":"\\"6 in\\" is in in, this column is in mm')
    expect(wrong).toContain('"row":5,"column":"id"')
  })

  test('a catalog that changed after the dry run, or after taking in, is not overwritten', async () => {
    const run = await send('stock', 'id,name,on_hand,reorder_at,reorder_to\nband-clamp,Band clamp,9,2,8')
    expect(run.progress.changed).toBe(1)
    const now = (await shop.api.get('/api/stock/band-clamp')).body as { version: number; document: object }
    await shop.api
      .put('/api/stock/band-clamp')
      .set('If-Match', `"${now.version}"`)
      .send({ ...now.document, onHand: 3 })
      .expect(200)
    const refused = await step(run, 'apply', { rows: 'all' })
    expect(refused.status).toBe(409)
    expect((refused.body as { detail: string }).detail).toContain('"band-clamp"')
    const again = await send('stock', 'id,name,on_hand,reorder_at,reorder_to\nband-clamp,Band clamp,9,2,8')
    await step(again, 'apply', { rows: 'all' }).expect(200)
    const later = (await shop.api.get('/api/stock/band-clamp')).body as { version: number; document: object }
    await shop.api
      .put('/api/stock/band-clamp')
      .set('If-Match', `"${later.version}"`)
      .send({ ...later.document, onHand: 4 })
      .expect(200)
    const undone = await step(again, 'undo')
    expect(undone.status).toBe(409)
    expect((undone.body as { detail: string }).detail).toContain('"band-clamp"')
  })

  test('stopped in the middle, or by a dead server, it leaves the catalog as it was', async () => {
    const many = [HEAD, ...Array.from({ length: 20_000 }, (_, i) => line(`many-${i}`))].join('\n')
    const begun: { body: unknown } = await shop.api
      .post('/api/imports?kind=applications')
      .set('Content-Type', 'text/csv')
      .send(many)
    const { id } = begun.body as ImportRun
    await shop.api.post(`/api/imports/${id}/stop`).expect(202)
    const run = await settledRun(id)
    expect(run).toMatchObject({ state: 'stopped', problem: 'Stopped. Nothing was changed.' })
    expect(await rows(run)).toEqual([])
    expect(await everything()).toEqual(before)
    // As a killed server leaves it: still reading, some rows there.
    await shop.db('imports').where({ id }).update({ state: 'reading' })
    await shop.db('import_rows').insert({ import_id: id, row: 2, id: 'many-0', change: 'new' })
    await emptyShop({ db: shop.db, demo: true })
    expect((await shop.api.get(`/api/imports/${id}`)).body).toMatchObject({ state: 'stopped' })
    expect(await rows(run)).toEqual([])
  })
})
