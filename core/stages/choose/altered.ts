import type { Job } from '../../job'
import type { RecordOf } from '../../records'

/** What was done otherwise than the papers have it, with who and when. */
type Deviation = RecordOf<'deviation'>['body'] & { by: string; at: string }

/**
 * What was changed on a job so that it stands in its record as a deviation: copies of kits and instructions that no version of the catalog
 * equals, what the vehicle is called, loads that were taken off the list.
 */
export const alteredOn = ({ kits, procedures, changes }: Pick<Job, 'kits' | 'procedures' | 'changes'>): Deviation[] => [
  ...changes.map(({ what, from, to, by, at }): Deviation => ({
    kind: 'deviation',
    what: what === 'loads' ? `All loads taken off the list: ${from}` : `${CHANGED[what]}: "${from}" is now "${to}"`,
    why: 'changed after work had begun',
    agreedBy: by,
    answers: null,
    by,
    at,
  })),
  ...[
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
  ),
]

const CHANGED = { make: 'Make', model: 'Model', vin: 'VIN', plate: 'Plate' } as const
