import { formatQuantity, INCH, type UnitSystem } from '../../quantity'
import { formatDate, formatDateTime } from '../../shop'
import type { Job } from '../../job'
import type { BayRecord, RecordOf } from '../../records'
import type { CaseAssessment, KitAssessment } from '../choose'
import { RATING_NAMES } from '../load'
import type { AsLeft } from './as-left'
import { doneForGood } from './consent'
import { firstReading, firstReadingText } from './first-reading'

/** What a text to be signed depends on. */
export interface Signable {
  job: Job
  /** Records that stand, oldest first. */
  standing: readonly BayRecord[]
  cases: readonly CaseAssessment[]
  asLeft: readonly AsLeft[]
  chosen: readonly KitAssessment[]
}
type WaiverBody = Pick<RecordOf<'waiver'>['body'], 'kind' | 'about' | 'loadCase' | 'because' | 'due' | 'units'>
type ConsentBody = Pick<RecordOf<'consent'>['body'], 'kind' | 'to' | 'outcome' | 'units' | 'phone'>

/** A waiver or a consent before anybody signed it. */
export type Unsigned = WaiverBody | ConsentBody

const vehicle = (job: Job) => `${job.vehicle.make} ${job.vehicle.model}`
const head = (job: Job) => `Job ${job.number}, ${vehicle(job)}, ${job.customer.name}.`

/** How far an axle stands off as it was read. */
export function offText({ axle, loadCase, off, lean }: AsLeft, job: Job, units: UnitSystem): string {
  const len = (v: number) => formatQuantity('length', Math.abs(v), units)
  const load = job.loadCases.find((c) => c.id === loadCase)?.name
  const parts = [
    off === null ? 'height not compared' : `${len(off)} ${off < 0 ? 'under' : 'over'} the aim`,
    lean === null
      ? 'lean not compared'
      : Math.abs(lean) < INCH / 32
        ? 'as straight as before'
        : `${lean < 0 ? 'left' : 'right'} side ${len(lean)} lower than before`,
  ]
  return `${axle === 'front' ? 'Front' : 'Rear'}, ${load ? `with "${load}"` : 'empty'}: ${off === null && loadCase === null ? parts[1] : parts.join(', ')}`
}

/**
 * The text that a waiver or a consent is signed under, with the figures as they are now.
 * @returns null where there is nothing of that kind to sign
 */
export function textOf(job: Job, { cases, asLeft }: Pick<Signable, 'cases' | 'asLeft'>, body: Unsigned): string | null {
  if (body.kind === 'consent') return consentText(job, body)
  const reason = `Reason: ${body.because}.`
  switch (body.about) {
    case 'air-check':
      return `${head(job)} The ${job.airCheck.hours} h air check was not finished in the shop. The owner reads the pressure of every bag on ${formatDate(body.due ?? '', 'UTC')} and brings the vehicle back if it fell${fallText(job, asLeft, body.units)}. ${reason}`
    case 'loaded-heights':
      return `${head(job)} Heights were not read with the load on: the pressures for it are computed, not tried. ${reason}`
    case 'loaded-clearance':
      return `${head(job)} Room around the bags was not read with the load on. ${reason}`
    case 'level': {
      const off = asLeft.filter((s) => !s.within).map((s) => offText(s, job, body.units))
      return `${head(job)} As it leaves: ${off.length ? off.join('; ') : 'not compared with the aim'}. ${reason}`
    }
    case 'overload': {
      const found = cases.find((c) => c.loadCase.id === body.loadCase)
      const over = found ? [...found.ratings.exceeded, ...found.ratings.kitExceeded] : []
      if (!found || !over.length) return null
      const mass = (v: number) => formatQuantity('mass', v, body.units)
      return `${head(job)} Do not drive with "${found.loadCase.name}": ${over
        .map((m) => `${RATING_NAMES[m.id]} ${mass(m.limit!)}, carries ${mass(m.actual)}`)
        .join('; ')}. Springs raise no rating. ${reason}`
    }
  }
}

function consentText(job: Job, body: ConsentBody): string | null {
  const list = doneForGood(job, body.to, body.units)
  if (!list.length) return null
  const what = body.to === 'drilling' ? 'drills holes in this vehicle' : 'changes parts of this vehicle for good'
  const heard = body.phone
    ? ` By phone, heard by ${body.phone.heardBy}, ${formatDateTime(body.phone.at, 'UTC')} UTC.`
    : ''
  // Who signed, and for which job, stands beside it: a name that is spelled right later makes no other text.
  return `${vehicle(job)}. The work ${what}. That cannot be undone. ${list.join('; ')}. The customer ${body.outcome === 'agreed' ? 'agrees' : 'does not agree'}.${heard}`
}

/** From what, and by how much more than cold explains, as it was read when it left; nothing where no bag was read. */
function fallText({ altitude }: Job, asLeft: readonly AsLeft[], units: UnitSystem): string {
  const rows = new Map(asLeft.flatMap((row) => (row.pressures ? [[row.axle, row.pressures] as const] : [])))
  const told = [...rows].map(
    ([axle, pressures]) => `${axle}, ${firstReadingText(firstReading(axle, pressures, altitude), units)}`,
  )
  return told.length ? ` (${told.join('. ')})` : ''
}
