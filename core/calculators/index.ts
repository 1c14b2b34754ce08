import { leakTrendOf, fillTime, wire } from './air-lines'
import { axleWeights, pose } from './axle-weights'
import { boltLengthOf } from './bolt-length'
import { inputsOf, runPage, type Calculator, type Endpoint, type Outcome, type Page } from './calculator'
import { clearance } from './clearance'
import { leak } from './leak'
import { level } from './level'
import { plan } from './plan'
import { beforeLoading, drivenThere, pressureByArea } from './pressures'
import { quantity, tape } from './quantity'
import { loadingTest, springRate, twoStages } from './spring-rate'
import { tire } from './tire'
import { torque } from './torque'
import type { UnitSystem } from '../quantity'

export { computePlan, type PlanRequest } from './plan'

/** Every calculator, by name: pages of the bench, endpoints, or both. */
export const CALCULATORS = {
  quantity,
  tape,
  axleWeights,
  level,
  loadingTest,
  springRate,
  twoStages,
  pose,
  tire,
  pressureByArea,
  beforeLoading,
  drivenThere,
  torque,
  leak,
  leakTrend: leakTrendOf,
  fillTime,
  wire,
  clearance,
  boltLength: boltLengthOf,
  plan,
}

/** Calculators that other shop software may ask, with what it asks them by. */
export const ENDPOINTS: readonly (Calculator & { endpoint: Endpoint })[] = Object.values(
  CALCULATORS as Record<string, Calculator>,
).flatMap((c) => (c.endpoint ? [{ ...c, endpoint: c.endpoint }] : []))

/** A page of the bench, ready to be asked. */
export interface BenchPage extends Omit<Page<never>, 'inputs'> {
  inputs: ReturnType<typeof inputsOf>
  run(typed: Record<string, string>, system: UnitSystem): Outcome
}
/** The order in which the bench lists its pages. */
const LISTED = [
  'tape',
  'units',
  'rate',
  'loads',
  'stages',
  'leaf',
  'coil',
  'axles',
  'hitch',
  'tire',
  'attitude',
  'pressure',
  'before',
  'filling',
  'air-check',
  'torque',
]
/** Every page of the bench, as its list shows them. */
export const BENCH_PAGES: readonly BenchPage[] = Object.values(CALCULATORS as Record<string, Calculator>)
  .flatMap((c) =>
    (c.pages ?? []).map((page): BenchPage => ({
      ...page,
      inputs: inputsOf(page),
      run: (typed, system) => runPage(c, page, typed, system),
    })),
  )
  .sort((a, b) => LISTED.indexOf(a.id) - LISTED.indexOf(b.id))
