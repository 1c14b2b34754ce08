import { useDebounceFn } from '@vueuse/core'
import { computed, shallowRef, watch, type Ref } from 'vue'
import { circuitFaults, linesAt, withPoints } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { AXLES } from '@stout-shackle/core/vehicle'
import type { Assessment } from '@stout-shackle/core/judge'
import { aired, type Job } from '@stout-shackle/core/job'
import {
  laidLines,
  lookedAt,
  placedCircuit,
  routed,
  strandsOf,
  undersideOf,
  undrawnOf,
  type LaidLine,
  type Strand,
} from '@stout-shackle/core/stages/air/lines'

/** Lines are judged again when nothing was moved for so long, ms. */
const AT_REST = 60

/**
 * A job that keeps a circuit. What it has by the job's kits is worked out each time: only what somebody put somewhere is kept.
 */
export function keptCircuit(job: Job, circuit: Circuit): Job {
  const kept: Circuit = { ...circuit, nodes: circuit.nodes.map((n) => (n.kind === 'bag' ? { ...n, at: null } : n)) }
  return {
    ...job,
    circuit: kept,
    air: Object.fromEntries(AXLES.map((axle) => [axle, linesAt(kept, axle) ?? job.air[axle]])) as Job['air'],
  }
}

/**
 * The circuit of the open job: as it is kept, as it looks while something is dragged, and what its lines come to.
 * @param edit changes the job
 */
export function useCircuit(job: Ref<Job>, assessment: Ref<Assessment>, edit: (change: (job: Job) => Job) => void) {
  const under = computed(() => undersideOf(job.value, assessment.value.active))
  const placed = computed(() => placedCircuit(job.value, under.value))
  /** While something is dragged. */
  const draft = shallowRef<Circuit | null>(null)
  /** Nobody has said how these lie: they are routed, and shown as an estimate until somebody looked at the way. */
  const undrawn = computed(() => undrawnOf(placed.value))
  const estimate = shallowRef<Circuit | null>(null)
  const circuit = computed(() => draft.value ?? estimate.value ?? placed.value)
  /** What a way depends on: what is typed elsewhere on the page routes nothing anew. */
  const wayKey = computed(() =>
    undrawn.value.length && placed.value.nodes.length ? JSON.stringify([placed.value, under.value.parts]) : '',
  )
  watch(
    wayKey,
    (key) => {
      estimate.value = null
      // The page is shown first: routing takes a moment.
      if (key)
        setTimeout(() => {
          if (key === wayKey.value) estimate.value = routed(under.value, placed.value, undrawn.value).circuit
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

  function keep(next: Circuit): void {
    // What only the program has laid stays an estimate.
    const ways = new Map(estimate.value ? strandsOf(estimate.value).map((s) => [s.id, JSON.stringify(s.points)]) : [])
    const own = undrawn.value.reduce((now, id) => {
      const strand = strandsOf(now).find((s) => s.id === id)
      return strand && ways.get(id) === JSON.stringify(strand.points) ? withPoints(now, id, []) : now
    }, next)
    // The estimate stays: it is worked out anew where what it follows from is another.
    draft.value = null
    edit((j) => keptCircuit(j, own))
  }
  /** Somebody looked under the vehicle: all of it goes as it is drawn. */
  function look(): void {
    const seen = lookedAt(circuit.value)
    draft.value = null
    estimate.value = null
    edit((j) => keptCircuit(j, seen))
  }
  const faults = computed(() =>
    circuitFaults(
      circuit.value,
      aired(job.value).map((a) => a.axle),
    ),
  )
  return { under, circuit, draft, laid, faults, keep, look, isEstimated }
}
