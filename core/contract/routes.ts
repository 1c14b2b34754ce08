import { z } from 'zod'
import { circuitFileSchema } from '../fittings'
import { bayRecordSchema, keptReadingSchema, newReadingsSchema, recordInputSchema } from '../records'
import {
  axleWeightsRequest,
  boltLengthRequest,
  planRequest,
  clearanceRequest,
  fillTimeRequest,
  leakRequest,
  leakTrendRequest,
  levelRequest,
  quantityRequest,
  springRateRequest,
  torqueRequest,
  wireRequest,
} from '../compute'
import { jobExportSchema, jobSchema } from '../job'
import { applicationSchema, kitSchema, procedureSchema, ruleSetSchema, stockItemSchema, templateSchema } from '../kit'
import { personSchema, shopSettingsSchema, type Access } from '../shop'
import { platformSchema, underbodyFileSchema, vehicleSchema } from '../vehicle'
import {
  auditSchema,
  backupSchema,
  catalogSchema,
  compressorPanelSchema,
  customerSchema,
  deviceReadingSchema,
  deviceSchema,
  entryOf,
  foundOf,
  healthSchema,
  historySchema,
  historySummarySchema,
  importRowSchema,
  importRunSchema,
  jobListSchema,
  jobSummarySchema,
  kitSummarySchema,
  lastReadSchema,
  leakHistorySchema,
  keptPictureSchema,
  measuredStepsSchema,
  pictureSchema,
  logSchema,
  proofSchema,
  sessionSchema,
  signedInSchema,
  stockLineSchema,
  storedJobSchema,
  storedSettingsSchema,
  tabletSchema,
  unsentSchema,
  verdictsSchema,
} from './answers'
import {
  applySchema,
  archiveSchema,
  changedPersonSchema,
  connectionSchema,
  customerQuery,
  devicePlaceSchema,
  deviceSettings,
  firstOwnerSchema,
  importRowsSchema,
  jobListQuery,
  minutesQuery,
  modelSchema,
  newJobSchema,
  newPersonSchema,
  ownSecretSchema,
  pageQuery,
  queueSchema,
  returnVisitSchema,
  searchSchema,
  sentReadingSchema,
  signInSchema,
  sinceSchema,
  templateQuery,
  unitsSchema,
  withdrawSchema,
  compressorFillSchema,
  compressorLineSchema,
  compressorLookSchema,
  compressorWaitSchema,
  uploadSchema,
  verdictQuestionSchema,
} from './requests'

/** One thing a caller can ask of the server. */
export interface Route {
  method: 'get' | 'post' | 'put' | 'delete'
  /** Under /api, `{id}` for what varies. */
  path: string
  summary: string
  /** Who may ask it. */
  access: Access
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
  access: 'read',
  query,
  status: 200,
  answer,
})
const write = (
  method: 'post' | 'put' | 'delete',
  access: Access,
  path: string,
  summary: string,
  { body, answer = null, status = 200 }: Partial<Pick<Route, 'body' | 'answer' | 'status'>> = {},
): Route => ({ method, access, path, summary, body, answer, status })
const add = (
  access: Access,
  path: string,
  summary: string,
  body: Route['body'],
  answer: Route['answer'],
  status = 201,
): Route => ({ ...write('post', access, path, summary, { body, answer, status }), repeatable: true })
const change = (
  access: Access,
  path: string,
  summary: string,
  body: Route['body'],
  answer: Route['answer'],
): Route => ({ ...write('put', access, path, summary, { body, answer }), versioned: true, repeatable: true })
const open = (route: Route): Route => ({ ...route, access: 'open' })
const own = (route: Route): Route => ({ ...route, access: 'own' })
/** A question that changes nothing, with too much in it for an address. */
const ask = (access: Access, path: string, summary: string, body: z.ZodType, answer: z.ZodType): Route =>
  write('post', access, path, summary, { body, answer })
const documents = (path: string, noun: string, document: z.ZodType, listed: z.ZodType = document): Route[] => [
  read(path, `Find: ${noun}`, foundOf(listed), searchSchema),
  add('desk', path, `Add: ${noun}`, document, entryOf(document)),
  read(`${path}/{id}`, `Read: ${noun}`, entryOf(document)),
  change('desk', `${path}/{id}`, `Change: ${noun}`, document, entryOf(document)),
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
  leak: { request: leakRequest, summary: 'Pressure hold: expected, lost, allowed by its time, what it can show' },
  'leak-trend': { request: leakTrendRequest, summary: 'How a bag loses air over weeks, weather taken out' },
  'fill-time': { request: fillTimeRequest, summary: 'Seconds to fill a volume by a flow curve' },
  wire: { request: wireRequest, summary: 'What a lead costs there and back, and the gauge for 3 %' },
  clearance: { request: clearanceRequest, summary: 'Gaps around a bag, standing and the least through the travel' },
  'bolt-length': { request: boltLengthRequest, summary: 'Length of bolt that a stack asks for' },
  plan: { request: planRequest, summary: 'Order of operations, and who does what when' },
} as const
const computed = z.looseObject({}).meta({ description: 'Figures carry SI value, unit and US value' })

/** Every route under /api. Server, page and the OpenAPI description are held against this one list. */
export const ROUTES: readonly Route[] = [
  open(read('/health', 'Whether the shop server works', healthSchema)),
  open(read('/openapi.json', 'This description', z.looseObject({ openapi: z.string() }))),
  open(read('/schemas', 'Names of the published schemas', z.array(z.string()))),
  open(read('/schemas/{name}', 'JSON Schema of a document', 'application/schema+json')),
  read('/events', 'What happens in the shop, as server-sent events', 'text/event-stream'),

  open(read('/session', 'Who is at this screen', sessionSchema)),
  write('post', 'open', '/session', 'Sign in', { body: signInSchema, answer: signedInSchema, status: 201 }),
  write('delete', 'open', '/session', 'Sign out', { answer: sessionSchema }),
  write('post', 'open', '/session/owner', 'Make the first owner of a shop', {
    body: firstOwnerSchema,
    answer: signedInSchema,
    status: 201,
  }),
  write('post', 'read', '/session/resume', 'Go on at this screen as who signs', {
    answer: signedInSchema,
    status: 201,
  }),
  write('put', 'read', '/session/secret', "Change one's own password or PIN", {
    body: ownSecretSchema,
    answer: personSchema,
  }),
  write('put', 'read', '/session/queue', 'How many records this screen has not sent', {
    body: queueSchema,
    status: 204,
  }),
  read('/people', 'People of the shop', z.array(entryOf(personSchema))),
  add('own', '/people', 'Add a person', newPersonSchema, entryOf(personSchema)),
  change('own', '/people/{id}', 'Change a person', changedPersonSchema, entryOf(personSchema)),
  own(read('/tablets', 'Screens that signed in', z.array(tabletSchema))),
  write('delete', 'own', '/tablets/{id}', 'Sign a lost screen out', { answer: tabletSchema }),
  own(read('/audit', 'Who changed what, newest first', auditSchema, pageQuery)),
  own(read('/backups', 'Backups, newest first', z.array(z.string()))),
  write('post', 'own', '/backups', 'Save the shop as a file and open it again', { answer: backupSchema, status: 201 }),
  own(read('/customers', 'What is stored of a customer', customerSchema, customerQuery)),
  own(read('/customers/export', "A customer's jobs as a file", z.array(jobExportSchema), customerQuery)),
  write('post', 'own', '/customers/erase', "Take a customer's name out of every job", {
    body: customerQuery,
    answer: customerSchema,
  }),

  read('/jobs', 'Jobs with the state of their stages', jobListSchema, jobListQuery),
  add('work', '/jobs', 'Take in a job', newJobSchema, storedJobSchema),
  add('desk', '/jobs/import', 'Take in a job from another installation', jobExportSchema, storedJobSchema),
  read('/jobs/{id}', 'One job with its records', storedJobSchema),
  change('work', '/jobs/{id}', 'Change what is planned for a job', jobSchema, storedJobSchema),
  read('/jobs/{id}/summary', 'One job as on the board', jobSummarySchema),
  write('put', 'desk', '/jobs/{id}/archive', 'Put a job away, or back on the board', {
    body: archiveSchema,
    answer: jobSummarySchema,
  }),
  add(
    'work',
    '/jobs/{id}/return-visit',
    'Open the next visit of a vehicle that has left',
    returnVisitSchema,
    storedJobSchema,
  ),
  read(
    '/histories',
    'Vehicles that have been here, by VIN, plate or owner',
    z.array(historySummarySchema),
    searchSchema,
  ),
  read('/histories/{id}', 'One vehicle: owners, visits, what is fitted', historySchema),
  read(
    '/jobs/{id}/proof',
    'What proves each final check, what each lacks, and what stops the hand-over',
    proofSchema,
    unitsSchema,
  ),
  read('/jobs/{id}/unsent', 'Screens that may hold work nobody has seen', unsentSchema),
  read('/jobs/{id}/records', 'Records of a job', z.array(bayRecordSchema)),
  add('work', '/jobs/{id}/records', 'Append a record', recordInputSchema, bayRecordSchema),
  read('/leak-history', 'How many of each kind were soaped here, and how many leaked', leakHistorySchema),
  read('/pressures', 'When the bags of each job were last read', lastReadSchema),
  read('/jobs/{id}/pressures', 'Pressures that were read since, over all visits', z.array(keptReadingSchema)),
  add(
    'work',
    '/jobs/{id}/pressures',
    'Take down pressures that were read',
    newReadingsSchema,
    z.array(keptReadingSchema),
  ),
  write('post', 'work', '/jobs/{id}/pressures/{reading}/withdraw', 'Withdraw a reading of the log', {
    body: withdrawSchema,
    answer: keptReadingSchema,
  }),
  read('/jobs/{id}/pressures.csv', 'Pressures that were read since', 'text/csv'),
  read('/jobs/{id}/export', 'The whole job as a file', jobExportSchema),
  read('/jobs/{id}/card.pdf', "The owner's card", 'application/pdf', unitsSchema),
  read('/minutes', 'How long steps of a kit took in this shop', measuredStepsSchema, minutesQuery),
  add('desk', '/photos', 'Keep a picture of instructions', pictureSchema, keptPictureSchema),
  read('/photos/{hash}', 'A photo of a job, by its SHA-256', 'image/jpeg'),
  read('/jobs/{id}/record.pdf', 'The work record', 'application/pdf', unitsSchema),
  read('/jobs/{id}/template.pdf', 'A drilling or cutting template at its own size', 'application/pdf', templateQuery),
  read('/jobs/{id}/template.svg', 'A drilling or cutting template at its own size', 'image/svg+xml', templateQuery),
  read('/jobs/{id}/template.dxf', 'A drilling or cutting template for a cutter', 'image/vnd.dxf', templateQuery),
  read('/jobs/{id}/readings.csv', 'Height readings that stand', 'text/csv'),
  read('/jobs/{id}/loads.csv', 'Loads of every case', 'text/csv'),
  read('/jobs/{id}/follow-ups.ics', 'Follow-ups as a calendar file', 'text/calendar'),
  read('/log', 'Records of every job, newest first', logSchema, pageQuery),

  ...documents('/vehicles', 'vehicle', vehicleSchema),
  ...documents('/platforms', 'platform', platformSchema),
  ...documents('/procedures', 'procedure', procedureSchema),
  ...documents('/kits', 'kit', kitSchema, kitSummarySchema),
  read('/kits/{id}/applications', "Lines of a kit's list of vehicles", z.array(applicationSchema)),
  ...documents('/applications', 'line of a list of vehicles', applicationSchema),
  read('/stock', 'All stock, with what is reserved and what to order', z.array(stockLineSchema)),
  add('desk', '/stock', 'Add: stock item', stockItemSchema, entryOf(stockItemSchema)),
  read('/stock/{id}', 'Read: stock item', entryOf(stockItemSchema)),
  change('desk', '/stock/{id}', 'Change: stock item', stockItemSchema, entryOf(stockItemSchema)),

  ask(
    'read',
    '/verdicts',
    'Every kit for a vehicle as it stands, and the next question',
    verdictQuestionSchema,
    verdictsSchema,
  ),
  read('/catalog', 'Kits a make and model can choose from, their lines, the rules', catalogSchema, modelSchema),
  read('/rules', 'Fitment rules as they stand', ruleSetSchema),
  change('desk', '/rules', 'The next version of the fitment rules', ruleSetSchema, ruleSetSchema),
  read('/rules/{version}', 'Fitment rules as they stood', ruleSetSchema),

  read('/imports', 'The latest files taken in', z.array(importRunSchema)),
  {
    ...write('post', 'desk', '/imports', 'Read and check a file: CSV, JSON or xlsx. Nothing is changed yet', {
      body: 'binary',
      answer: importRunSchema,
      status: 202,
    }),
    query: uploadSchema,
  },
  read('/imports/{id}', 'How far it is', importRunSchema),
  read('/imports/{id}/rows', 'What each row would do', z.array(importRowSchema), importRowsSchema),
  write('post', 'desk', '/imports/{id}/stop', 'Stop reading it', { status: 202 }),
  add('desk', '/imports/{id}/apply', 'Take it into the catalog, in one transaction', applySchema, importRunSchema, 200),
  add('desk', '/imports/{id}/undo', 'Take it back as one step', undefined, importRunSchema, 200),
  read('/exports/{file}', 'A whole catalog: kits.csv, kits.json and so on', 'text/csv'),

  read('/shop', "The shop's settings", storedSettingsSchema),
  change('desk', '/shop', "Change the shop's settings", shopSettingsSchema, storedSettingsSchema),

  read('/compressor', 'The stand-in compressor with its panel', compressorPanelSchema),
  write('put', 'work', '/compressor/lines', 'Join a line to the stand-in compressor', {
    body: compressorLineSchema,
    answer: compressorPanelSchema,
  }),
  write('post', 'work', '/compressor/fill', 'Fill a line, or let air out of it', {
    body: compressorFillSchema,
    answer: compressorPanelSchema,
  }),
  write('post', 'work', '/compressor/wait', 'Let hours go by for the stand-in compressor', {
    body: compressorWaitSchema,
    answer: compressorPanelSchema,
  }),
  write('post', 'work', '/compressor/look', 'Put the gauge on a line', {
    body: compressorLookSchema,
    answer: compressorPanelSchema,
  }),
  write('post', 'work', '/compressor/reset', 'A new fuse, or the motor cooled down', {
    answer: compressorPanelSchema,
  }),
  read('/devices', 'Instruments of the shop', z.array(deviceSchema)),
  read('/devices/readings', 'Readings that no record has used', z.array(deviceReadingSchema), sinceSchema),
  write('put', 'work', '/devices/{id}/setting', 'Set what a simulated instrument reads next', {
    body: z.union([deviceSettings.torque, deviceSettings.pressure]),
    answer: deviceSchema,
  }),
  write('put', 'work', '/devices/{id}/connection', 'Drop or restore its connection', {
    body: connectionSchema,
    answer: deviceSchema,
  }),
  write('put', 'work', '/devices/{id}/job', 'Take an instrument to a job, or away from it', {
    body: devicePlaceSchema,
    answer: deviceSchema,
  }),
  write('post', 'work', '/devices/{id}/readings', 'Take a reading with a simulated instrument', {
    answer: deviceReadingSchema,
    status: 201,
  }),
  write('post', 'own', '/devices/{id}/token', 'A new token for an instrument; the old one ends', {
    answer: z.strictObject({ token: z.string() }),
    status: 201,
  }),
  write('put', 'device', '/devices/{id}/readings/{sequence}', 'A reading from the instrument itself', {
    body: sentReadingSchema,
    answer: deviceReadingSchema,
  }),

  ...Object.entries(CALCULATORS).map(([name, { request, summary }]) =>
    ask('open', `/compute/${name}`, summary, request, computed),
  ),
]

/** Documents that others may want to check their files with, by name. */
export const PUBLISHED = {
  job: jobSchema,
  'job-export': jobExportSchema,
  record: bayRecordSchema,
  vehicle: vehicleSchema,
  kit: kitSchema,
  procedure: procedureSchema,
  application: applicationSchema,
  platform: platformSchema,
  'stock-item': stockItemSchema,
  'rule-set': ruleSetSchema,
  'shop-settings': shopSettingsSchema,
  underbody: underbodyFileSchema,
  circuit: circuitFileSchema,
  pressures: newReadingsSchema,
  template: templateSchema,
} as const
