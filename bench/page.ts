import { readdirSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { openBrowser, sitDown } from '../scripts/browser.mjs'
import { traceDrag, type DragFigures } from './drag'

interface PageFigures {
  /** kB gzipped of script and style before the first screen shows. */
  firstScreen: number
  /** ms from a keystroke to its answer painted: median and worst. */
  keystrokes: { what: string; median: number; worst: number }[]
  drag: DragFigures
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
    return {
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
