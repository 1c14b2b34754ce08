import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  applicationSchema,
  kitHash,
  kitSchema,
  procedureSchema,
  stockItemSchema,
  type Application,
  type Kit,
  type Procedure,
  type StockItem,
} from '@stout-shackle/core/kit'
import { jobExportSchema, type JobExport, type JobKit } from '@stout-shackle/core/job'
import {
  platformSchema,
  surveySchema,
  vehicleSchema,
  type Platform,
  type Survey,
  type Vehicle,
} from '@stout-shackle/core/vehicle'

const read = (name: string): unknown => JSON.parse(readFileSync(join(import.meta.dirname, name), 'utf8'))

/** The made-up shop, checked as an import would be. */
export const demoKits = (): Kit[] => (read('kits.json') as unknown[]).map((k) => kitSchema.parse(k))
export const demoVehicles = (): Vehicle[] => (read('vehicles.json') as unknown[]).map((v) => vehicleSchema.parse(v))
export const demoApplications = (): Application[] =>
  (read('applications.json') as unknown[]).map((a) => applicationSchema.parse(a))
export const demoPlatforms = (): Platform[] => (read('platforms.json') as unknown[]).map((p) => platformSchema.parse(p))
export const demoProcedures = (): Procedure[] =>
  (read('procedures.json') as unknown[]).map((p) => procedureSchema.parse(p))
export const demoStock = (): StockItem[] => (read('stock.json') as unknown[]).map((s) => stockItemSchema.parse(s))
/** Each library vehicle as one of its kind was found. */
export const demoSurvey = (vehicle: string): Survey =>
  surveySchema.parse((read('surveys.json') as Record<string, unknown>)[vehicle])
/** What should come of every kit on every vehicle: the table a person reads. */
export const demoVerdicts = (): string => readFileSync(join(import.meta.dirname, 'verdicts.csv'), 'utf8')
export const demoJobs = (): JobExport[] => {
  // As a shop that has had each of these versions says of its copy.
  const versioned = (jobKit: JobKit): JobKit => ({ ...jobKit, version: kitHash(jobKit.kit) })
  return readdirSync(join(import.meta.dirname, 'jobs'))
    .map((name) => jobExportSchema.parse(read(`jobs/${name}`)))
    .map((file) => ({ ...file, job: { ...file.job, kits: file.job.kits.map(versioned) } }))
}
/** Kits as they were when the jobs were planned, where the catalog has them otherwise now. */
export const demoEarlierKits = (): Kit[] => {
  const now = new Set(demoKits().map(kitHash))
  const copies = demoJobs().flatMap(({ job }) => job.kits.map(({ kit }) => [kitHash(kit), kit] as const))
  return [...new Map(copies)].flatMap(([hash, kit]) => (now.has(hash) ? [] : [kit]))
}
export const demoJob = (number: string): JobExport => demoJobs().find((j) => j.job.number === number)!
