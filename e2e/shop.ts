import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { BrowserContext, Page } from 'playwright-core'
import { openBrowser, sitDown } from '../scripts/browser.mjs'
import { freePort } from '../scripts/port.mjs'
import { loadDemo, signIn } from '../demo/load.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))

interface Settings {
  /** A shop of the made-up people, with its data; else one with nobody and nothing in it. */
  demo?: boolean
  /** More of the server's environment. */
  env?: Record<string, string>
  /** More arguments of the browser. */
  args?: string[]
  /** A home of its own for the browser, with what it trusts. */
  home?: string
  /** Where the shop's data is; a passing folder by default. */
  dataDir?: string
  secure?: boolean
  /** A tablet of this size that is touched. */
  tablet?: { width: number; height: number }
}

/** The real server as a process of its own, and a browser in front of it. */
export class Shop {
  /** What a caller of the API who is signed in sends along. */
  headers: Record<string, string> = {}
  private constructor(
    readonly dataDir: string,
    readonly port: number,
    private child: ChildProcess,
    readonly browser: BrowserContext,
    private readonly settings: Settings,
  ) {}

  static async open(settings: Settings = {}): Promise<Shop> {
    const { demo = true, args = [], home, tablet } = settings
    const dataDir = settings.dataDir ?? mkdtempSync(join(tmpdir(), 'shackle-journey-'))
    const port = await freePort()
    const child = Shop.start(dataDir, port, settings)
    const browser = await openBrowser(tablet, args, home, tablet !== undefined)
    const shop = new Shop(dataDir, port, child, browser, settings)
    try {
      await shop.answers()
      if (demo) await shop.peopled()
    } catch (error) {
      // Whoever waits for it gets none to close: a server left behind slows down all that comes after.
      await shop.close()
      throw error
    }
    return shop
  }
  /** With the made-up shop in it, and one of its people signed in. */
  private async peopled(): Promise<void> {
    await loadDemo(this.address)
    this.headers = await signIn(this.address, 'Maren', 'Checker')
    await sitDown(this.browser, this.address, 'Maren')
  }
  private static start(dataDir: string, port: number, { demo = true, env = {} }: Settings): ChildProcess {
    return spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        DATA_DIR: dataDir,
        PORT: String(port),
        HOST: '127.0.0.1',
        DEMO: demo ? '1' : '',
        ...env,
      },
    })
  }
  /** One question to the API by somebody who is signed in. */
  ask(path: string, init?: RequestInit): Promise<Response> {
    return fetch(`${this.address}/api${path}`, { ...init, headers: { ...this.headers, ...init?.headers } })
  }
  get address(): string {
    return `${this.settings.secure ? 'https://localhost' : 'http://127.0.0.1'}:${this.port}`
  }
  /** The port answers: also where this process does not trust the certificate. */
  private async answers(): Promise<void> {
    const deadline = Date.now() + 30_000
    while (Date.now() < deadline) {
      const open = await new Promise<boolean>((resolve) => {
        const socket = connect(this.port, '127.0.0.1', () => {
          socket.destroy()
          resolve(true)
        }).on('error', () => resolve(false))
      })
      if (open) return
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    throw new Error('the shop server did not come up')
  }
  /** As if the power went: no chance to finish anything. */
  async kill(): Promise<void> {
    if (this.child.exitCode !== null || this.child.signalCode !== null) return
    const gone = new Promise((resolve) => this.child.once('exit', resolve))
    this.child.kill('SIGKILL')
    await gone
  }
  async restart(): Promise<void> {
    this.child = Shop.start(this.dataDir, this.port, this.settings)
    await this.answers()
  }
  async page(path: string): Promise<Page> {
    const page = await this.browser.newPage()
    page.setDefaultTimeout(15_000)
    await page.goto(this.address + path)
    return page
  }
  async json<T>(path: string, init?: RequestInit): Promise<T> {
    return (await (await this.ask(path, init)).json()) as T
  }
  /** Leaves the browser with no page open. */
  async closePages(): Promise<void> {
    await Promise.all(this.browser.pages().map((page) => page.close()))
  }
  async close(): Promise<void> {
    await this.browser.close()
    await this.kill()
    rmSync(this.dataDir, { recursive: true, force: true })
  }
}

/** The link of a stage in the chain. */
export const link = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: new RegExp(`^\\d ${name}`) })

/** Types a reading and goes on with Enter, as one walks around the vehicle. */
export async function read(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(text)
  await field.press('Enter')
}

/** Counts the box of the step on the screen, where it asks for that: everything is there. */
/** What nothing undoes waits for the owner: signed on the tablet where a step asks for it. */
export async function agreeTo(page: Page): Promise<void> {
  const asked = page.locator('[data-step-consent]')
  for (let left = await asked.count(); left > 0; left--) {
    await asked.first().getByLabel('Signed by').fill('The owner')
    await asked.first().getByRole('button', { name: 'Sign', exact: true }).click()
    await asked.nth(left - 1).waitFor({ state: 'detached' })
  }
}
export async function countBox(page: Page): Promise<void> {
  if (!(await page.locator('[data-bench-layout]').count())) return
  await page.getByRole('button', { name: 'All there' }).click()
  await page.getByRole('button', { name: 'Record the count' }).click()
}

/** Waits until everything on the page is with the server. */
export const settled = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^saved$/ })
    .waitFor()
