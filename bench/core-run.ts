import { benchAir } from './air'
import { bigShop } from './big-shop'
import { benchClearance } from './clearance'
import { benchCore } from './core'
import { demoKits, demoSurveys, demoVehicles } from './demo'
import { benchFitment } from './fitment'
import { benchPlans } from './plans'
import { sweepVehicles } from './vehicles'

/** Bundled as the page is, so that what is timed is what a person waits for; prints its figures as JSON. */
const shop = bigShop(20_261_125, demoKits(), demoVehicles(), demoSurveys())
const core = benchCore()
const clearance = await benchClearance()
const plans = await benchPlans()
const air = benchAir()
console.log(
  JSON.stringify({ core, clearance, plans, air, sweep: sweepVehicles(10_000, 2026), fitment: benchFitment(shop) }),
)
