import { BAG_CLEARANCE, PLATE_CLEARANCE, sitsOn } from '../../kit'
import { kitAt, type Job } from '../../job'
import { ofKind, type BayRecord } from '../../records'
import { counts, type Proof } from '../../proof'
import { isBelow, type Meters, type Pascals } from '../../quantity'
import { partsAround } from '../../underbody'
import type { PartKind, AxleEnd } from '../../vehicle'

/** In which state a gap was read. */
export type GapState = 'empty' | 'loaded' | 'hanging' | 'unknown'

/** A gap to one thing around a bag, as it was read last. */
export interface RoomGap {
  record: string
  axle: AxleEnd
  side: 'left' | 'right'
  of: 'bag' | 'plate'
  part: string
  value: Meters
  about: boolean
  state: GapState
  /** In the bag of that side, as it was read last before it; null where nobody had. */
  pressure: Pascals | null
  /** What is asked of it there; null where it rides along, or only the drawing says. */
  rule: Meters | null
  fails: boolean
}

/** What the bag is bolted to, or what rides with it: near by design. */
const RIDES_ALONG: readonly PartKind[] = ['frame-rail', 'seat', 'axle-tube', 'leaf-pack', 'u-bolt-ends']
/** Whether a part keeps a margin from the bag, or goes with one end of it. */
export const ridesAlong = (kind: PartKind): boolean => RIDES_ALONG.includes(kind)

/**
 * Gaps around the bags as read, the last of each that proves something.
 * @param standing records that stand, oldest first
 */
export function roomGapsOf(job: Job, standing: readonly BayRecord[], proof: Proof): RoomGap[] {
  const read = ofKind(standing, 'room-gap').filter((r) => counts(proof, r))
  const last = new Map(read.map((r) => [`${r.body.axle}:${r.body.side}:${r.body.of}:${r.body.part}`, r]))
  const kinds = new Map<AxleEnd, Map<string, PartKind>>()
  const kindOf = (axle: AxleEnd, part: string) => {
    const names =
      kinds.get(axle) ??
      new Map(partsAround(job.vehicle, job.survey, axle, sitsOn(kitAt(job, axle)?.kit)).map((p) => [p.id, p.kind]))
    kinds.set(axle, names)
    return names.get(part)
  }
  return [...last.values()].map(({ id, body }): RoomGap => {
    const situation = proof.evidence.get(id)?.situation
    const state: GapState = !situation
      ? 'unknown'
      : situation.stand.support === 'axle-hanging'
        ? 'hanging'
        : situation.stand.support !== 'on-wheels' || !situation.load
          ? 'unknown'
          : situation.load.loadCase === null
            ? 'empty'
            : 'loaded'
    const kind = kindOf(body.axle, body.part)
    const ruleHere = body.of === 'plate' ? PLATE_CLEARANCE.value : state === 'loaded' ? BAG_CLEARANCE.value : null
    const rule = kind === undefined || ridesAlong(kind) ? null : ruleHere
    return {
      record: id,
      axle: body.axle,
      side: body.side,
      of: body.of,
      part: body.part,
      value: body.value,
      about: body.about,
      state,
      pressure: situation?.air[body.axle]?.[body.side] ?? null,
      rule,
      fails: rule !== null && isBelow(body.value, rule),
    }
  })
}
