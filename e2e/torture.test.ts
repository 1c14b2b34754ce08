import { expect, test } from 'vitest'
import { torture } from '../bench/torture'

// The short form of `npm run torture`, on a server that is a process of its own.
test('killed with -9 while eight clients write: nothing acknowledged is lost or doubled', async () => {
  const { lost, doubled, integrity, acknowledged } = await torture(4, 5)
  expect(lost).toEqual([])
  expect(doubled).toEqual([])
  expect(integrity).toBe('ok')
  expect(acknowledged.records).toBeGreaterThan(50)
  expect(acknowledged.plans).toBeGreaterThan(10)
})
