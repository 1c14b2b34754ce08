import { Worker } from 'node:worker_threads'

/** A question on its way to a thread, and what comes back. */
export interface Asked<Q> {
  id: number
  question: Q
}
export type Answered<A> = { id: number; answer: A } | { id: number; failed: string }

/** Questions to a thread of their own: while one is worked out, others are answered here. It is begun by the first. */
export class AskingThread<Q, A> {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, { done(answer: A): void; failed(error: Error): void }>()
  private count = 0

  /** @param module the module that the thread runs; `data` what it is begun with */
  constructor(
    private readonly module: URL,
    private readonly data: unknown = null,
  ) {}

  ask(question: Q): Promise<A> {
    const worker = (this.worker ??= this.begin())
    const id = ++this.count
    return new Promise((done, failed) => {
      this.waiting.set(id, { done, failed })
      worker.postMessage({ id, question } satisfies Asked<Q>)
    })
  }
  /** Tells the thread something that has no answer; one that is not begun has nothing to be told. */
  tell(message: unknown): void {
    this.worker?.postMessage(message)
  }

  private begin(): Worker {
    const worker = new Worker(this.module, { workerData: this.data })
    worker.unref()
    worker.on('message', (answer: Answered<A>) => {
      const questionHere = this.waiting.get(answer.id)
      this.waiting.delete(answer.id)
      if ('answer' in answer) questionHere?.done(answer.answer)
      else questionHere?.failed(new Error(answer.failed))
    })
    // It is begun anew by the next question; those that waited are told.
    worker.on('error', (error) => {
      this.worker = null
      for (const questionFound of this.waiting.values()) questionFound.failed(error)
      this.waiting.clear()
    })
    return worker
  }

  async stop(): Promise<void> {
    await this.worker?.terminate()
  }
}
