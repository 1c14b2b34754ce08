import { ofKind, type RecordBody } from '../records'
import { onSide } from '../vehicle'
import { hasAir, mountsInTheAir } from '../kit'
import { formatQuantity, isAbove, isBelow } from '../quantity'
import { defineStage } from './stage'
import { holdsNothing, lookWords, stillOpen, type StepReport } from '../stages/bay'
import { consentsNeeded, consentTo } from '../stages/hand-over'
import type { Facts } from '../facts'

/** Torque states that neither a refusal nor "does not apply" can wave through. */
const WRONG = new Set(['high', 'low', 'wrong-unit', 'over-pulled'])

/** Phases of which no step can be passed over: without it the kit is not in. */
const NEEDED = new Set(['mount', 'align', 'torque'])

/** Skipped steps that hold something, or hide a mistake, where no recorded deviation answers for them. */
function skippedWithoutLeave({ steps, standing }: Facts): StepReport[] {
  const answered = new Set(
    ofKind(standing, 'deviation').flatMap(({ body: { answers } }) => (answers?.kind === 'step' ? [answers.step] : [])),
  )
  return steps.filter(
    ({ step, outcome }) =>
      outcome === 'skipped' &&
      !answered.has(step.id) &&
      (step.kind === 'state' ||
        step.blocking ||
        step.torques.length > 0 ||
        // Bench work that puts a part in its place, or that is out of sight later, is mounting.
        step.fits.length > 0 ||
        step.hidden ||
        NEEDED.has(step.phase ?? '')),
  )
}

/**
 * Axles that were let down on bags which are in and were not read at their min: some papers look at vent and plates so, and nobody rolls
 * it before there is air.
 */
const standsOnEmpty = ({ chosen, job, steps, proof }: Facts) =>
  proof.now.stand.support !== 'on-wheels'
    ? []
    : chosen.filter(({ kit, minimum }) => {
        const isFitted = job.kits.some((k) => k.kit.id === kit.id && k.work === 'fit')
        const mounts = steps.filter((s) => s.step.axle === kit.axle && mountsInTheAir(s.step))
        if (!isFitted || !minimum || !mounts.length || mounts.some((s) => s.outcome !== 'done')) return false
        const air = proof.now.air[kit.axle]
        return !air || isBelow(air.left, minimum.value) || isBelow(air.right, minimum.value)
      })

/** Runs of the axle on which something touched, or a bag left its range: what was seen is not unseen by taking it back, only run again. */
function badRuns({ runs, chosen }: Facts) {
  return runs.flatMap(({ body: { axle, side, gap, down, up } }) => {
    const kit = chosen.find((c) => c.kit.axle === axle)?.kit
    const range = kit && hasAir(kit) ? kit.bag.heightRange : null
    const out = range && ((down !== null && isAbove(down, range.high)) || (up !== null && isBelow(up, range.low)))
    return [
      ...(gap === 0 ? [{ code: 'travel-touches' as const, about: `${axle} ${side}`, hard: true }] : []),
      ...(out ? [{ code: 'travel-beyond' as const, about: `${axle} ${side}`, hard: true }] : []),
    ]
  })
}

type OfStep = Extract<RecordBody, { kind: 'step' | 'torque' | 'opened-again' | 'seat-seen' | 'looked' }>
const isOfStep = (body: RecordBody): body is OfStep =>
  ['step', 'torque', 'opened-again', 'seat-seen', 'looked'].includes(body.kind)

export const bayStage = defineStage({
  id: 'bay',
  begun: ({ steps }) => steps.some((s) => s.outcome !== 'open'),
  waits: (facts) => ({
    'no-kit': facts.chosen.length === 0,
    'bags-empty': standsOnEmpty(facts).length,
    'steps-left': facts.steps.filter((s) => s.outcome === 'open').length,
    'item-open': stillOpen(facts.openItems).length,
    'departure-open': facts.departures.filter((d) => d.answer === null || !d.shown).length,
  }),
  checks: {
    torques: {
      missing: ({ torques }) => torques.flatMap((t) => t.missing),
      evidence: ({ torques }) => torques.flatMap((t) => t.places.flatMap((p) => p.record?.id ?? [])),
      never: ({ torques, job }) =>
        torques.length === 0 && job.kits.length > 0 && job.kits.every(({ work }) => work === 'keep') ? 'kept' : null,
    },
  },
  stops(facts) {
    const { steps, openItems, torques, proof, job } = facts
    const left = steps.filter((s) => s.outcome === 'open').length
    const { support } = proof.now.stand
    return [
      ...(left ? [{ code: 'steps-left' as const, about: String(left), hard: true }] : []),
      ...skippedWithoutLeave(facts).map((s) => ({
        code: 'step-skipped' as const,
        about: onSide(s.step.title, s.step.side),
        hard: true,
      })),
      ...steps.flatMap(({ step, outcome }) => {
        if (outcome !== 'done') return []
        const asked = facts.looks.find((l) => l.step.id === step.id)?.looks ?? []
        const about = onSide(step.title, step.side)
        return [
          ...(asked.some((l) => l.seen === null) ? [{ code: 'look-open' as const, about, hard: true }] : []),
          ...asked.flatMap((l) =>
            l.seen === false
              ? [{ code: 'look-wrong' as const, about: `${about}:${lookWords(l).seen}`, hard: true }]
              : [],
          ),
        ]
      }),
      ...badRuns(facts),
      ...stillOpen(openItems).map((i) => ({ code: 'item-open' as const, about: onSide(i.what, i.side), hard: true })),
      ...torques
        .filter((t) => t.places.some((p) => WRONG.has(p.state)))
        .map((t) => ({ code: 'torque-wrong' as const, about: onSide(t.fastener.name, t.step.side), hard: true })),
      ...torques.flatMap((t) =>
        (['under-range', 'overdue'] as const)
          .filter((doubt) => t.places.some((p) => p.doubt === doubt))
          .map((doubt) => ({
            code: doubt === 'overdue' ? ('wrench-overdue' as const) : ('wrench-range' as const),
            about: onSide(t.fastener.name, t.step.side),
            hard: false,
          })),
      ),
      ...(job.kits.length && (support !== 'on-wheels' || !proof.now.settled)
        ? [
            {
              code: support === 'on-wheels' ? ('not-settled' as const) : ('not-on-wheels' as const),
              about: '',
              hard: true,
            },
          ]
        : []),
      ...consentsNeeded(job)
        .filter((to) => consentTo(facts, to) !== 'agreed')
        .map((to) => ({
          code: consentTo(facts, to) === 'refused' ? ('consent-refused' as const) : ('consent-missing' as const),
          about: to,
          hard: true,
        })),
    ]
  },
  // eslint-disable-next-line complexity -- one refusal after the other, each a line
  refuses(body, { assess }) {
    if (body.kind === 'maker-torque') {
      const fastener = assess().torques.find((t) => t.fastener.id === body.fastener)?.fastener
      return fastener && holdsNothing(fastener, body.value)
        ? { field: 'value', code: 'holds-nothing', about: formatQuantity('torque', body.value, 'us') }
        : null
    }
    if (!isOfStep(body)) return null
    const { plan } = assess()
    const step = plan?.ok ? plan.plan.steps.find((s) => s.id === body.step) : undefined
    if (!step) return { field: 'step', code: 'unknown-step', about: body.step }
    if (body.kind === 'step') return null
    if (body.kind === 'looked') {
      const asked = assess().looks.find((l) => l.step.id === step.id)?.looks ?? []
      const unknown = body.looks.find((look) => !asked.some((l) => l.look === look))
      return unknown === undefined ? null : { field: 'looks', code: 'unknown-look', about: unknown }
    }
    const fastener = step.torques.find((f) => f.id === body.fastener)
    if (!fastener) return { field: 'fastener', code: 'unknown-fastener', about: body.fastener }
    if (body.kind !== 'torque') return null
    if (body.wrench && body.value !== null && isAbove(body.value, body.wrench.high))
      return { field: 'value', code: 'over-wrench', about: formatQuantity('torque', body.wrench.high, 'us') }
    if (body.place > fastener.count) return { field: 'place', code: 'no-such-place', about: String(fastener.count) }
    return body.outcome === 'not-reached' && !body.reason
      ? { field: 'reason', code: 'reason-missing', about: body.fastener }
      : null
  },
})
