import { jobExportSchema } from '@stout-shackle/core/job'
import { kitSchema } from '@stout-shackle/core/kit'
import kits from '../demo/kits.json'
import handedOver from '../demo/jobs/0411.json'
import inBay from '../demo/jobs/0417.json'

/** The made-up shop, bundled with the measurements. */
export const demoKits = () => kits.map((k) => kitSchema.parse(k))
export const demoJob = (number: '0411' | '0417') => jobExportSchema.parse(number === '0411' ? handedOver : inBay)
