import dayjs from 'dayjs'
import { createEvents, type EventAttributes } from 'ics'
import { assessJob, type BayRecord, type Job } from '@stout-shackle/core/job'
import { Problem } from '../problem'

/** What is due after a handover, and when, in days. Source: common practice. */
const FOLLOW_UPS = [
  { key: 'pressure-24h', days: 1, title: 'read bag pressure after 24 h', text: 'Both sides, with the temperature. Compare with the record.' },
  { key: 're-torque', days: 7, title: 're-torque clamped brackets (100 miles)', text: 'Straps, clamp bars and wheel nuts, after about 100 miles.' },
  { key: 'month', days: 30, title: 'read bag pressure after a month', text: 'Same marks, same gauge if possible.' },
]

/** Calendar file of a job's follow-ups, counted from its handover or else from its day. */
export function followUps(job: Job, records: readonly BayRecord[]): string {
  const { handedOver } = assessJob(job, records, [])
  const from = dayjs(handedOver?.at ?? `${job.day}T17:00:00`)
  const vehicle = `${job.vehicle.make} ${job.vehicle.model}`
  const { error, value } = createEvents(
    FOLLOW_UPS.map(({ key, days, title, text }): EventAttributes => {
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
