import jpeg from 'jpeg-js'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { JobExport } from '@stout-shackle/core/job'
import { lookAtJpeg } from '@stout-shackle/core/photo'
import { demoKits } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

/** A picture of stripes, by another library than the one that looks at it. Source: jpeg-js encodes ITU-T T.81 baseline. */
function picture(width: number, height: number, quality = 60): Buffer {
  const data = Buffer.alloc(4 * width * height)
  for (let i = 0; i < width * height; i++) data.writeUInt32BE(((i * 2654435761) >>> 8) * 256 + 255, 4 * i)
  return Buffer.from(jpeg.encode({ data, width, height }, quality).data)
}
/** With an EXIF segment after the start, as a phone writes it. */
const withCameraData = (bytes: Buffer) =>
  Buffer.concat([
    bytes.subarray(0, 2),
    Buffer.from([0xff, 0xe1, 0x00, 0x08]),
    Buffer.from('Exif\0\0'),
    bytes.subarray(2),
  ])

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())
const send = (image: string, job = 'job-0417') =>
  shop.api
    .post(`/api/jobs/${job}/records`)
    .send({ body: { kind: 'photo', step: null, caption: 'as it came', image }, supersedes: null })
const codeOf = (body: unknown) => (body as { errors?: { code?: string }[] }).errors?.[0]?.code

describe('a photo of a job', () => {
  test('is kept once, read by its hash, and comes out and in again with the job', async () => {
    const bytes = picture(64, 48)
    expect(lookAtJpeg(bytes)).toEqual({ ok: true, width: 64, height: 48 })
    const first = await send(bytes.toString('base64')).expect(201)
    const { image } = (first.body as { body: { image: string } }).body
    expect(image).toMatch(/^sha256:[0-9a-f]{64}$/)
    await send(bytes.toString('base64')).expect(201)
    const [{ n }] = (await shop.db('photos').count<{ n: number }[]>('* as n')) as [{ n: number }]
    expect(n).toBe(1)
    const read = await shop.api
      .get(`/api/photos/${image.slice(7)}`)
      .expect(200)
      .expect('Content-Type', 'image/jpeg')
    expect(Buffer.compare(read.body as Buffer, bytes)).toBe(0)
    const out = (await shop.api.get('/api/jobs/job-0417/export').expect(200)).body as JobExport
    const photo = out.records.find((r) => r.body.kind === 'photo')!
    expect(photo.body.kind === 'photo' && Buffer.from(photo.body.image, 'base64').equals(bytes)).toBe(true)
    const paper = await shop.api.get('/api/jobs/job-0417/record.pdf').expect(200)
    // Source: PDF 32000-1: a JPEG stands in a PDF as it is, under DCTDecode.
    expect((paper.body as Buffer).includes('DCTDecode')).toBe(true)
    const other = await testShop()
    const job = { ...out.job, id: 'moved', number: '0777' }
    const records = out.records.map(({ origin: _origin, ...r }, i) => ({ ...r, id: `moved-${i}` }))
    await other.api
      .post('/api/jobs/import')
      .send({ ...out, job, records })
      .expect(201)
    await other.api.get(`/api/photos/${image.slice(7)}`).expect(200)
    await other.close()
  })
  test('that is broken, cut short, too large, or says where it was taken is refused', async () => {
    const bytes = picture(64, 48)
    const refused = async (b: Buffer) => codeOf((await send(b.toString('base64')).expect(422)).body)
    expect(await refused(Buffer.from('not a picture at all'))).toBe('not-a-jpeg')
    expect(await refused(bytes.subarray(0, bytes.length - 40))).toBe('cut-short')
    expect(await refused(withCameraData(bytes))).toBe('camera-data')
    const spoiled = Buffer.from(bytes)
    spoiled.fill(0xff, 30, 200)
    expect(['not-a-jpeg', 'cut-short']).toContain(await refused(spoiled))
    await send(`sha256:${'0'.repeat(64)}`).expect(422)
    const large = picture(700, 700, 80)
    expect(large.length).toBeGreaterThan(400 * 1024)
    await send(large.toString('base64')).expect(422)
    await shop.api.get(`/api/photos/${'0'.repeat(64)}`).expect(404)
  })
})

describe('a picture of instructions', () => {
  const withPicture = (image: string) => {
    // One of which the shop has had one version only.
    const kit = demoKits().find((k) => k.id === 'ninebark-onefold')
    const [first, ...rest] = kit!.operations
    return { ...kit!, operations: [{ ...first!, picture: { image, caption: 'sheet 2' } }, ...rest] }
  }
  test('is kept once by its hash, and named by a step of a kit; in the kit itself it is refused', async () => {
    const image = picture(80, 60).toString('base64')
    const pictureHere = (await shop.api.post('/api/photos').send({ image }).expect(201)).body as { image: string }
    expect(pictureHere.image).toMatch(/^sha256:[0-9a-f]{64}$/)
    expect((await shop.api.post('/api/photos').send({ image }).expect(201)).body).toEqual(pictureHere)
    await shop.api.get(`/api/photos/${pictureHere.image.slice(7)}`).expect(200)
    const withOwn = withPicture(pictureHere.image)
    const put = (body: unknown, version: number) =>
      shop.api
        .put(`/api/kits/${withOwn.id}`)
        .set('If-Match', `"${version}"`)
        .send(body as object)
    await put(withOwn, 1).expect(200)
    const refused = await put(withPicture(image), 2).expect(422)
    expect((refused.body as { errors: { field: string }[] }).errors[0]!.field).toBe('operations.0.picture')
  })
  test.each([
    ['nothing', {}],
    ['no picture', { image: Buffer.from('text').toString('base64') }],
    ['a name for a picture', { image: `sha256:${'0'.repeat(64)}` }],
  ])('%s is refused', async (_what, body) => {
    await shop.api.post('/api/photos').send(body).expect(422)
  })
})
