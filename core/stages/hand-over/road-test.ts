import { DRIVE_MARKS, ofKind, type BayRecord, type DriveMark, type RecordOf } from '../../records'

/** The drive before and after. */
export interface DriveCompared {
  before: RecordOf<'road-test'> | null
  after: RecordOf<'road-test'> | null
  /** Both with the same on it, by one person: only then is one mark to be held against the other. */
  comparable: boolean
  /** Marks that changed, better above zero; none where they are not to be compared. */
  changed: { mark: DriveMark; by: number }[]
}

/**
 * The drives of a job, the latest of each.
 * @param standing records that stand, oldest first
 * @returns null where nobody drove it
 */
export function driveCompared(standing: readonly BayRecord[]): DriveCompared | null {
  const drives = ofKind(standing, 'road-test')
  const after = drives.findLast((r) => r.body.timing === 'after') ?? null
  const told = drives.filter((r) => r.body.timing === 'before')
  // The one with the same load, where there is one.
  const before = told.findLast((r) => r.body.loadCase === after?.body.loadCase) ?? told.at(-1) ?? null
  if (!before && !after) return null
  const comparable =
    before !== null && after !== null && before.body.loadCase === after.body.loadCase && before.by === after.by
  return {
    before,
    after,
    comparable,
    changed: comparable
      ? DRIVE_MARKS.flatMap((mark) => {
          const [was, is] = [before.body.marks[mark], after.body.marks[mark]]
          return was === null || is === null || was === is ? [] : [{ mark, by: is - was }]
        })
      : [],
  }
}
