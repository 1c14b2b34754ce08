import { benchCore } from './core'
import { sweepVehicles } from './vehicles'

/** Bundled as the page is, so that what is timed is what a person waits for; prints its figures as JSON. */
console.log(JSON.stringify({ core: benchCore(), sweep: sweepVehicles(10_000, 2026) }))
