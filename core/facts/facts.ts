import type { AxleEnd, CornerFinding, RatingMargin } from '../vehicle'
import type { BayRecord, RecordOf } from '../records'
import type { Proof } from '../proof'
import type { AsLeft } from '../stages/hand-over'
import type { PlanOutcome } from '../plan'
import type { Job } from '../job'
import type { AirState } from '../stages/air'
import type { Departure, FastenerState, OpenItems, StepLooks, StepReport } from '../stages/bay'
import type { CaseAssessment, Caution, KitAssessment, Unconfirmed } from '../stages/choose'
import type { GapJudgment, RoomGap } from '../stages/fit'
import type { MountedTouch } from '../stages/fit/room'
import type { AxleSpring, Corrections } from '../stages/load'
import type { OpenAnswer } from '../stages/measure'

/** All that is worked out of a job before its stages judge it. */
export interface Facts {
  job: Job
  /** Records that stand, oldest first. */
  standing: BayRecord[]
  cases: CaseAssessment[]
  active: CaseAssessment
  /** The springs of each axle, from all that was measured. */
  springs: Record<AxleEnd, AxleSpring>
  /** What heights and pressures read after the work say of springs, bags and loads. */
  corrections: Corrections
  /** Slips in the heights of the active case. */
  corners: CornerFinding[]
  /** What people get wrong about what this screen shows. */
  cautions: Caution[]
  /** The job's kits as they stand on this job, those that stay or are fitted. */
  chosen: KitAssessment[]
  /** What of the job's kits has to be confirmed before it leaves. */
  unconfirmed: Unconfirmed[]
  gaps: GapJudgment[]
  /** Gaps to single things around the bags, as read. */
  roomGaps: RoomGap[]
  /** What the kits would meet as they are mounted, somewhere in the travel, by what was measured. */
  touches: MountedTouch[]
  plan: PlanOutcome | null
  steps: StepReport[]
  /** What an eye tells at each step, and what was answered. */
  looks: StepLooks[]
  torques: FastenerState[]
  /** The last run of the axle of each side that was told, also where it was only taken back. */
  runs: RecordOf<'travel-run'>[]
  /** Where the work leaves its instructions, and why. */
  departures: Departure[]
  openItems: OpenItems | null
  /** The state of the work, and what each record proves in it. */
  proof: Proof
  air: AirState
  /** Heights of the axles with kits as they were last read. */
  asLeft: AsLeft[]
  /** Whether the vehicle is over a rating with nothing listed on it. */
  emptyOver: RatingMargin[]
  /** Done before the vehicle left, come in after: they reopen the hand-over. */
  late: BayRecord[]
  handedOver: RecordOf<'handed-over'> | null
  /** A file says so, and what it has leaves things open: another shop's word, and no hand-over here. */
  leftElsewhere: RecordOf<'handed-over'> | null
  /** Survey answers that decide fitment and are still open. */
  unanswered: OpenAnswer[]
}
