import DxfParser from 'dxf-parser'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { consentBodies } from '../../core/fixtures/whole-job'
import type { Job } from '@stout-shackle/core/job'
import type { Template } from '@stout-shackle/core/kit'
import { demoJob } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => (shop = await testShop()))
afterAll(() => shop.close())

const RAIL: Template = {
  id: 'rail',
  name: 'Upper bracket holes',
  on: 'rail-web',
  sides: ['left', 'right'],
  height: 0.16,
  length: 0.34,
  bend: 0.014,
  cut: null,
  holes: [
    { name: 'A', along: -0.13, up: 0.08, diameter: 0.0111, pilot: 0.0048 },
    { name: 'B', along: 0.13, up: 0.08, diameter: 0.0111, pilot: 0.0048 },
    { name: 'C', along: 0, up: 0.11, diameter: 0.0142, pilot: null },
  ],
}
/** The hive truck, with a kit that is drilled. */
function drilled(templates: Template[]): Job {
  const { job } = demoJob('0417')
  return {
    ...job,
    survey: { ...job.survey, drillingAgreed: true },
    kits: job.kits.map((jobKit) => ({
      ...jobKit,
      kit: { ...jobKit.kit, drilling: true, mounting: { ...jobKit.kit.mounting!, templates } },
    })),
  }
}
async function put(job: Job) {
  const now = await shop.api.get(`/api/jobs/${job.id}`)
  await shop.api.put(`/api/jobs/${job.id}`).set('If-Match', now.headers.etag!).send(job).expect(200)
}
const ask = (kind: 'pdf' | 'svg' | 'dxf', query = '') =>
  shop.api.get(`/api/jobs/job-0417/template.${kind}?template=rail&side=right${query}`)
const sign = async (job: Job) => {
  for (const body of consentBodies(job))
    await shop.api.post(`/api/jobs/${job.id}/records`).send({ body, supersedes: null }).expect(201)
}

/** Dark rings of a size on a page: their middles, in mm from its upper left corner. */
async function rings(pdf: Buffer, dots: number): Promise<{ x: number; y: number; diameter: number }[][]> {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise
  const pages = []
  for (let number = 1; number <= document.numPages; number++) {
    const page = await document.getPage(number)
    const viewport = page.getViewport({ scale: dots / 72 })
    // The canvas that the reader of the PDF brings along for this runtime.
    const factory = document.canvasFactory as {
      create(w: number, h: number): { canvas: HTMLCanvasElement; context: CanvasRenderingContext2D }
    }
    const { canvas, context } = factory.create(Math.ceil(viewport.width), Math.ceil(viewport.height))
    await page.render({ canvas, canvasContext: context, viewport }).promise
    const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height)
    const dark = (x: number, y: number) => data[4 * (y * width + x)]! < 160
    // What is white and shut off from the paper around it by a ring is inside a hole; the cross does not reach the ring.
    const visited = new Uint8Array(width * height)
    const found = []
    for (let start = 0; start < width * height; start++) {
      if (visited[start] || dark(start % width, Math.floor(start / width))) continue
      const stack = [start]
      visited[start] = 1
      let [n, left, right, top, bottom] = [0, width, 0, height, 0]
      while (stack.length) {
        const index = stack.pop()!
        const [x, y] = [index % width, Math.floor(index / width)]
        n++
        left = Math.min(left, x)
        right = Math.max(right, x)
        top = Math.min(top, y)
        bottom = Math.max(bottom, y)
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const) {
          const [u, v] = [x + dx, y + dy]
          if (u < 0 || v < 0 || u >= width || v >= height || visited[v * width + u] || dark(u, v)) continue
          visited[v * width + u] = 1
          stack.push(v * width + u)
        }
      }
      found.push({ n, left, right, top, bottom })
    }
    pages.push({ found, width, height })
  }
  const mm = 25.4 / dots
  return pages.map(({ found }) =>
    found
      .map(({ left, right, top, bottom }) => ({
        x: ((left + right + 1) / 2) * mm,
        y: ((top + bottom + 1) / 2) * mm,
        diameter: (right - left + 1) * mm,
        tall: (bottom - top + 1) * mm,
      }))
      .filter(({ diameter, tall }) => diameter > 13 && diameter < 15 && Math.abs(diameter - tall) < 0.4),
  )
}

describe('a drilling template', () => {
  test('is not given out before the owner has signed, nor with a hole that must not be drilled', async () => {
    const job = drilled([RAIL])
    await put(job)
    expect((await ask('pdf')).status).toBe(409)
    await sign(job)
    await ask('svg').expect(200).expect('Content-Type', /svg/)
    await ask('svg', '&side=up').expect(422)
    expect((await shop.api.get('/api/jobs/job-0417/template.svg?template=nothing&side=left')).status).toBe(404)
    const near = { ...RAIL, holes: [{ ...RAIL.holes[0]!, up: 0.02 }] }
    const other = drilled([near])
    await put(other)
    await sign(other)
    const refused = await ask('svg')
    expect(refused.status).toBe(409)
    expect((refused.body as { errors: { field: string }[] }).errors[0]!.field).toBe('holes.A')
  })

  test('the DXF, read back by another library, has the holes where they belong', async () => {
    const job = drilled([RAIL])
    await put(job)
    await sign(job)
    const answer = await ask('dxf').expect(200).responseType('blob')
    const drawing = new DxfParser().parseSync((answer.body as Buffer).toString())!
    expect(drawing.header.$ACADVER).toBe('AC1009')
    const circles = drawing.entities.filter((e) => e.type === 'CIRCLE' && e.layer === 'HOLE') as unknown as {
      center: { x: number; y: number }
      radius: number
    }[]
    expect(circles.map((c) => c.radius).toSorted()).toEqual([5.55, 5.55, 7.1])
    const [a, b, c] = circles
    expect(b!.center.x - a!.center.x).toBeCloseTo(260, 3)
    expect(Math.hypot(c!.center.x - a!.center.x, c!.center.y - a!.center.y)).toBeCloseTo(Math.hypot(130, 30), 3)
  })

  test('left is the mirror of right', async () => {
    const job = drilled([RAIL])
    await put(job)
    await sign(job)
    const xs = async (side: 'left' | 'right') => {
      const answer = await shop.api
        .get(`/api/jobs/job-0417/template.svg?template=rail&side=${side}`)
        .responseType('blob')
      return [...(answer.body as Buffer).toString().matchAll(/<circle cx="([\d.]+)"[^>]*r="5.55"/g)].map((m) =>
        Number(m[1]),
      )
    }
    const [left, right] = [await xs('left'), await xs('right')]
    expect(left).toEqual(right.toReversed())
  })

  test.each(['us', 'metric'])('on paper (%s), rasterized: hole to hole within 0.2 mm', async (units) => {
    const holes = RAIL.holes.map((h) => ({ ...h, diameter: 0.0142, pilot: null }))
    const job = drilled([{ ...RAIL, holes }])
    await put(job)
    await sign(job)
    const answer = await ask('pdf', `&units=${units}`).expect(200).responseType('blob')
    const pages = await rings(answer.body as Buffer, 200)
    expect(pages.length).toBeGreaterThan(1)
    // Every hole is whole on one page at least, and as wide as it is drilled.
    const all = pages.flat()
    expect(all.length).toBeGreaterThanOrEqual(3)
    for (const { diameter } of all) expect(Math.abs(diameter - 14.2)).toBeLessThan(0.4)
    // Source: subtraction: A or B to C is 130 along and 30 up.
    const apart = pages.flatMap((page) =>
      page.flatMap((p, i) => page.slice(i + 1).map((q) => Math.hypot(p.x - q.x, p.y - q.y))),
    )
    expect(apart.length).toBeGreaterThan(0)
    for (const distance of apart)
      expect(Math.min(Math.abs(distance - Math.hypot(130, 30)), Math.abs(distance - 260))).toBeLessThan(0.2)
  })
})
