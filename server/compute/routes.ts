import { Router } from 'express'
import type { z } from 'zod'
import {
  computeAxleWeights,
  computeBoltLength,
  computeClearance,
  computeFillTime,
  computeLeak,
  computeLeakTrend,
  computeLevel,
  computeQuantity,
  computeSpringRate,
  computeTorque,
  computeWire,
  type PlanRequest,
} from '@stout-shackle/core/compute'
import { CALCULATORS } from '@stout-shackle/core/contract'
import { parseBody, Problem } from '../problem'
import { AskingThread } from '../worker-thread'

type Calculator = keyof typeof CALCULATORS
type Compute = { [N in Exclude<Calculator, 'plan'>]: (input: z.output<(typeof CALCULATORS)[N]['request']>) => unknown }

const COMPUTE: Compute = {
  quantity(input) {
    const result = computeQuantity(input)
    if (!result.ok)
      throw new Problem(422, 'Not a reading', `${result.field}: ${result.message}`, [
        { field: result.field, message: result.message },
      ])
    return result.answer
  },
  'axle-weights': computeAxleWeights,
  level: computeLevel,
  'spring-rate': computeSpringRate,
  torque: computeTorque,
  leak: computeLeak,
  'leak-trend': computeLeakTrend,
  'fill-time': computeFillTime,
  wire: computeWire,
  clearance: computeClearance,
  'bolt-length': computeBoltLength,
}

/**
 * The calculators, stateless. A quantity is a number in SI or text with its unit.
 * @param plans thread for what takes longer than others want to wait
 */
export function computeRoutes(plans: AskingThread<PlanRequest, unknown>): Router {
  const router = Router()
  for (const [name, compute] of Object.entries(COMPUTE)) {
    const { request: schema } = CALCULATORS[name as Calculator]
    router.post(
      `/${name}`,
      (request, response) =>
        void response.json((compute as (input: unknown) => unknown)(parseBody(schema, request.body ?? {}))),
    )
  }
  router.post('/plan', async (request, response) => {
    response.json(await plans.ask(parseBody(CALCULATORS.plan.request, request.body ?? {})))
  })
  return router
}

/** Work plans are ordered on a thread of their own. */
export const planThread = (): AskingThread<PlanRequest, unknown> =>
  new AskingThread(new URL('./worker.mjs', import.meta.url))
