import { jobExportSchema } from '@stout-shackle/core/job'
import { kitSchema } from '@stout-shackle/core/kit'
import { surveySchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import kits from '../demo/kits.json'
import surveys from '../demo/surveys.json'
import vehicles from '../demo/vehicles.json'
import handedOver from '../demo/jobs/0411.json'
import inBay from '../demo/jobs/0417.json'

/** The made-up shop, bundled with the measurements. */
export const demoKits = () => kits.map((k) => kitSchema.parse(k))
export const demoJob = (number: '0411' | '0417') => jobExportSchema.parse(number === '0411' ? handedOver : inBay)
export const demoVehicles = () => vehicles.map((v) => vehicleSchema.parse(v))
/** One for each vehicle, in their order. */
export const demoSurveys = () => Object.values(surveys).map((s) => surveySchema.parse(s))
