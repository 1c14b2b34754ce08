import type { Job } from '../../job'
import type { RecordOf } from '../../records'

/** What was done otherwise than the papers have it, with who and when. */
type Deviation = RecordOf<'deviation'>['body'] & { by: string; at: string }

/** Kits and instructions of a job whose copies somebody changed, so that no version of the catalog equals them: deviations. */
export const alteredOn = ({ kits, procedures }: Pick<Job, 'kits' | 'procedures'>): Deviation[] =>
  [
    ...kits.map(({ kit, altered }) => ({ name: kit.name, altered })),
    ...procedures.map(({ procedure, altered }) => ({ name: procedure.name, altered })),
  ].flatMap(({ name, altered }) =>
    altered
      ? {
          kind: 'deviation' as const,
          what: `${name}: its copy on this job differs from the catalog`,
          why: altered.why,
          agreedBy: altered.by,
          answers: null,
          by: altered.by,
          at: altered.at,
        }
      : [],
  )
