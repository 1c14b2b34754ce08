import { figureHash, figuresOf } from '../kit'
import { kitAt } from '../job'
import { ofKind } from '../records'
import type { Facts } from '../facts'
import { defineStage, type StageStop } from './stage'
import type { KitAssessment } from '../stages/choose'

/** Whose rules a recorded deviation can answer: the kit's own, never a rating, a maximum or a contact. */
const ANSWERABLE = 'kit'

/** Rules that forbid a kit on this vehicle and that no recorded deviation answers; the kit's own may be answered. */
function forbidden({ standing }: Facts, { kit, fit, minimum, maximum }: KitAssessment): string[] {
  const answered = new Set(
    ofKind(standing, 'deviation').flatMap(({ body: { answers } }) =>
      answers?.kind === 'rule' && answers.axle === kit.axle ? [answers.rule] : [],
    ),
  )
  const rules = fit.reasons
    .filter((r) => r.effect === 'no' && !(r.source === ANSWERABLE && answered.has(r.rule)))
    .map((r) => r.says)
  // What holds it up empty is more than its bags may have.
  const cannotCarry = minimum && maximum && minimum.value > maximum.value
  return cannotCarry ? [...rules, 'min-over-max'] : rules
}

/** Copies on the job that differ from the catalog, and nobody said why. */
const unexplained = ({ kits, procedures }: Facts['job']): string[] => [
  ...kits.flatMap(({ kit, altered }) => (altered && !altered.why ? [kit.name] : [])),
  ...procedures.flatMap(({ procedure, altered }) => (altered && !altered.why ? [procedure.name] : [])),
]

type Stop = StageStop<'no-kit' | 'kit-does-not-fit' | 'kit-needs-answer' | 'kit-unconfirmed' | 'copy-altered'>

export const chooseStage = defineStage({
  id: 'choose',
  begun: ({ job }) => job.kits.length > 0,
  waits: ({ chosen, unconfirmed }) => ({
    'no-kit': chosen.length === 0,
    'kit-does-not-fit': chosen.some((c) => c.verdict === 'does-not-fit'),
    'kit-needs-answer': chosen.some((c) => c.verdict === 'needs-answer'),
    'kit-unconfirmed': unconfirmed.reduce((sum, u) => sum + u.figures.length, 0),
    'cannot-level': chosen.some((c) => c.level?.code === 'one-side-below-minimum'),
  }),
  checks: {},
  stops: (facts): Stop[] =>
    facts.job.kits.length
      ? [
          ...facts.chosen.flatMap((assessed): Stop[] => {
            const rules = forbidden(facts, assessed)
            if (rules.length) return [{ code: 'kit-does-not-fit', about: assessed.kit.name, hard: true }]
            return assessed.fit.verdict === 'needs-answer'
              ? [{ code: 'kit-needs-answer', about: assessed.kit.name, hard: true }]
              : []
          }),
          ...unexplained(facts.job).map((about): Stop => ({ code: 'copy-altered', about, hard: true })),
          ...facts.unconfirmed.map((u): Stop => ({ code: 'kit-unconfirmed', about: u.kit.name, hard: true })),
        ]
      : [{ code: 'no-kit', about: '', hard: true }],
  refuses(body, { job }) {
    if (body.kind !== 'kit-confirmed') return null
    const kit = kitAt(job, body.axle)?.kit
    if (kit?.id !== body.kit) return { field: 'kit', code: 'other-kit', about: body.kit }
    const known = new Set(figuresOf(kit).map(({ path }) => path))
    const wrong = body.figures.findIndex(({ path, hash }) => !known.has(path) || figureHash(kit, path) !== hash)
    return wrong < 0 ? null : { field: `figures.${wrong}`, code: 'other-figure', about: body.figures[wrong]!.path }
  },
})
