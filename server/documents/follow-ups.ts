import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { createEvents, type EventAttributes } from 'ics'
import { type Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import { followUpsOf } from '@stout-shackle/core/stages'
import { Problem } from '../problem'

dayjs.extend(utc)
dayjs.extend(timezone)

/** Calendar file of a job's follow-ups, counted from its handover or else from its day, in the shop's time zone. */
export function followUps(job: Job, records: readonly BayRecord[], timeZone: string): string {
  const { handedOver, torques } = assessJob(job, records)
  const from = handedOver ? dayjs(handedOver.at).tz(timeZone) : dayjs.tz(`${job.day}T17:00:00`, timeZone)
  const vehicle = `${job.vehicle.make} ${job.vehicle.model}`
  const { error, value } = createEvents(
    followUpsOf({ job, torques }).map(({ key, days, title, text }): EventAttributes => {
      const day = from.add(days, 'day')
      return {
        uid: `${job.id}-${key}@stout-shackle`,
        title: `${vehicle}, ${job.customer.name}: ${title}`,
        description: `Job ${job.number}. ${text}`,
        start: [day.year(), day.month() + 1, day.date()],
        duration: { days: 1 },
        productId: 'stout-shackle',
      }
    }),
  )
  if (error || !value) throw new Problem(500, 'No calendar', 'The calendar file could not be written.')
  return value
}
