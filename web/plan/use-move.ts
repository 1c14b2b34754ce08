import { computed, ref, type Ref } from 'vue'
import { movedBefore, type Pin, type Plan, type PlanOutcome } from '@stout-shackle/core/plan'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { Assessment } from '@stout-shackle/core/judge'
import { planFor } from '@stout-shackle/core/stages'
import { onSide } from '@stout-shackle/core/vehicle'
import type { Job } from '@stout-shackle/core/job'
import { hoursText } from '@stout-shackle/core/wording'

const titleOf = ({ title, side }: PlanStep): string => onSide(title, side)
const isPair = (pin: Pin, a: string, b: string) =>
  (pin.first === a && pin.then === b) || (pin.first === b && pin.then === a)

/** What one plan costs more than another, in words; empty where it costs nothing. */
function costText(before: Plan, after: Plan): string {
  const more = (n: number, one: string, many: string) => (n > 0 ? [`${n} more ${n === 1 ? one : many}`] : [])
  const minutes = after.minutes - before.minutes
  return [
    ...more(after.supportChanges - before.supportChanges, 'change of support', 'changes of support'),
    ...more(after.wheelChanges - before.wheelChanges, 'wheel change', 'wheel changes'),
    ...more(after.sideWalks - before.sideWalks, 'walk between sides', 'walks between sides'),
    ...more(after.toolChanges - before.toolChanges, 'tool change', 'tool changes'),
    ...(minutes > 0.5 ? [`${hoursText(minutes)} longer`] : []),
  ].join(', ')
}

/**
 * One step put before or after another by a person: done where it can be, else said why not.
 * @param change writes the job's choices
 */
export function useMove(
  job: Ref<Job>,
  assessment: Ref<Pick<Assessment, 'standing'>>,
  plan: Ref<Plan | null>,
  change: (pins: Job['choices']['pins']) => void,
) {
  const message = ref('')
  const refused = ref('')
  const step = (id: string) => plan.value?.steps.find((s) => s.id === id) ?? null
  /** Each pair that is in force, by its titles. */
  const pins = computed(() =>
    job.value.choices.pins.map((pin) => {
      const [first, then] = [step(pin.first), step(pin.then)]
      return { pin, text: `${first ? titleOf(first) : pin.first} before ${then ? titleOf(then) : pin.then}` }
    }),
  )
  function put(first: string, then: string) {
    message.value = ''
    refused.value = ''
    const [a, b] = [step(first), step(then)]
    const { value: before } = plan
    if (!before || !a || !b || a === b) return
    if (a.kind === 'state' || b.kind === 'state') {
      refused.value = 'How the vehicle stands follows from the steps: move a step instead.'
      return
    }
    const rest = job.value.choices.pins.filter((p) => !isPair(p, first, then))
    const next = [...rest, { first, then }]
    const made = (pairs: Job['choices']['pins']): PlanOutcome =>
      planFor({ ...job.value, choices: { ...job.value.choices, pins: pairs } }, assessment.value.standing) ?? {
        ok: false,
        stuck: [],
      }
    // What was wanted before the other way round is no reason.
    const base = rest.length < job.value.choices.pins.length ? made(rest) : null
    const outcome = movedBefore(base?.ok ? base.plan : before, { first, then }, () => made(next))
    if (outcome.ok) {
      const cost = costText(before, outcome.plan)
      change(next)
      message.value = `${titleOf(a)} comes before ${titleOf(b)} now${cost ? `: ${cost}` : ', at no cost'}.`
      return
    }
    const chain = outcome.chain.map(titleOf)
    switch (outcome.code) {
      case 'waits-for':
        refused.value = `${chain[0]} waits for ${chain.slice(1).join(', which waits for ')}.`
        return
      case 'sides-apart':
        refused.value = `${chain[0]} and ${chain[1]}: one side is finished before the other begins.`
        return
      case 'no-order':
        refused.value = `${chain[1]} cannot come before ${chain[0]}: what is open then would have to carry the axle.`
    }
  }
  /** Dropped on a later step it comes after that one, on an earlier one before it. */
  function drop(moved: string, target: string) {
    const ids = plan.value?.steps.map((s) => s.id) ?? []
    if (ids.indexOf(moved) < ids.indexOf(target)) put(target, moved)
    else put(moved, target)
  }
  const free = (pin: Pin) => {
    message.value = ''
    refused.value = ''
    change(job.value.choices.pins.filter((p) => !isPair(p, pin.first, pin.then)))
  }
  return { said: message, refused, pins, put, drop, free }
}
