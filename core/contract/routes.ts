import { z } from 'zod'
import {
  axleWeightsRequest,
  leakRequest,
  levelRequest,
  quantityRequest,
  springRateRequest,
  torqueRequest,
} from '../compute'
import { bayRecordSchema, jobExportSchema, jobSchema, recordInputSchema } from '../job'
import { applicationSchema, kitSchema, ruleSetSchema, stockItemSchema } from '../kit'
import { shopSettingsSchema } from '../shop'
import { platformSchema, vehicleSchema } from '../vehicle'
import {
  catalogSchema,
  deviceReadingSchema,
  deviceSchema,
  entryOf,
  foundOf,
  importRowSchema,
  importRunSchema,
  jobSummarySchema,
  kitSummarySchema,
  logLineSchema,
  stockLineSchema,
  storedJobSchema,
  storedSettingsSchema,
  verdictsSchema,
} from './answers'
import {
  applySchema,
  connectionSchema,
  deviceSettings,
  importRowsSchema,
  modelSchema,
  newJobSchema,
  searchSchema,
  sinceSchema,
  unitsSchema,
  uploadSchema,
  verdictQuestionSchema,
} from './requests'

/** One thing a caller can ask of the server. */
export interface Route {
  method: 'get' | 'post' | 'put'
  /** Under /api, `{id}` for what varies. */
  path: string
  summary: string
  query?: z.ZodObject
  /** JSON; `binary` for a file sent as it is. */
  body?: z.ZodType | 'binary'
  status: number
  /** JSON that answers; a media type for a file; null for no body. */
  answer: z.ZodType | string | null
  /** The write says which version it changes, by If-Match. */
  versioned?: boolean
  /** Sent again with the same Idempotency-Key, the first answer comes again. */
  repeatable?: boolean
}

const read = (path: string, summary: string, answer: Route['answer'], query?: z.ZodObject): Route => ({
  method: 'get',
  path,
  summary,
  query,
  status: 200,
  answer,
})
const add = (path: string, summary: string, body: Route['body'], answer: Route['answer'], status = 201): Route => ({
  method: 'post',
  path,
  summary,
  body,
  status,
  answer,
  repeatable: true,
})
const change = (path: string, summary: string, body: Route['body'], answer: Route['answer']): Route => ({
  method: 'put',
  path,
  summary,
  body,
  status: 200,
  answer,
  versioned: true,
  repeatable: true,
})
const ask = (path: string, summary: string, body: z.ZodType, answer: z.ZodType): Route => ({
  method: 'post',
  path,
  summary,
  body,
  status: 200,
  answer,
})
const documents = (path: string, noun: string, document: z.ZodType, listed: z.ZodType = document): Route[] => [
  read(path, `Find: ${noun}`, foundOf(listed), searchSchema),
  add(path, `Add: ${noun}`, document, entryOf(document)),
  read(`${path}/{id}`, `Read: ${noun}`, entryOf(document)),
  change(`${path}/{id}`, `Change: ${noun}`, document, entryOf(document)),
]

/** The stateless calculators: a quantity is a number in SI or text with its unit. */
export const CALCULATORS = {
  quantity: { request: quantityRequest, summary: 'Read a quantity as people write it' },
  'axle-weights': {
    request: axleWeightsRequest,
    summary: 'Axle weights by moments, a weight-distributing hitch, attitude',
  },
  level: { request: levelRequest, summary: 'Pressure that brings an axle level' },
  'spring-rate': { request: springRateRequest, summary: 'Rate from a loading test, a coil or a leaf pack' },
  torque: { request: torqueRequest, summary: 'Clamp force, wrench with extension, verdict on a reading' },
  leak: { request: leakRequest, summary: 'Air check corrected for temperature' },
} as const
const computed = z.looseObject({}).meta({ description: 'Figures carry SI value, unit and US value' })

/** Every route under /api. Server, page and the OpenAPI description are held against this one list. */
export const ROUTES: readonly Route[] = [
  read('/health', 'Whether the shop server works', z.strictObject({ status: z.literal('ok') })),
  read('/openapi.json', 'This description', z.looseObject({ openapi: z.string() })),
  read('/schemas', 'Names of the published schemas', z.array(z.string())),
  read('/schemas/{name}', 'JSON Schema of a document', 'application/schema+json'),
  read('/events', 'What happens in the shop, as server-sent events', 'text/event-stream'),

  read('/jobs', 'Jobs with the state of their stages', z.array(jobSummarySchema)),
  add('/jobs', 'Take in a job', newJobSchema, storedJobSchema),
  add('/jobs/import', 'Take in a job from another installation', jobExportSchema, storedJobSchema),
  read('/jobs/{id}', 'One job with its records', storedJobSchema),
  change('/jobs/{id}', 'Change what is planned for a job', jobSchema, storedJobSchema),
  read('/jobs/{id}/records', 'Records of a job', z.array(bayRecordSchema)),
  add('/jobs/{id}/records', 'Append a record', recordInputSchema, bayRecordSchema),
  read('/jobs/{id}/export', 'The whole job as a file', jobExportSchema),
  read('/jobs/{id}/card.pdf', "The owner's card", 'application/pdf', unitsSchema),
  read('/jobs/{id}/record.pdf', 'The work record', 'application/pdf', unitsSchema),
  read('/jobs/{id}/readings.csv', 'Height readings that stand', 'text/csv'),
  read('/jobs/{id}/loads.csv', 'Loads of every case', 'text/csv'),
  read('/jobs/{id}/follow-ups.ics', 'Follow-ups as a calendar file', 'text/calendar'),
  read('/log', 'Newest records of every job', z.array(logLineSchema)),

  ...documents('/vehicles', 'vehicle', vehicleSchema),
  ...documents('/platforms', 'platform', platformSchema),
  ...documents('/kits', 'kit', kitSchema, kitSummarySchema),
  read('/kits/{id}/applications', "Lines of a kit's list of vehicles", z.array(applicationSchema)),
  ...documents('/applications', 'line of a list of vehicles', applicationSchema),
  read('/stock', 'All stock, with what is reserved and what to order', z.array(stockLineSchema)),
  add('/stock', 'Add: stock item', stockItemSchema, entryOf(stockItemSchema)),
  read('/stock/{id}', 'Read: stock item', entryOf(stockItemSchema)),
  change('/stock/{id}', 'Change: stock item', stockItemSchema, entryOf(stockItemSchema)),

  ask(
    '/verdicts',
    'Every kit for a vehicle as it stands, and the next question',
    verdictQuestionSchema,
    verdictsSchema,
  ),
  read('/catalog', 'Kits a make and model can choose from, their lines, the rules', catalogSchema, modelSchema),
  read('/rules', 'Fitment rules as they stand', ruleSetSchema),
  change('/rules', 'The next version of the fitment rules', ruleSetSchema, ruleSetSchema),
  read('/rules/{version}', 'Fitment rules as they stood', ruleSetSchema),

  read('/imports', 'The latest files taken in', z.array(importRunSchema)),
  {
    method: 'post',
    path: '/imports',
    summary: 'Read and check a file: CSV, JSON or xlsx. Nothing is changed yet',
    query: uploadSchema,
    body: 'binary',
    status: 202,
    answer: importRunSchema,
  },
  read('/imports/{id}', 'How far it is', importRunSchema),
  read('/imports/{id}/rows', 'What each row would do', z.array(importRowSchema), importRowsSchema),
  { method: 'post', path: '/imports/{id}/stop', summary: 'Stop reading it', status: 202, answer: null },
  add('/imports/{id}/apply', 'Take it into the catalog, in one transaction', applySchema, importRunSchema, 200),
  add('/imports/{id}/undo', 'Take it back as one step', undefined, importRunSchema, 200),
  read('/exports/{file}', 'A whole catalog: kits.csv, kits.json and so on', 'text/csv'),

  read('/shop', "The shop's settings", storedSettingsSchema),
  change('/shop', "Change the shop's settings", shopSettingsSchema, storedSettingsSchema),

  read('/devices', 'Instruments of the shop', z.array(deviceSchema)),
  read('/devices/readings', 'Readings that no record has used', z.array(deviceReadingSchema), sinceSchema),
  {
    method: 'put',
    path: '/devices/{id}/setting',
    summary: 'Set what a simulated instrument reads next',
    body: z.union([deviceSettings.torque, deviceSettings.pressure]),
    status: 200,
    answer: deviceSchema,
  },
  {
    method: 'put',
    path: '/devices/{id}/connection',
    summary: 'Drop or restore its connection',
    body: connectionSchema,
    status: 200,
    answer: deviceSchema,
  },
  {
    method: 'post',
    path: '/devices/{id}/readings',
    summary: 'Take a reading with a simulated instrument',
    status: 201,
    answer: deviceReadingSchema,
  },

  ...Object.entries(CALCULATORS).map(([name, { request, summary }]) =>
    ask(`/compute/${name}`, summary, request, computed),
  ),
]

/** Documents that others may want to check their files with, by name. */
export const PUBLISHED = {
  job: jobSchema,
  'job-export': jobExportSchema,
  record: bayRecordSchema,
  vehicle: vehicleSchema,
  kit: kitSchema,
  application: applicationSchema,
  platform: platformSchema,
  'stock-item': stockItemSchema,
  'rule-set': ruleSetSchema,
  'shop-settings': shopSettingsSchema,
} as const
