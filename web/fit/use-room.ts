import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { proxy, wrap, type Remote } from 'comlink'
import type {
  Help,
  RoomRegister,
  RoomReport,
  RoomRow,
  SampledChance,
  SceneQuestion,
} from '@stout-shackle/core/stages/fit/room'
import type { RoomWork } from './room.worker'

/** Typing is over when nothing was typed for so long, ms. */
const PAUSE = 150

/**
 * Answers about the room around a kit, from a worker that is ended when it is stopped or asked anew.
 * @param subject which job and kit it is about: answers about another are taken off the screen
 */
// eslint-disable-next-line max-lines-per-function -- one question to one thread, with its answer, its end and its restart
export function useRoom(question: Ref<SceneQuestion | null>, subject: () => string) {
  const report = shallowRef<(RoomReport & RoomRegister) | null>(null)
  const advice = shallowRef<{
    helps: Help[]
    proposal: { share: number; slack: number; mount: Help['mount'] } | null
  } | null>(null)
  /** Chance of the tightest gap by sampling. */
  const sampled = shallowRef<({ row: RoomRow } & SampledChance) | null>(null)
  /** What is being worked out, and how far it is. */
  const working = ref<'report' | 'helps' | 'chance' | null>(null)
  const done = ref(0)
  const failed = ref(false)
  /** Whether what is shown is of an earlier question. */
  const stale = ref(false)
  let worker: Worker | null = null
  let questionHere = ''
  let timer: ReturnType<typeof setTimeout> | undefined

  function end() {
    clearTimeout(timer)
    worker?.terminate()
    worker = null
    working.value = null
  }
  function start(): Remote<RoomWork> {
    end()
    worker = new Worker(new URL('./room.worker.ts', import.meta.url), { type: 'module' })
    worker.onerror = () => {
      failed.value = true
      end()
    }
    return wrap<RoomWork>(worker)
  }
  async function run<T>(
    what: 'report' | 'helps' | 'chance',
    ask: (of: Remote<RoomWork>, progress: (n: number) => void) => Promise<T>,
  ) {
    let of: Remote<RoomWork>
    try {
      of = start()
    } catch {
      // A browser that gives no workers, or that is told to give none.
      failed.value = true
      return null
    }
    const thread = worker
    working.value = what
    done.value = 0
    failed.value = false
    const answer = await ask(
      of,
      proxy((n: number) => {
        if (thread === worker) done.value = n
      }),
    )
    // Another question has come, or it was stopped: this answer is nobody's.
    if (thread !== worker) return null
    end()
    return answer
  }
  async function ask() {
    const text = questionHere
    const found = await run('report', (of, progress) => of.report(JSON.parse(text) as SceneQuestion, progress))
    if (!found || text !== questionHere) return
    report.value = found
    stale.value = false
  }
  async function findHelp() {
    const text = questionHere
    const found = await run('helps', (of, progress) => of.helps(JSON.parse(text) as SceneQuestion, progress))
    if (found && text === questionHere) advice.value = found
  }

  /** Samples the tightest row. */
  async function sample(row: RoomRow) {
    const text = questionHere
    const found = await run('chance', (of, progress) =>
      of.chance(JSON.parse(text) as SceneQuestion, row.of, row.part, row.side, progress),
    )
    if (found && text === questionHere) sampled.value = { row, ...found }
  }

  watch(subject, () => (report.value = null), { flush: 'sync' })
  watch(
    question,
    (now) => {
      // As text it is plain data, and the same question is not asked twice.
      const text = now ? JSON.stringify(now) : ''
      if (text === questionHere) return
      questionHere = text
      advice.value = null
      sampled.value = null
      end()
      if (!now) {
        report.value = null
        return
      }
      stale.value = report.value !== null
      working.value = 'report'
      done.value = 0
      timer = setTimeout(() => void ask(), PAUSE)
    },
    { immediate: true },
  )
  onScopeDispose(end)
  return { report, advice, working, done, failed, stale, findHelp, sampled, sample, stop: end, again: ask }
}
