import dayjs from 'dayjs'
import { call } from '../api/client'
import { newKey } from '../api/key'

/**
 * The short visit that looks again at what a job left: the one that is open, or a new one.
 * @returns its id
 * @throws what the server refuses it with
 */
export async function openRecheck(job: string): Promise<string> {
  const { job: visit } = await call<{ job: { id: string } }>(`/jobs/${job}/return-visit`, {
    method: 'POST',
    key: newKey(),
    body: { day: dayjs().format('YYYY-MM-DD'), purpose: 'recheck', title: 'Check after the first miles' },
  })
  return visit.id
}
