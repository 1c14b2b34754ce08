import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { kitSchema, type Kit } from '@stout-shackle/core/kit'
import { jobExportSchema, type JobExport } from '@stout-shackle/core/job'
import { vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'

const read = (name: string): unknown => JSON.parse(readFileSync(join(import.meta.dirname, name), 'utf8'))

/** The made-up shop, checked as an import would be. */
export const demoKits = (): Kit[] => (read('kits.json') as unknown[]).map((k) => kitSchema.parse(k))
export const demoVehicles = (): Vehicle[] => (read('vehicles.json') as unknown[]).map((v) => vehicleSchema.parse(v))
export const demoJobs = (): JobExport[] =>
  readdirSync(join(import.meta.dirname, 'jobs')).map((name) => jobExportSchema.parse(read(`jobs/${name}`)))
export const demoJob = (number: string): JobExport => demoJobs().find((j) => j.job.number === number)!
