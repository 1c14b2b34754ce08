import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { wrap } from 'comlink'
import { circuitOf, type Job } from '@stout-shackle/core/job'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { Assessment } from '@stout-shackle/core/judge'
import { looksAtLines, mountHand, type HandRow, type StepHands } from '@stout-shackle/core/stages/hand'
import { handText, type HandText } from '@stout-shackle/core/wording'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import type { HandWork } from './hand.worker'

/** Steps whose lines are worked out beside the page. */
const hasLines = (step: PlanStep): boolean => step.phase === 'lines' || looksAtLines(step)

/**
 * What the stages know that the hand needs at the step on the screen. Brackets and bolts are there at once, lines once they were worked
 * out beside the page.
 */
export function useHand(
  job: Ref<Job | null>,
  assessment: Ref<Assessment | null>,
  step: Ref<PlanStep | null>,
  system: Ref<UnitSystem>,
) {
  const lines = shallowRef<StepHands | null>(null)
  const working = ref(false)
  let worker: Worker | null = null
  function end() {
    worker?.terminate()
    worker = null
    working.value = false
  }
  const lineSteps = computed(() => (assessment.value?.steps ?? []).map((s) => s.step).filter(hasLines))
  /** What the ways of lines follow from: what is recorded meanwhile routes nothing anew. */
  const asked = computed(() => {
    if (!job.value) return ''
    const { vehicle, survey, kits, circuit, air, supply, procedures } = job.value
    return lineSteps.value.length
      ? JSON.stringify([vehicle, survey, kits, circuit, air, supply, procedures, lineSteps.value.map((s) => s.id)])
      : ''
  })
  async function work() {
    end()
    lines.value = null
    if (!asked.value || typeof Worker === 'undefined') return
    worker = new Worker(new URL('./hand.worker.ts', import.meta.url), { type: 'module' })
    working.value = true
    const thread = worker
    worker.onerror = end
    const question = JSON.stringify({ job: job.value, active: assessment.value?.active, steps: lineSteps.value })
    const found = await wrap<HandWork>(worker).lines(question)
    if (thread !== worker) return
    lines.value = found
    end()
  }
  watch(asked, () => void work().catch(end), { immediate: true })
  onScopeDispose(end)

  const rowsOf = (s: PlanStep): HandRow[] =>
    job.value ? [...mountHand(job.value, s), ...(lines.value?.rows[s.id] ?? [])] : []
  const circuit = computed(() => lines.value?.circuit ?? (job.value && circuitOf(job.value)))
  const textOf = (row: HandRow): HandText => handText(row, circuit.value!, system.value)
  /** What any step of the plan says, as on paper. */
  const textsAt = (s: PlanStep): HandText[] => rowsOf(s).map(textOf)
  /** The same step of the other side, where that was done before this one. */
  const mirrored = computed(() => {
    const { side, id } = step.value ?? {}
    if (!side || !id) return null
    const other = assessment.value?.steps.find(
      (s) => s.step.side !== side && s.step.side && s.step.id.split(':')[0] === id.split(':')[0],
    )
    return other?.outcome === 'done' ? other.step : null
  })
  const rows = computed((): HandText[] => {
    if (!job.value || !step.value) return []
    const there = new Set(mirrored.value ? rowsOf(mirrored.value).map((r) => JSON.stringify(r)) : [])
    return rowsOf(step.value)
      .filter((r) => !there.has(JSON.stringify(r)))
      .map(textOf)
  })
  /** The side that the rest is as, where this one differs in nothing more. */
  const restAs = computed(() => {
    if (!mirrored.value || !step.value) return null
    return rowsOf(step.value).length > rows.value.length ? mirrored.value.side : null
  })
  const waits = computed(() => working.value && step.value !== null && hasLines(step.value))
  /** The line that a step is about: the first that it cuts, or runs. */
  const line = computed(
    () => (step.value && lines.value?.rows[step.value.id]?.find((r) => r.is === 'cut' || r.is === 'run')) || null,
  )
  return { rows, restAs, waits, lines, line, textsAt }
}
