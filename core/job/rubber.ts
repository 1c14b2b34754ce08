import type { Hertz, Meters, Newtons } from '../quantity'
import type { Kit, Rubber } from '../kit'
import { bodyFrequency, standOf, stagedForce, stagedRate, type Stand } from '../spring'
import type { Seen } from './case'
import { axleLoad, besideRubber, chassisOf, sprungRear } from './chassis'
import { axleTireRate } from './rate'
import type { Job } from './schema'

/** What a pair of rubber helpers comes to under a load: it takes what it takes, nothing is set. */
export interface RubberOutcome {
  stand: Stand
  /** Squat over the springs without it and with it. */
  without: Meters
  with: Meters
  /** Part of the squat that it takes out; 0 where there is none. */
  recovered: number
  /** Of one rubber, the harder pressed side. */
  force: Newtons
  /** Squeezed harder than its maker allows, or further than its curve reaches. */
  overloaded: boolean
  frequency: { without: Hertz; with: Hertz; emptyWithout: Hertz; emptyWith: Hertz }
}

const forceOf = ({ gap, squeeze, force }: Rubber, squat: Meters): Newtons | null => {
  const s = squat - gap
  if (s > squeeze.at(-1)!) return null
  return s <= 0
    ? 0
    : stagedForce(besideRubber({ first: 0, stages: [] }, { gap: 0, squeeze, force, max: 0, spacing: 1 }), s)
}

/** A rubber helper on this job under one load; null for a kit with air, at the front, or while the rear rate is unknown. */
export function rubberFor(job: Job, kit: Kit, { rearRate, weights, loadCase }: Seen): RubberOutcome | null {
  const { rubber } = kit
  if (!rubber || !rearRate || kit.axle !== 'rear') return null
  const { vehicle } = job
  const plain = chassisOf(job, rearRate, loadCase.items)
  const helped = { ...plain, rearSide: besideRubber(plain.rearSide, rubber) }
  const load = axleLoad(weights)
  const [without, stand] = [standOf(plain, load, null), standOf(helped, load, null)]
  if (!without || !stand) return null
  const tilt = (Math.abs(stand.roll) * rubber.spacing) / 2
  const force = forceOf(rubber, stand.rear + tilt)
  const mass = sprungRear(vehicle)
  const loaded = mass + weights.rear
  const tire = axleTireRate(vehicle, 'rear') ?? undefined
  const f = (m: number, side: typeof plain.rearSide, squat: Meters) =>
    bodyFrequency(Math.max(m, 1), 2 * stagedRate(side, squat), tire)
  return {
    stand,
    without: without.rear,
    with: stand.rear,
    recovered: without.rear > 0 ? (without.rear - stand.rear) / without.rear : 0,
    force: force ?? rubber.force.at(-1)!,
    overloaded: force === null || force > rubber.max,
    frequency: {
      without: f(loaded, plain.rearSide, without.rear),
      with: f(loaded, helped.rearSide, stand.rear),
      emptyWithout: f(mass, plain.rearSide, 0),
      emptyWith: f(mass, helped.rearSide, 0),
    },
  }
}
