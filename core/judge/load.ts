import type { RatingMargin } from '../vehicle'
import type { Facts } from '../facts'
import { hasSigned } from '../stages/hand-over'
import { defineStage } from './stage'
import { caseRemedies } from '../stages/load'

/** Ratings of vehicle or kit that a load case passes: it is not to be driven. */
const overOf = ({ ratings }: Facts['cases'][number]): RatingMargin[] => [...ratings.exceeded, ...ratings.kitExceeded]

export const loadStage = defineStage({
  id: 'load',
  begun: ({ job }) => job.loadCases.some((c) => c.items.length > 0),
  waits: ({ active, cases }) => ({
    'no-load': active.loadCase.items.length === 0,
    'over-rating': cases.some((c) => overOf(c).length > 0),
    'unknown-rating': active.ratings.unknown.length,
    'no-rate': active.rates.rear === null,
  }),
  checks: {},
  stops(facts) {
    const { job, standing, cases, emptyOver, proof } = facts
    const over = cases.filter((c) => overOf(c).length > 0)
    const loadCase = proof.now.load?.loadCase ?? null
    const none = over.length === cases.length
    const remedies = (c: (typeof cases)[number]) => caseRemedies(job, standing, c)
    // A load that is not to be driven bars no other one: the customer signs for it. With no load left, or with it on, it does.
    const barred = over.map((c) =>
      none || c.loadCase.id === loadCase
        ? ({ code: 'over-rating', about: c.loadCase.name, remedies: remedies(c), hard: true } as const)
        : hasSigned(facts, 'overload', c.loadCase.id)
          ? null
          : ({ code: 'overload-unsigned', about: c.loadCase.name, remedies: remedies(c), hard: false } as const),
    )
    const unknown = new Set(cases.filter((c) => !over.includes(c)).flatMap((c) => c.ratings.unknown.map((m) => m.id)))
    return [
      ...(emptyOver.length ? [{ code: 'over-rating' as const, about: 'Empty', hard: true }] : []),
      ...barred.filter((stop) => stop !== null),
      ...[...unknown].map((id) => ({ code: 'rating-unknown' as const, about: id, hard: true })),
    ]
  },
  refuses: (body, { job }) =>
    (body.kind === 'scale-ticket' && body.load === 'loaded' && !job.loadCases.some((c) => c.id === body.loadCase)) ||
    (body.kind === 'waiver' && body.loadCase !== null && !job.loadCases.some((c) => c.id === body.loadCase))
      ? { field: 'loadCase', code: 'no-such-load', about: body.loadCase ?? '' }
      : null,
})
