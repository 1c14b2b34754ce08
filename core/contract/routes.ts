import { z } from 'zod'
import { circuitFileSchema } from '../fittings'
import { bayRecordSchema, keptReadingSchema, newReadingsSchema, recordInputSchema } from '../records'
import { ENDPOINTS } from '../calculators'
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
  query: z.ZodObject | undefined
  /** JSON; `binary` for a file sent as it is. */
  body: z.ZodType | 'binary' | undefined
  status: number
  /** JSON that answers; a media type for a file; null for no body. */
  answer: z.ZodType | string | null
  /** The write says which version it changes, by If-Match. */
  versioned?: boolean
  /** Sent again with the same Idempotency-Key, the first answer comes again. */
  repeatable?: boolean
}
type Rest = Partial<Omit<Route, 'method' | 'path' | 'summary' | 'answer'>> & Pick<Route, 'answer'>
type PartOf<R, Key extends string> = R extends { [K in Key]: infer Part } ? Part : undefined
/** A route with the types of what goes in and comes back. */
type Declared<Path extends string, R extends Rest> = Omit<Route, 'path' | 'query' | 'body' | 'answer'> & {
  path: Path
  query: PartOf<R, 'query'>
  body: PartOf<R, 'body'>
  answer: R['answer']
}

/** Whoever is signed in may read; a write names its own access. */
const route = <const Path extends string, const R extends Rest>(
  method: Route['method'],
  path: Path,
  summary: string,
  rest: R,
): Declared<Path, R> =>
  ({
    method,
    path,
    summary,
    access: 'read',
    status: 200,
    query: undefined,
    body: undefined,
    ...rest,
  }) as object as Declared<Path, R>
/** Something new: it is there with the answer. */
const ADDS = { status: 201, repeatable: true } as const
/** The next version of something. */
const CHANGES = { versioned: true, repeatable: true } as const

/** Documents of the catalog: found, added, read, changed. */
const documents = <const Path extends string, D extends z.ZodType, L extends z.ZodType>(
  path: Path,
  noun: string,
  document: D,
  listed: L,
) => ({
  find: findOne(path, noun, listed),
  ...oneDocument(path, noun, document),
})
const findOne = <const Path extends string, L extends z.ZodType>(path: Path, noun: string, listed: L) =>
  route('get', path, `Find: ${noun}`, { query: searchSchema, answer: foundOf(listed) })
const oneDocument = <const Path extends string, D extends z.ZodType>(path: Path, noun: string, document: D) => ({
  add: route('post', path, `Add: ${noun}`, { ...ADDS, access: 'desk', body: document, answer: entryOf(document) }),
  read: route('get', `${path}/{id}`, `Read: ${noun}`, { answer: entryOf(document) }),
  change: route('put', `${path}/{id}`, `Change: ${noun}`, {
    ...CHANGES,
    access: 'desk',
    body: document,
    answer: entryOf(document),
  }),
})

/** Routes by which one kind of documents is added, read and changed. */
export type DocumentRoutes<D extends z.ZodType> = ReturnType<typeof oneDocument<string, D>>
export type FindRoute<L extends z.ZodType> = ReturnType<typeof findOne<string, L>>

const computed = z.looseObject({}).meta({ description: 'Figures carry SI value, unit and US value' })

/** Every route under /api, by what it is about. Server, page and the OpenAPI description are held against this one table. */
export const ROUTES = {
  server: {
    health: route('get', '/health', 'Whether the shop server works', { access: 'open', answer: healthSchema }),
    description: route('get', '/openapi.json', 'This description', {
      access: 'open',
      answer: z.looseObject({ openapi: z.string() }),
    }),
    events: route('get', '/events', 'What happens in the shop, as server-sent events', { answer: 'text/event-stream' }),
  },
  schemas: {
    list: route('get', '/schemas', 'Names of the published schemas', { access: 'open', answer: z.array(z.string()) }),
    read: route('get', '/schemas/{name}', 'JSON Schema of a document', {
      access: 'open',
      answer: 'application/schema+json',
    }),
  },
  session: {
    read: route('get', '/session', 'Who is at this screen', { access: 'open', answer: sessionSchema }),
    signIn: route('post', '/session', 'Sign in', {
      access: 'open',
      body: signInSchema,
      answer: signedInSchema,
      status: 201,
    }),
    signOut: route('delete', '/session', 'Sign out', { access: 'open', answer: sessionSchema }),
    firstOwner: route('post', '/session/owner', 'Make the first owner of a shop', {
      access: 'open',
      body: firstOwnerSchema,
      answer: signedInSchema,
      status: 201,
    }),
    resume: route('post', '/session/resume', 'Go on at this screen as who signs', {
      answer: signedInSchema,
      status: 201,
    }),
    ownSecret: route('put', '/session/secret', "Change one's own password or PIN", {
      body: ownSecretSchema,
      answer: personSchema,
    }),
    queue: route('put', '/session/queue', 'How many records this screen has not sent', {
      body: queueSchema,
      answer: null,
      status: 204,
    }),
  },
  people: {
    list: route('get', '/people', 'People of the shop', { answer: z.array(entryOf(personSchema)) }),
    add: route('post', '/people', 'Add a person', {
      ...ADDS,
      access: 'own',
      body: newPersonSchema,
      answer: entryOf(personSchema),
    }),
    change: route('put', '/people/{id}', 'Change a person', {
      ...CHANGES,
      access: 'own',
      body: changedPersonSchema,
      answer: entryOf(personSchema),
    }),
  },
  tablets: {
    list: route('get', '/tablets', 'Screens that signed in', { access: 'own', answer: z.array(tabletSchema) }),
    signOut: route('delete', '/tablets/{id}', 'Sign a lost screen out', { access: 'own', answer: tabletSchema }),
  },
  audit: {
    list: route('get', '/audit', 'Who changed what, newest first', {
      access: 'own',
      query: pageQuery,
      answer: auditSchema,
    }),
  },
  backups: {
    list: route('get', '/backups', 'Backups, newest first', { access: 'own', answer: z.array(z.string()) }),
    save: route('post', '/backups', 'Save the shop as a file and open it again', {
      access: 'own',
      answer: backupSchema,
      status: 201,
    }),
  },
  customers: {
    read: route('get', '/customers', 'What is stored of a customer', {
      access: 'own',
      query: customerQuery,
      answer: customerSchema,
    }),
    export: route('get', '/customers/export', "A customer's jobs as a file", {
      access: 'own',
      query: customerQuery,
      answer: z.array(jobExportSchema),
    }),
    erase: route('post', '/customers/erase', "Take a customer's name out of every job", {
      access: 'own',
      body: customerQuery,
      answer: customerSchema,
    }),
  },
  jobs: {
    list: route('get', '/jobs', 'Jobs with the state of their stages', { query: jobListQuery, answer: jobListSchema }),
    add: route('post', '/jobs', 'Take in a job', {
      ...ADDS,
      access: 'work',
      body: newJobSchema,
      answer: storedJobSchema,
    }),
    import: route('post', '/jobs/import', 'Take in a job from another installation', {
      ...ADDS,
      access: 'desk',
      body: jobExportSchema,
      answer: storedJobSchema,
    }),
    read: route('get', '/jobs/{id}', 'One job with its records', { answer: storedJobSchema }),
    change: route('put', '/jobs/{id}', 'Change what is planned for a job', {
      ...CHANGES,
      access: 'work',
      body: jobSchema,
      answer: storedJobSchema,
    }),
    summary: route('get', '/jobs/{id}/summary', 'One job as on the board', { answer: jobSummarySchema }),
    archive: route('put', '/jobs/{id}/archive', 'Put a job away, or back on the board', {
      access: 'desk',
      body: archiveSchema,
      answer: jobSummarySchema,
    }),
    returnVisit: route('post', '/jobs/{id}/return-visit', 'Open the next visit of a vehicle that has left', {
      ...ADDS,
      access: 'work',
      body: returnVisitSchema,
      answer: storedJobSchema,
    }),
  },
  histories: {
    list: route('get', '/histories', 'Vehicles that have been here, by VIN, plate or owner', {
      query: searchSchema,
      answer: z.array(historySummarySchema),
    }),
    read: route('get', '/histories/{id}', 'One vehicle: owners, visits, what is fitted', { answer: historySchema }),
  },
  records: {
    proof: route(
      'get',
      '/jobs/{id}/proof',
      'What proves each final check, what each lacks, and what stops the hand-over',
      { query: unitsSchema, answer: proofSchema },
    ),
    unsent: route('get', '/jobs/{id}/unsent', 'Screens that may hold work nobody has seen', { answer: unsentSchema }),
    list: route('get', '/jobs/{id}/records', 'Records of a job', { answer: z.array(bayRecordSchema) }),
    append: route('post', '/jobs/{id}/records', 'Append a record', {
      ...ADDS,
      access: 'work',
      body: recordInputSchema,
      answer: bayRecordSchema,
    }),
  },
  pressures: {
    leakHistory: route('get', '/leak-history', 'How many of each kind were soaped here, and how many leaked', {
      answer: leakHistorySchema,
    }),
    lastRead: route('get', '/pressures', 'When the bags of each job were last read', { answer: lastReadSchema }),
    list: route('get', '/jobs/{id}/pressures', 'Pressures that were read since, over all visits', {
      answer: z.array(keptReadingSchema),
    }),
    add: route('post', '/jobs/{id}/pressures', 'Take down pressures that were read', {
      ...ADDS,
      access: 'work',
      body: newReadingsSchema,
      answer: z.array(keptReadingSchema),
    }),
    withdraw: route('post', '/jobs/{id}/pressures/{reading}/withdraw', 'Withdraw a reading of the log', {
      access: 'work',
      body: withdrawSchema,
      answer: keptReadingSchema,
    }),
    csv: route('get', '/jobs/{id}/pressures.csv', 'Pressures that were read since', { answer: 'text/csv' }),
  },
  papers: {
    export: route('get', '/jobs/{id}/export', 'The whole job as a file', { answer: jobExportSchema }),
    card: route('get', '/jobs/{id}/card.pdf', "The owner's card", { query: unitsSchema, answer: 'application/pdf' }),
    record: route('get', '/jobs/{id}/record.pdf', 'The work record', { query: unitsSchema, answer: 'application/pdf' }),
    templatePdf: route('get', '/jobs/{id}/template.pdf', 'A drilling or cutting template at its own size', {
      query: templateQuery,
      answer: 'application/pdf',
    }),
    templateSvg: route('get', '/jobs/{id}/template.svg', 'A drilling or cutting template at its own size', {
      query: templateQuery,
      answer: 'image/svg+xml',
    }),
    templateDxf: route('get', '/jobs/{id}/template.dxf', 'A drilling or cutting template for a cutter', {
      query: templateQuery,
      answer: 'image/vnd.dxf',
    }),
    readings: route('get', '/jobs/{id}/readings.csv', 'Height readings that stand', { answer: 'text/csv' }),
    loads: route('get', '/jobs/{id}/loads.csv', 'Loads of every case', { answer: 'text/csv' }),
    followUps: route('get', '/jobs/{id}/follow-ups.ics', 'Follow-ups as a calendar file', { answer: 'text/calendar' }),
  },
  photos: {
    add: route('post', '/photos', 'Keep a picture of instructions', {
      ...ADDS,
      access: 'desk',
      body: pictureSchema,
      answer: keptPictureSchema,
    }),
    read: route('get', '/photos/{hash}', 'A photo of a job, by its SHA-256', { answer: 'image/jpeg' }),
  },
  minutes: {
    list: route('get', '/minutes', 'How long steps of a kit took in this shop', {
      query: minutesQuery,
      answer: measuredStepsSchema,
    }),
  },
  log: {
    list: route('get', '/log', 'Records of every job, newest first', { query: pageQuery, answer: logSchema }),
  },
  vehicles: documents('/vehicles', 'vehicle', vehicleSchema, vehicleSchema),
  platforms: documents('/platforms', 'platform', platformSchema, platformSchema),
  procedures: documents('/procedures', 'procedure', procedureSchema, procedureSchema),
  kits: documents('/kits', 'kit', kitSchema, kitSummarySchema),
  applications: documents('/applications', 'line of a list of vehicles', applicationSchema, applicationSchema),
  stock: {
    list: route('get', '/stock', 'All stock, with what is reserved and what to order', {
      answer: z.array(stockLineSchema),
    }),
    ...oneDocument('/stock', 'stock item', stockItemSchema),
  },
  fitment: {
    verdicts: route('post', '/verdicts', 'Every kit for a vehicle as it stands, and the next question', {
      body: verdictQuestionSchema,
      answer: verdictsSchema,
    }),
    applicationsOfKit: route('get', '/kits/{id}/applications', "Lines of a kit's list of vehicles", {
      answer: z.array(applicationSchema),
    }),
    catalog: route('get', '/catalog', 'Kits a make and model can choose from, their lines, the rules', {
      query: modelSchema,
      answer: catalogSchema,
    }),
  },
  rules: {
    read: route('get', '/rules', 'Fitment rules as they stand', { answer: ruleSetSchema }),
    change: route('put', '/rules', 'The next version of the fitment rules', {
      ...CHANGES,
      access: 'desk',
      body: ruleSetSchema,
      answer: ruleSetSchema,
    }),
    version: route('get', '/rules/{version}', 'Fitment rules as they stood', { answer: ruleSetSchema }),
  },
  imports: {
    list: route('get', '/imports', 'The latest files taken in', { answer: z.array(importRunSchema) }),
    upload: route('post', '/imports', 'Read and check a file: CSV, JSON or xlsx. Nothing is changed yet', {
      access: 'desk',
      query: uploadSchema,
      body: 'binary',
      answer: importRunSchema,
      status: 202,
    }),
    read: route('get', '/imports/{id}', 'How far it is', { answer: importRunSchema }),
    rows: route('get', '/imports/{id}/rows', 'What each row would do', {
      query: importRowsSchema,
      answer: z.array(importRowSchema),
    }),
    stop: route('post', '/imports/{id}/stop', 'Stop reading it', { access: 'desk', answer: null, status: 202 }),
    apply: route('post', '/imports/{id}/apply', 'Take it into the catalog, in one transaction', {
      access: 'desk',
      repeatable: true,
      body: applySchema,
      answer: importRunSchema,
    }),
    undo: route('post', '/imports/{id}/undo', 'Take it back as one step', {
      access: 'desk',
      repeatable: true,
      answer: importRunSchema,
    }),
    export: route('get', '/exports/{file}', 'A whole catalog: kits.csv, kits.json and so on', { answer: 'text/csv' }),
  },
  shop: {
    read: route('get', '/shop', "The shop's settings", { answer: storedSettingsSchema }),
    change: route('put', '/shop', "Change the shop's settings", {
      ...CHANGES,
      access: 'desk',
      body: shopSettingsSchema,
      answer: storedSettingsSchema,
    }),
  },
  compressor: {
    read: route('get', '/compressor', 'The stand-in compressor with its panel', { answer: compressorPanelSchema }),
    lines: route('put', '/compressor/lines', 'Join a line to the stand-in compressor', {
      access: 'work',
      body: compressorLineSchema,
      answer: compressorPanelSchema,
    }),
    fill: route('post', '/compressor/fill', 'Fill a line, or let air out of it', {
      access: 'work',
      body: compressorFillSchema,
      answer: compressorPanelSchema,
    }),
    wait: route('post', '/compressor/wait', 'Let hours go by for the stand-in compressor', {
      access: 'work',
      body: compressorWaitSchema,
      answer: compressorPanelSchema,
    }),
    look: route('post', '/compressor/look', 'Put the gauge on a line', {
      access: 'work',
      body: compressorLookSchema,
      answer: compressorPanelSchema,
    }),
    reset: route('post', '/compressor/reset', 'A new fuse, or the motor cooled down', {
      access: 'work',
      answer: compressorPanelSchema,
    }),
  },
  devices: {
    list: route('get', '/devices', 'Instruments of the shop', { answer: z.array(deviceSchema) }),
    readings: route('get', '/devices/readings', 'Readings that no record has used', {
      query: sinceSchema,
      answer: z.array(deviceReadingSchema),
    }),
    setting: route('put', '/devices/{id}/setting', 'Set what a simulated instrument reads next', {
      access: 'work',
      body: z.union([deviceSettings.torque, deviceSettings.pressure]),
      answer: deviceSchema,
    }),
    connection: route('put', '/devices/{id}/connection', 'Drop or restore its connection', {
      access: 'work',
      body: connectionSchema,
      answer: deviceSchema,
    }),
    place: route('put', '/devices/{id}/job', 'Take an instrument to a job, or away from it', {
      access: 'work',
      body: devicePlaceSchema,
      answer: deviceSchema,
    }),
    take: route('post', '/devices/{id}/readings', 'Take a reading with a simulated instrument', {
      access: 'work',
      answer: deviceReadingSchema,
      status: 201,
    }),
    token: route('post', '/devices/{id}/token', 'A new token for an instrument; the old one ends', {
      access: 'own',
      answer: z.strictObject({ token: z.string() }),
      status: 201,
    }),
    send: route('put', '/devices/{id}/readings/{sequence}', 'A reading from the instrument itself', {
      access: 'device',
      body: sentReadingSchema,
      answer: deviceReadingSchema,
    }),
  },
}

/** Calculators that others may ask, each with its route: a quantity is a number in SI or text with its unit. */
export const CALCULATOR_ROUTES = ENDPOINTS.map((calculator) => ({
  calculator,
  route: route('post', `/compute/${calculator.endpoint.name}`, calculator.endpoint.summary, {
    access: 'open',
    body: calculator.request,
    answer: computed,
  }),
}))

/** Every route, one after the other. */
export const ROUTE_LIST: readonly Route[] = [
  ...Object.values(ROUTES).flatMap((group) => Object.values(group as Record<string, Route>)),
  ...CALCULATOR_ROUTES.map((c) => c.route),
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
