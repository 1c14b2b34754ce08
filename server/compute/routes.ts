import type { PlanRequest } from '@stout-shackle/core/calculators'
import { CALCULATOR_ROUTES } from '@stout-shackle/core/contract'
import { route, type Mounted } from '../routing'
import { AskingThread } from '../worker-thread'

/**
 * The calculators, stateless. A quantity is a number in SI or text with its unit.
 * @param plans thread for what takes longer than others want to wait
 */
export const computeRoutes = (plans: AskingThread<PlanRequest, unknown>): Mounted[] =>
  CALCULATOR_ROUTES.map(({ route: declared, calculator: { compute, endpoint } }) =>
    route(declared, async ({ body, response }) => {
      response.json(endpoint.slow ? await plans.ask(body as PlanRequest) : compute(body))
    }),
  )

/** Work plans are ordered on a thread of their own. */
export const planThread = (): AskingThread<PlanRequest, unknown> =>
  new AskingThread(new URL('./worker.mjs', import.meta.url))
