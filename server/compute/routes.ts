import { Router } from 'express'
import type { z } from 'zod'
import {
  computeAxleWeights,
  computeBoltLength,
  computeClearance,
  computeLeak,
  computeLevel,
  computeQuantity,
  computeSpringRate,
  computeTorque,
} from '@stout-shackle/core/compute'
import { CALCULATORS } from '@stout-shackle/core/contract'
import { parseBody, Problem } from '../problem'

type Calculator = keyof typeof CALCULATORS
type Compute = { [N in Calculator]: (input: z.output<(typeof CALCULATORS)[N]['request']>) => unknown }

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
  clearance: computeClearance,
  'bolt-length': computeBoltLength,
}

/** The calculators, stateless. A quantity is a number in SI or text with its unit. */
export function computeRoutes(): Router {
  const router = Router()
  for (const [name, { request: schema }] of Object.entries(CALCULATORS)) {
    const compute = COMPUTE[name as Calculator] as (input: unknown) => unknown
    router.post(`/${name}`, (request, response) => void response.json(compute(parseBody(schema, request.body ?? {}))))
  }
  return router
}
