import type { BrowserContext, Page } from 'playwright-core'

export interface DragFigures {
  /** Frames drawn a second, from first to last of the drag. */
  framesPerSecond: number
  frames: number
  /** ms between two frames drawn: median and worst. */
  median: number
  worst: number
}

interface TraceEvent {
  name: string
  ts: number
}
interface Session {
  send(method: string, params?: object): Promise<unknown>
  on(event: string, listener: (params: never) => void): void
}

const SECONDS = 4
/** A mouse that reports 125 times a second. */
const REPORTS = 125
const SETTLE_MS = 1500
/** Pixels: how far it is dragged, and how far from one report to the next. */
const REACH = 120
const STEP = 2

/**
 * Drags a weight to and fro on Load with a mouse for some seconds, while Chromium traces itself, and counts the frames
 * that it drew.
 */
export async function traceDrag(context: BrowserContext, page: Page, address: string): Promise<DragFigures> {
  await page.goto(`${address}/jobs/job-0417/load`)
  const load = page.locator('.pictures svg').first().locator('g.load').first()
  await load.waitFor()
  // Pages load their charts in the background: the drag begins when that is over.
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(SETTLE_MS)
  const box = (await load.boundingBox())!
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const session = (await context.newCDPSession(page)) as unknown as Session
  const events: TraceEvent[] = []
  session.on('Tracing.dataCollected', ({ value }: { value: TraceEvent[] }) => events.push(...value))
  const ended = new Promise<void>((done) => session.on('Tracing.tracingComplete', () => done()))
  const mouse = (type: string, x: number, y: number) =>
    session.send('Input.dispatchMouseEvent', { type, x, y, button: 'left', buttons: 1, clickCount: 1 })

  await mouse('mousePressed', middle.x, middle.y)
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      includedCategories: ['disabled-by-default-devtools.timeline.frame', 'blink.user_timing'],
    },
  })
  await page.evaluate(() => performance.mark('drag-begins'))
  const start = performance.now()
  for (let i = 1; i <= SECONDS * REPORTS; i++) {
    // To and fro at an even pace, so that every report is another place.
    const away = REACH - Math.abs(((STEP * i) % (2 * REACH)) - REACH)
    await mouse('mouseMoved', middle.x - away, middle.y - away / 6)
    const due = start + (1000 * i) / REPORTS
    const wait = due - performance.now()
    if (wait > 0) await new Promise((done) => setTimeout(done, wait))
  }
  await page.evaluate(() => performance.mark('drag-ends'))
  await session.send('Tracing.end')
  await ended
  await mouse('mouseReleased', middle.x, middle.y)

  const mark = (name: string) => events.find((e) => e.name === name)!.ts
  const [from, to] = [mark('drag-begins'), mark('drag-ends')]
  const inside = events.filter((e) => e.ts >= from && e.ts <= to)
  const drawn = inside
    .filter((e) => e.name === 'DrawFrame')
    .map((e) => e.ts / 1000)
    .sort((a, b) => a - b)
  const gaps = drawn
    .slice(1)
    .map((t, i) => t - drawn[i]!)
    .sort((a, b) => a - b)
  return {
    framesPerSecond: (1000 * (drawn.length - 1)) / (drawn.at(-1)! - drawn[0]!),
    frames: drawn.length,
    median: gaps[Math.floor(gaps.length / 2)]!,
    worst: gaps.at(-1)!,
  }
}
