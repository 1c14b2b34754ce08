import { useDebounceFn } from '@vueuse/core'
import { computed, shallowRef, watch, type Ref } from 'vue'
import { circuitFaults, linesAt } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { AXLES } from '@stout-shackle/core/vehicle'
import type { Assessment } from '@stout-shackle/core/judge'
import { aired, type Job } from '@stout-shackle/core/job'
import {
  laidLines,
  placedCircuit,
  routed,
  strandsOf,
  undersideOf,
  type LaidLine,
  type Strand,
} from '@stout-shackle/core/stages/air/lines'

/** Lines are judged again when nothing was moved for so long, ms. */
const AT_REST = 60

/**
 * The circuit of the open job: as it is kept, as it looks while something is dragged, and what its lines come to.
 * @param edit changes the job
 */
export function useCircuit(job: Ref<Job>, assessment: Ref<Assessment>, edit: (change: (job: Job) => Job) => void) {
  const under = computed(() => undersideOf(job.value, assessment.value.active))
  const placed = computed(() => placedCircuit(job.value, under.value))
  /** While something is dragged. */
  const draft = shallowRef<Circuit | null>(null)
  /** Nobody has said how anything lies: it is routed, and shown as an estimate until somebody looked at the way. */
  const isUnrouted = computed(() => strandsOf(placed.value).every((s) => !s.points.length))
  const estimate = shallowRef<Circuit | null>(null)
  const circuit = computed(() => draft.value ?? estimate.value ?? placed.value)
  /** What a way depends on: what is typed elsewhere on the page routes nothing anew. */
  const wayKey = computed(() =>
    isUnrouted.value && placed.value.nodes.length ? JSON.stringify([placed.value, under.value.parts]) : '',
  )
  watch(
    wayKey,
    (key) => {
      estimate.value = null
      // The page is shown first: routing takes a moment.
      if (key)
        setTimeout(() => {
          if (key === wayKey.value) estimate.value = routed(under.value, placed.value).circuit
        })
    },
    { immediate: true },
  )
  const isEstimated = computed(() => draft.value === null && estimate.value !== null)
  const laid = shallowRef<LaidLine[]>([])
  const known = new Map<string, { key: string; line: LaidLine }>()
  const keyOf = ({ from, to, points, outside }: Strand) => JSON.stringify([from, to, points, outside])
  let judgedUnder = under.value
  function judge() {
    if (judgedUnder !== under.value) known.clear()
    judgedUnder = under.value
    const now = circuit.value
    laid.value = strandsOf(now).flatMap((strand) => {
      const key = keyOf(strand)
      const before = known.get(strand.id)
      if (before?.key === key) return [before.line]
      const [line] = laidLines(job.value, under.value, now, [strand.id])
      if (line) known.set(strand.id, { key, line })
      return line ? [line] : []
    })
  }
  const judgeAtRest = useDebounceFn(judge, AT_REST)
  watch([circuit, under], () => (draft.value ? void judgeAtRest() : judge()), { immediate: true })

  /** What the circuit has by the job's kits is worked out each time: only what somebody put somewhere is kept. */
  function keep(next: Circuit): void {
    draft.value = null
    estimate.value = null
    const unplaced: Circuit = { ...next, nodes: next.nodes.map((n) => (n.kind === 'bag' ? { ...n, at: null } : n)) }
    edit((j) => ({
      ...j,
      circuit: unplaced,
      air: Object.fromEntries(AXLES.map((axle) => [axle, linesAt(unplaced, axle) ?? j.air[axle]])) as Job['air'],
    }))
  }
  const faults = computed(() =>
    circuitFaults(
      circuit.value,
      aired(job.value).map((a) => a.axle),
    ),
  )
  return { under, circuit, draft, laid, faults, keep, isEstimated }
}
