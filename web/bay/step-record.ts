import { hindranceOf, planToRecord } from '@stout-shackle/core/judge'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { RecordBody } from '@stout-shackle/core/records'
import { atSteps, type AtStep } from '@stout-shackle/core/stages'
import { useJob } from '../stores/job'
import { useSession } from '../stores/session'

type Step = Extract<RecordBody, { kind: 'step' }>

/** Putting steps on record, from the bay or from the list at the desk alike. */
export function useStepRecord() {
  const store = useJob()
  const session = useSession()
  const facts = () => (store.assessment && store.job ? { ...store.assessment, job: store.job } : null)
  /** Everybody else who is at a step now. */
  const others = (): AtStep[] =>
    atSteps(store.assessment?.standing ?? []).filter((a) => a.name !== session.person?.name)
  /** What keeps a step from being done: going on would hide it. */
  function hindrance(step: PlanStep): ReturnType<typeof hindranceOf> {
    const known = facts()
    if (!known) return null
    return hindranceOf(known, step, { name: session.person?.name ?? 'nobody', time: Date.now(), others: others() })
  }
  /** What an eye tells at a step and nobody has answered yet: Done answers it. */
  function unseenAt(step: string): string[] {
    const looks = store.assessment?.looks.find((l) => l.step.id === step)?.looks ?? []
    return looks.flatMap((l) => (l.seen === null ? [l.look] : []))
  }
  /** The plan first, where the work begins; then what was looked at; then the step. */
  function record(body: Step): void {
    const known = facts()
    const planned = known && !store.unsaved && planToRecord(known)
    if (planned) store.record(planned)
    const unseen = body.outcome === 'done' ? unseenAt(body.step) : []
    if (unseen.length) store.record({ kind: 'looked', step: body.step, looks: unseen, seen: true, note: '' })
    store.record(body)
  }
  return { hindrance, unseenAt, record, others }
}
