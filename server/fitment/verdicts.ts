import { Worker } from 'node:worker_threads'
import type { Survey, Vehicle } from '@stout-shackle/core/vehicle'
import type { CandidateCache } from './candidates'
import { verdictsText } from './judge'

export type VerdictAsked = { kind: 'verdicts'; id: number; vehicle: Vehicle; survey: Survey } | { kind: 'forget' }
export type VerdictAnswer = { id: number; text: string } | { id: number; failed: string }

/**
 * Verdicts of the whole catalog, on a thread of their own that reads the same database: while one is worked out, others
 * are answered. A database in memory has one thread only.
 */
export class Verdicts {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, { done(text: string): void; failed(error: Error): void }>()
  private count = 0

  /** @param file of the database; null for one in memory */
  constructor(
    private readonly cache: CandidateCache,
    private readonly file: string | null,
  ) {}

  /** The answer as text. */
  of(vehicle: Vehicle, survey: Survey): Promise<string> {
    if (this.file === null) return verdictsText(this.cache, vehicle, survey)
    const worker = (this.worker ??= this.begin(this.file))
    const id = ++this.count
    return new Promise((done, failed) => {
      this.waiting.set(id, { done, failed })
      worker.postMessage({ kind: 'verdicts', id, vehicle, survey } satisfies VerdictAsked)
    })
  }

  /** The catalog has changed. */
  readonly forget = (): void => {
    this.cache.forget()
    this.worker?.postMessage({ kind: 'forget' } satisfies VerdictAsked)
  }

  private begin(file: string): Worker {
    const worker = new Worker(new URL('./worker.mjs', import.meta.url), { workerData: file })
    worker.unref()
    worker.on('message', (answer: VerdictAnswer) => {
      const asked = this.waiting.get(answer.id)
      this.waiting.delete(answer.id)
      if ('text' in answer) asked?.done(answer.text)
      else asked?.failed(new Error(answer.failed))
    })
    // It is begun anew by the next question; those that waited are told.
    worker.on('error', (error) => {
      this.worker = null
      for (const asked of this.waiting.values()) asked.failed(error)
      this.waiting.clear()
    })
    return worker
  }

  async stop(): Promise<void> {
    await this.worker?.terminate()
  }
}
