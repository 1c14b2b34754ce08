import type { Survey, Vehicle } from '@stout-shackle/core/vehicle'
import { AskingThread } from '../worker-thread'
import type { CandidateCache } from './candidates'
import { verdictsText } from './judge'

export interface VerdictQuestion {
  vehicle: Vehicle
  survey: Survey
}
export const FORGET = 'forget'

/**
 * Verdicts of the whole catalog, on a thread of their own that reads the same database. A database in memory has one
 * thread only.
 */
export class Verdicts {
  private readonly thread: AskingThread<VerdictQuestion, string> | null

  /** @param file of the database; null for one in memory */
  constructor(
    private readonly cache: CandidateCache,
    file: string | null,
  ) {
    this.thread = file === null ? null : new AskingThread(new URL('./worker.mjs', import.meta.url), file)
  }

  /** The answer as text. */
  of(vehicle: Vehicle, survey: Survey): Promise<string> {
    return this.thread ? this.thread.ask({ vehicle, survey }) : verdictsText(this.cache, vehicle, survey)
  }

  /** The catalog has changed. */
  readonly forget = (): void => {
    this.cache.forget()
    this.thread?.tell(FORGET)
  }

  async stop(): Promise<void> {
    await this.thread?.stop()
  }
}
