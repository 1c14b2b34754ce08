import { readdirSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { openBrowser, sitDown } from '../scripts/browser.mjs'
import { traceDrag, type DragFigures } from './drag'
import { percentile } from './measure'

interface PageFigures {
  /** kB gzipped of script and style before the first screen shows. */
  firstScreen: number
  /** ms from a keystroke to its answer painted: median and worst. */
  keystrokes: { what: string; median: number; worst: number }[]
  drag: DragFigures
  /** ms of moving the axle on Fit: work of a move, and from input to paint. */
  axle: { work: { median: number; p95: number }; paint: { median: number; p95: number }; moves: number }
  /** ms of dragging a fitting on Air, from input to paint. */
  fitting: { median: number; p95: number; moves: number }
}

/** What the browser has to fetch, and how long an answer takes to be on the screen. */
export async function benchPage(address: string, dist: URL): Promise<PageFigures> {
  const browser = await openBrowser()
  try {
    await sitDown(browser, address, 'Maren')
    const page = await browser.newPage()
    const fetched = new Set<string>()
    page.on('request', (r) => fetched.add(new URL(r.url()).pathname))
    await page.goto(address)
    await page.getByText('Bay 1', { exact: true }).waitFor()
    const files = readdirSync(new URL('assets', dist))
    const bytes = [...fetched]
      .filter((p) => /\.(js|css)$/.test(p) && files.includes(p.split('/').pop()!))
      .map((p) => gzipSync(readFileSync(new URL(`.${p}`, dist))).length)

    const keystroke = async (what: string, path: string, label: string, texts: string[]) => {
      await page.goto(address + path)
      const field = page.getByLabel(label, { exact: true })
      await field.waitFor()
      // tsx names functions through a helper that the page does not have.
      await page.evaluate('globalThis.__name = (f) => f')
      // Two frames after the input event the answer has been painted.
      const times = await field.evaluate(async (element, values) => {
        const input = element as HTMLInputElement
        const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
        const list: number[] = []
        input.focus()
        for (const value of values) {
          await painted()
          const start = performance.now()
          input.value = value
          input.dispatchEvent(new Event('input', { bubbles: true }))
          await painted()
          list.push(performance.now() - start)
        }
        return list.sort((a, b) => a - b)
      }, texts)
      return { what, median: times[Math.floor(times.length / 2)]!, worst: times.at(-1)! }
    }
    const sixteenths = Array.from({ length: 40 }, (_, i) => `${22 + Math.floor(i / 16)} ${(i % 15) + 1}/16`)
    const pounds = Array.from({ length: 40 }, (_, i) => String(700 + 7 * i))
    const moveAxle = async () => {
      await page.goto(`${address}/jobs/job-0417/fit`)
      await page.locator('[data-tightest]').waitFor()
      await page.evaluate('globalThis.__name = (f) => f')
      const times = await page.locator('[data-slider=heave]').evaluate(async (element) => {
        const slider = element as HTMLInputElement
        const [low, high] = [Number(slider.min), Number(slider.max)]
        const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
        const list: { work: number; paint: number }[] = []
        for (let i = 0; i < 200; i++) {
          await painted()
          slider.value = String(low + ((high - low) * ((i * 37) % 100)) / 100)
          const start = performance.now()
          slider.dispatchEvent(new Event('input', { bubbles: true }))
          // What follows from it is done in microtasks; a task comes after all of them.
          await new Promise<void>((done) => {
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => done()
            port2.postMessage(0)
          })
          const work = performance.now() - start
          await painted()
          list.push({ work, paint: performance.now() - start })
        }
        // The first moves compile what follows.
        return list.slice(40)
      })
      const of = (key: 'work' | 'paint') => {
        const all = times.map((t) => t[key])
        return { median: percentile(all, 0.5), p95: percentile(all, 0.95) }
      }
      return { work: of('work'), paint: of('paint'), moves: times.length }
    }
    const dragFitting = async () => {
      await page.goto(`${address}/jobs/job-0417/air`)
      await page.locator('g.fitting').first().waitFor()
      await page.evaluate('globalThis.__name = (f) => f')
      const times = await page
        .locator('g.fitting')
        .first()
        .evaluate(async (element) => {
          const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
          // A pointer that is made up cannot be captured.
          element.setPointerCapture = () => undefined
          const box = element.getBoundingClientRect()
          const send = (type: string, x: number) =>
            element.dispatchEvent(
              new PointerEvent(type, { bubbles: true, pointerId: 1, clientX: box.x + x, clientY: box.y + x / 3 }),
            )
          const list: number[] = []
          send('pointerdown', 0)
          for (let i = 0; i < 200; i++) {
            await painted()
            const start = performance.now()
            send('pointermove', 60 - Math.abs(((2 * i) % 120) - 60))
            await painted()
            list.push(performance.now() - start)
          }
          send('pointerup', 0)
          return list.slice(40)
        })
      return { median: percentile(times, 0.5), p95: percentile(times, 0.95), moves: times.length }
    }
    return {
      axle: await moveAxle(),
      fitting: await dragFitting(),
      firstScreen: bytes.reduce((a, b) => a + b, 0) / 1000,
      drag: await traceDrag(browser, page, address),
      keystrokes: [
        await keystroke(
          'Measure: a corner height',
          '/jobs/job-0417/measure',
          'Rear left, Loaded: Full hives and trailer',
          sixteenths,
        ),
        await keystroke('Load: a weight', '/jobs/job-0417/load', 'Weight of 24 hives, strapped', pounds),
      ],
    }
  } finally {
    await browser.close()
  }
}
