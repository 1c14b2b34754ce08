import { ofKind, type BayRecord } from '../records'
import { defineStage } from './stage'
import { workBegun } from '../stages/bay'

const isShown = (standing: readonly BayRecord[], since: string): boolean =>
  ofKind(standing, 'photo').some((r) => r.at >= since && r.body.caption !== '')

export const measureStage = defineStage({
  id: 'measure',
  begun: ({ standing, job }) =>
    ofKind(standing, 'height').length > 0 || Object.values(job.survey).some((v) => v !== null),
  waits: ({ active, corners, unanswered, steps }) => ({
    'before-empty': active.heights.beforeEmpty.missing.length,
    'suspect-corner': corners.length,
    // Once work has begun a "before" reading can no longer be taken: asking on would be a nag.
    'before-loaded': workBegun(steps) ? 0 : active.heights.beforeLoaded.missing.length,
    survey: unanswered.length,
  }),
  checks: {},
  stops({ job: { survey, kits, frameSince }, standing }) {
    if (!kits.length) return []
    const { frame, loadSensingValve: valve, valveProcedure } = survey
    return [
      ...(frame === 'unsound' ? [{ code: 'frame-unsound' as const, about: '', hard: true }] : []),
      // Somebody looked, and shows what: by the photo's own name, with what was done in its caption.
      ...(frame === 'sound' && frameSince && !isShown(standing, frameSince)
        ? [{ code: 'frame-not-shown' as const, about: '', hard: true }]
        : []),
      ...(frame === null ? [{ code: 'frame-not-looked-at' as const, about: '', hard: true }] : []),
      ...(valve === null ? [{ code: 'valve-unanswered' as const, about: '', hard: true }] : []),
      ...(valve && !valveProcedure ? [{ code: 'valve-no-procedure' as const, about: '', hard: true }] : []),
    ]
  },
  refuses(body, { job }) {
    const named =
      body.kind === 'height' && body.load === 'loaded'
        ? body.loadCase
        : body.kind === 'load-on' && body.loadCase !== null
          ? body.loadCase
          : undefined
    return named === undefined || job.loadCases.some((c) => c.id === named)
      ? null
      : { field: 'loadCase', code: 'unknown-load-case', about: named ?? '' }
  },
})
