import type { Health } from '@stout-shackle/core/contract'

/** Less than this free, people are told while there is still time. */
const LOW_BYTES = 256 * 1024 * 1024
const LOOK_EVERY_MS = 15_000

interface Settings {
  /** Bytes free where the database is; null for one in memory. */
  room: (() => number) | null
  restarted: string | null
  instance: string | null
  demo: boolean
  /** Its state changed. */
  tell: (status: Health['status']) => void
}

/** What is wrong with the server, for whoever asks and for a banner on every screen. */
export class ServerHealth {
  private full = false
  private low = false
  private readonly timer: NodeJS.Timeout | null

  constructor(private readonly settings: Settings) {
    this.timer = settings.room ? setInterval(() => this.look(), LOOK_EVERY_MS).unref() : null
    this.look()
  }

  /** A write found no room. */
  readonly diskFull = (): void => this.change(() => (this.full = true))
  /** A write went through: there is room again. */
  readonly wrote = (): void => {
    if (this.full) this.change(() => (this.full = false))
  }

  private look(): void {
    const { room } = this.settings
    if (room) this.change(() => (this.low = room() < LOW_BYTES))
  }
  private change(act: () => void): void {
    const before = this.status
    act()
    if (this.status !== before) this.settings.tell(this.status)
  }
  private get status(): Health['status'] {
    return this.full || this.low ? 'trouble' : 'ok'
  }

  /** @param database whether the database answers */
  report(database: boolean): Health {
    const { restarted, instance, demo } = this.settings
    const problems: Health['problems'] = [
      ...(this.full
        ? [
            {
              code: 'disk-full' as const,
              detail: "The server's disk is full: nothing can be saved until there is room.",
            },
          ]
        : []),
      ...(this.low && !this.full
        ? [{ code: 'disk-low' as const, detail: "The server's disk is nearly full: make room." }]
        : []),
      ...(database ? [] : [{ code: 'database' as const, detail: 'The database does not answer.' }]),
    ]
    return { status: problems.length ? 'trouble' : 'ok', problems, restarted, instance, demo }
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer)
  }
}
