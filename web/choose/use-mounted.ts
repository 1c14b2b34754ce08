import { onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import { wrap } from 'comlink'
import { sceneQuestion, type AsMounted } from '@stout-shackle/core/stages/fit/room'
import type { CaseAssessment, RankedKit } from '@stout-shackle/core/stages'
import type { Job } from '@stout-shackle/core/job'
import type { RoomWork } from '../fit/room.worker'

/** Typing is over when nothing was typed for so long, ms. */
const PAUSE = 400

/**
 * Whether kits fit as they would be mounted, one after the other in a worker.
 * @param shown the kits on the screen, best first
 * @returns by kit; a kit that has no answer yet is not in it
 */
export function useMounted(job: Ref<Job>, active: Ref<CaseAssessment>, shown: Ref<readonly RankedKit[]>) {
  const found = shallowRef<Readonly<Record<string, AsMounted>>>({})
  let questionById: Record<string, string> = {}
  let worker: Worker | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  function end() {
    worker?.terminate()
    worker = null
  }
  async function ask() {
    const questions = shown.value.flatMap(({ assessed }) => {
      const question = sceneQuestion(job.value, assessed.kit, active.value, assessed.level)
      return question ? [[assessed.kit.id, JSON.stringify(question)] as const] : []
    })
    // What was answered for the same question is kept; answers to another are nobody's.
    const unchanged = Object.fromEntries(questions.filter(([id, text]) => questionById[id] === text && found.value[id]))
    found.value = Object.fromEntries(Object.keys(unchanged).map((id) => [id, found.value[id]!]))
    questionById = unchanged
    const open = questions.filter(([id]) => !unchanged[id])
    end()
    if (!open.length) return
    worker = new Worker(new URL('../fit/room.worker.ts', import.meta.url), { type: 'module' })
    const thread = worker
    const of = wrap<RoomWork>(worker)
    for (const [id, text] of open) {
      const answer = await of.mounted(JSON.parse(text) as never)
      if (thread !== worker) return
      questionById[id] = text
      found.value = { ...found.value, [id]: answer }
    }
    end()
  }
  watch(
    [job, active, shown],
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => void ask(), PAUSE)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
    end()
  })
  return found
}
