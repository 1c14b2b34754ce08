import { figureHash, figuresOf, lacksOf, type Kit, type Lack } from '../../kit'
import type { Job, JobKit } from '../../job'
import { ofKind, type BayRecord } from '../../records'
import type { AxleEnd } from '../../vehicle'

/** Figures of a kit on a job that nobody has confirmed and that have to be before it leaves. */
export interface Unconfirmed {
  axle: AxleEnd
  kit: Kit
  figures: Lack[]
  /** The shop's catalog has no such version: whatever the copy says of itself counts for nothing. */
  isUnknown: boolean
}

/** What has to be confirmed of a kit as this job has it, before anybody confirmed it here. */
const owedOf = ({ kit, version }: JobKit): Lack[] =>
  version === null
    ? [
        ...figuresOf(kit)
          .filter(({ must }) => must)
          .map((figure): Lack => ({ ...figure, why: 'unconfirmed' })),
        ...lacksOf(kit).filter(({ why }) => why !== 'unconfirmed'),
      ]
    : lacksOf(kit)

/**
 * What of a job's kits still has to be confirmed: what the catalog has not, less what was confirmed on this job, figure by
 * figure as it stands.
 * @param standing records that stand, oldest first
 */
export function unconfirmedOn(job: Pick<Job, 'kits'>, standing: readonly BayRecord[]): Unconfirmed[] {
  const confirmed = ofKind(standing, 'kit-confirmed')
  return job.kits.flatMap((jobKit) => {
    const { kit, work, version } = jobKit
    const owed = work === 'take-off' ? [] : owedOf(jobKit)
    if (!owed.length) return []
    const here = new Map(
      [
        ...jobKit.confirmed,
        ...confirmed.flatMap(({ body }) => (body.axle === kit.axle && body.kit === kit.id ? body.figures : [])),
      ].map(({ path, hash }) => [path, hash]),
    )
    const figures = owed.filter(({ path, why }) => why !== 'unconfirmed' || here.get(path) !== figureHash(kit, path))
    return figures.length ? [{ axle: kit.axle, kit, figures, isUnknown: version === null }] : []
  })
}
