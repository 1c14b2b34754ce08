import { Router } from 'express'
import type { z } from 'zod'
import {
  axleWeightsRequest,
  computeAxleWeights,
  computeLeak,
  computeLevel,
  computeQuantity,
  computeSpringRate,
  computeTorque,
  leakRequest,
  levelRequest,
  quantityRequest,
  springRateRequest,
  torqueRequest,
} from '@stout-shackle/core/compute'
import { parseBody, Problem } from '../problem'

interface Calculator {
  request: z.ZodType
  summary: string
  compute(input: unknown): unknown
}
const calculator = <S extends z.ZodType>(
  request: S,
  summary: string,
  compute: (input: z.output<S>) => unknown,
): Calculator => ({
  request,
  summary,
  compute: (input) => compute(parseBody(request, input)),
})

/** The calculators, stateless. A quantity is a number in SI or text with its unit. */
export const calculators: Record<string, Calculator> = {
  quantity: calculator(quantityRequest, 'Read a quantity as people write it', (input) => {
    const result = computeQuantity(input)
    if (!result.ok)
      throw new Problem(422, 'Not a reading', `${result.field}: ${result.message}`, [
        { field: result.field, message: result.message },
      ])
    return result.answer
  }),
  'axle-weights': calculator(
    axleWeightsRequest,
    'Axle weights by moments, a distributing hitch, attitude',
    computeAxleWeights,
  ),
  level: calculator(levelRequest, 'Pressure that brings an axle level', computeLevel),
  'spring-rate': calculator(springRateRequest, 'Rate from a loading test, a coil or a leaf pack', computeSpringRate),
  torque: calculator(torqueRequest, 'Clamp force, wrench with extension, verdict on a reading', computeTorque),
  leak: calculator(leakRequest, 'Pressure hold corrected for temperature', computeLeak),
}

export function computeRoutes(): Router {
  const router = Router()
  for (const [name, calculator] of Object.entries(calculators))
    router.post(`/${name}`, (request, response) => void response.json(calculator.compute(request.body ?? {})))
  return router
}
