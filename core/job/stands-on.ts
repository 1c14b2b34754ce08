import { hashOf } from '../hash'
import { kitHash } from '../kit'
import { VEHICLE_NAMES, type Job } from './schema'

/**
 * What the proof of a job hangs on beside its records, as one hash: the vehicle but for what it is called, what was found on it, what is
 * on it and may be, kits as they are put on, lines, what counts as level.
 */
export function standsOn(job: Job): string {
  const { vehicle, survey, fittings, target, mark, air, supply, circuit, wiring, frame, altitude, procedures } = job
  const named = Object.fromEntries(VEHICLE_NAMES.map((name) => [name, null]))
  return hashOf(
    JSON.stringify([
      { ...vehicle, ...named },
      [survey, fittings, target, mark, air, supply, circuit, wiring, frame, altitude, procedures],
      job.loadCases.map(({ since: _since, ...loadCase }) => loadCase),
      job.kits.map(({ kit, work, mount, method }) => [kitHash(kit), work, mount ?? null, method ?? null]),
    ]),
  )
}
