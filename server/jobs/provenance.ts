import type { Knex } from 'knex'
import type { RecordBody } from '@stout-shackle/core/records'
import { Problem } from '../problem'
import { shopSettings } from '../shop'

interface ReadingRow {
  device: string
  sequence: number
  value: number
  delivered: number
  job_id: string | null
}

/**
 * Sees that a reading a record speaks of was taken by that device, came in, says that value, and was taken at that job.
 * @throws Problem 422 with the code of what is not so
 */
export async function wantPulled(
  db: Knex,
  jobId: string,
  { device, sequence }: { device: string; sequence: number },
  value: number | null,
): Promise<void> {
  const refuse = (code: string, message: string) =>
    new Problem(422, 'Cannot be recorded', message, [{ field: 'body.reading', message, code }])
  const row = await db<ReadingRow>('device_readings').where({ device, sequence }).first()
  if (!row)
    throw (await db<ReadingRow>('device_readings').where({ device }).first())
      ? refuse('never-pulled', `${device} has no reading ${sequence}.`)
      : refuse('unknown-device', `There is no reading of a device "${device}" in this shop.`)
  if (!row.delivered) throw refuse('not-delivered', `Reading ${sequence} of ${device} has not come in yet.`)
  if (row.value !== value) throw refuse('other-value', `Reading ${sequence} of ${device} says another torque.`)
  if (row.job_id !== null && row.job_id !== jobId)
    throw refuse('other-job', `${device} was at another job when that was pulled.`)
}

/**
 * A torque with the wrench that it was pulled with as the shop's list has it: range and date are not the record's to say.
 * @param there the record as it was taken in before, where it was: what the list said then stays
 * One that the shop does not list is somebody's own: what was said of it stays.
 */
export async function withWrench(db: Knex, body: RecordBody, there?: RecordBody): Promise<RecordBody> {
  if (body.kind !== 'torque' || !body.wrench) return body
  const { serial } = body.wrench
  if (there?.kind === 'torque' && there.wrench?.serial === serial) return { ...body, wrench: there.wrench }
  const wrench = (await shopSettings(db)).document.wrenches.find((w) => w.serial === serial)
  return wrench ? { ...body, wrench: { serial, high: wrench.high, due: wrench.due } } : body
}
