import { z } from 'zod'
import { circuitFileSchema } from '../fittings'
import { bayRecordSchema, keptReadingSchema, newReadingsSchema, recordInputSchema } from '../records'
import { ENDPOINTS } from '../calculators'
import { jobExportSchema, jobSchema } from '../job'
import { applicationSchema, kitSchema, procedureSchema, ruleSetSchema, stockItemSchema, templateSchema } from '../kit'
import { personSchema, shopSettingsSchema, type Access } from '../shop'
import { platformSchema, underbodyFileSchema, vehicleSchema } from '../vehicle'
import * as answers from './answers'
import * as requests from './requests'

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
): Declared<Path, R> => {
  const usual = { access: 'read', status: 200, query: undefined, body: undefined }
  return { method, path, summary, ...usual, ...rest } as object as Declared<Path, R>
}
const get = <const Path extends string, const A extends Route['answer'], const R extends Omit<Rest, 'answer'> = object>(
  path: Path,
  summary: string,
  answer: A,
  rest?: R,
) => route('get', path, summary, { ...rest, answer } as R & { answer: A })

/** What a write takes, and what it answers. */
type Exchanged = readonly [Route['body'], Route['answer']]
/** Writes of one manner: by path, what they are for, who may, what goes in and comes back. */
const writesBy =
  (method: 'post' | 'put', manner: { status?: number; repeatable?: boolean; versioned?: boolean } = {}) =>
  <const Path extends string, const E extends Exchanged>(
    path: Path,
    summary: string,
    access: Access,
    [body, answer]: E,
  ) =>
    route<Path, { access: Access; body: E[0]; answer: E[1] }>(method, path, summary, {
      ...manner,
      access,
      body,
      answer,
    })
const posts = writesBy('post')
const puts = writesBy('put')
/** Something new: it is there with the answer. */
const adds = writesBy('post', { status: 201, repeatable: true })
/** The next version of something. */
const changes = writesBy('put', { versioned: true, repeatable: true })

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
  get(path, `Find: ${noun}`, answers.foundOf(listed), { query: requests.searchSchema })
const oneDocument = <const Path extends string, D extends z.ZodType>(path: Path, noun: string, document: D) => ({
  add: adds(path, `Add: ${noun}`, 'desk', [document, answers.entryOf(document)]),
  read: get(`${path}/{id}`, `Read: ${noun}`, answers.entryOf(document)),
  change: changes(`${path}/{id}`, `Change: ${noun}`, 'desk', [document, answers.entryOf(document)]),
})

/** Routes by which one kind of documents is added, read and changed. */
export type DocumentRoutes<D extends z.ZodType> = ReturnType<typeof oneDocument<string, D>>
export type FindRoute<L extends z.ZodType> = ReturnType<typeof findOne<string, L>>

const computed = z.looseObject({}).meta({ description: 'Figures carry SI value, unit and US value' })

/** Every route under /api, by what it is about. Server, page and the OpenAPI description are held against this one table. */
export const ROUTES = {
  server: {
    health: get('/health', 'Whether the shop server works', answers.healthSchema, { access: 'open' }),
    description: get('/openapi.json', 'This description', z.looseObject({ openapi: z.string() }), { access: 'open' }),
    events: get('/events', 'What happens in the shop, as server-sent events', 'text/event-stream'),
  },
  schemas: {
    list: get('/schemas', 'Names of the published schemas', z.array(z.string()), { access: 'open' }),
    read: get('/schemas/{name}', 'JSON Schema of a document', 'application/schema+json', { access: 'open' }),
  },
  session: {
    read: get('/session', 'Who is at this screen', answers.sessionSchema, { access: 'open' }),
    signIn: route('post', '/session', 'Sign in', {
      access: 'open',
      body: requests.signInSchema,
      answer: answers.signedInSchema,
      status: 201,
    }),
    signOut: route('delete', '/session', 'Sign out', { access: 'open', answer: answers.sessionSchema }),
    firstOwner: route('post', '/session/owner', 'Make the first owner of a shop', {
      access: 'open',
      body: requests.firstOwnerSchema,
      answer: answers.signedInSchema,
      status: 201,
    }),
    resume: route('post', '/session/resume', 'Go on at this screen as who signs', {
      answer: answers.signedInSchema,
      status: 201,
    }),
    ownSecret: puts('/session/secret', "Change one's own password or PIN", 'read', [
      requests.ownSecretSchema,
      personSchema,
    ]),
    queue: route('put', '/session/queue', 'How many records this screen has not sent', {
      body: requests.queueSchema,
      answer: null,
      status: 204,
    }),
  },
  people: {
    list: get('/people', 'People of the shop', z.array(answers.entryOf(personSchema))),
    add: adds('/people', 'Add a person', 'own', [requests.newPersonSchema, answers.entryOf(personSchema)]),
    change: changes('/people/{id}', 'Change a person', 'own', [
      requests.changedPersonSchema,
      answers.entryOf(personSchema),
    ]),
  },
  tablets: {
    list: get('/tablets', 'Screens that signed in', z.array(answers.tabletSchema), { access: 'own' }),
    signOut: route('delete', '/tablets/{id}', 'Sign a lost screen out', {
      access: 'own',
      answer: answers.tabletSchema,
    }),
  },
  audit: {
    list: get('/audit', 'Who changed what, newest first', answers.auditSchema, {
      access: 'own',
      query: requests.pageQuery,
    }),
  },
  backups: {
    list: get('/backups', 'Backups, newest first', z.array(z.string()), { access: 'own' }),
    save: route('post', '/backups', 'Save the shop as a file and open it again', {
      access: 'own',
      answer: answers.backupSchema,
      status: 201,
    }),
  },
  customers: {
    read: get('/customers', 'What is stored of a customer', answers.customerSchema, {
      access: 'own',
      query: requests.customerQuery,
    }),
    export: get('/customers/export', "A customer's jobs as a file", z.array(jobExportSchema), {
      access: 'own',
      query: requests.customerQuery,
    }),
    erase: posts('/customers/erase', "Take a customer's name out of every job", 'own', [
      requests.customerQuery,
      answers.customerSchema,
    ]),
  },
  jobs: {
    list: get('/jobs', 'Jobs with the state of their stages', answers.jobListSchema, { query: requests.jobListQuery }),
    add: adds('/jobs', 'Take in a job', 'work', [requests.newJobSchema, answers.storedJobSchema]),
    import: adds('/jobs/import', 'Take in a job from another installation', 'desk', [
      jobExportSchema,
      answers.storedJobSchema,
    ]),
    read: get('/jobs/{id}', 'One job with its records', answers.storedJobSchema),
    change: changes('/jobs/{id}', 'Change what is planned for a job', 'work', [jobSchema, answers.storedJobSchema]),
    summary: get('/jobs/{id}/summary', 'One job as on the board', answers.jobSummarySchema),
    archive: puts('/jobs/{id}/archive', 'Put a job away, or back on the board', 'desk', [
      requests.archiveSchema,
      answers.jobSummarySchema,
    ]),
    returnVisit: adds('/jobs/{id}/return-visit', 'Open the next visit of a vehicle that has left', 'work', [
      requests.returnVisitSchema,
      answers.storedJobSchema,
    ]),
  },
  histories: {
    list: get(
      '/histories',
      'Vehicles that have been here, by VIN, plate or owner',
      z.array(answers.historySummarySchema),
      { query: requests.searchSchema },
    ),
    read: get('/histories/{id}', 'One vehicle: owners, visits, what is fitted', answers.historySchema),
  },
  records: {
    proof: get(
      '/jobs/{id}/proof',
      'What proves each final check, what each lacks, and what stops the hand-over',
      answers.proofSchema,
      { query: requests.unitsSchema },
    ),
    plan: get('/jobs/{id}/plan', 'The work plan: steps, fasteners, and what is read', answers.planAnswerSchema),
    unsent: get('/jobs/{id}/unsent', 'Screens that may hold work nobody has seen', answers.unsentSchema),
    list: get('/jobs/{id}/records', 'Records of a job', z.array(bayRecordSchema)),
    append: adds('/jobs/{id}/records', 'Append a record', 'work', [recordInputSchema, bayRecordSchema]),
  },
  pressures: {
    leakHistory: get(
      '/leak-history',
      'How many of each kind were soaped here, and how many leaked',
      answers.leakHistorySchema,
    ),
    lastRead: get('/pressures', 'When the bags of each job were last read', answers.lastReadSchema),
    list: get('/jobs/{id}/pressures', 'Pressures that were read since, over all visits', z.array(keptReadingSchema)),
    add: adds('/jobs/{id}/pressures', 'Take down pressures that were read', 'work', [
      newReadingsSchema,
      z.array(keptReadingSchema),
    ]),
    withdraw: posts('/jobs/{id}/pressures/{reading}/withdraw', 'Withdraw a reading of the log', 'work', [
      requests.withdrawSchema,
      keptReadingSchema,
    ]),
    csv: get('/jobs/{id}/pressures.csv', 'Pressures that were read since', 'text/csv'),
  },
  papers: {
    export: get('/jobs/{id}/export', 'The whole job as a file', jobExportSchema),
    card: get('/jobs/{id}/card.pdf', "The owner's card", 'application/pdf', { query: requests.unitsSchema }),
    record: get('/jobs/{id}/record.pdf', 'The work record', 'application/pdf', { query: requests.unitsSchema }),
    plan: get('/jobs/{id}/plan.pdf', 'The work plan on paper', 'application/pdf', { query: requests.unitsSchema }),
    figures: get('/jobs/{id}/figures', 'What is said at each step of the plan', answers.stepFiguresSchema, {
      query: requests.unitsSchema,
    }),
    labels: get('/jobs/{id}/labels.pdf', 'Labels for door jamb, valves and brackets', 'application/pdf', {
      query: requests.unitsSchema,
    }),
    templatePdf: get('/jobs/{id}/template.pdf', 'A drilling or cutting template at its own size', 'application/pdf', {
      query: requests.templateQuery,
    }),
    templateSvg: get('/jobs/{id}/template.svg', 'A drilling or cutting template at its own size', 'image/svg+xml', {
      query: requests.templateQuery,
    }),
    templateDxf: get('/jobs/{id}/template.dxf', 'A drilling or cutting template for a cutter', 'image/vnd.dxf', {
      query: requests.templateQuery,
    }),
    readings: get('/jobs/{id}/readings.csv', 'Height readings that stand', 'text/csv'),
    loads: get('/jobs/{id}/loads.csv', 'Loads of every case', 'text/csv'),
    followUps: get('/jobs/{id}/follow-ups.ics', 'Follow-ups as a calendar file', 'text/calendar'),
  },
  photos: {
    add: adds('/photos', 'Keep a picture of instructions', 'desk', [answers.pictureSchema, answers.keptPictureSchema]),
    read: get('/photos/{hash}', 'A photo of a job, by its SHA-256', 'image/jpeg'),
  },
  minutes: {
    list: get('/minutes', 'How long steps of a kit took in this shop', answers.measuredStepsSchema, {
      query: requests.minutesQuery,
    }),
  },
  log: {
    list: get('/log', 'Records of every job, newest first', answers.logSchema, { query: requests.pageQuery }),
  },
  vehicles: documents('/vehicles', 'vehicle', vehicleSchema, vehicleSchema),
  platforms: documents('/platforms', 'platform', platformSchema, platformSchema),
  procedures: documents('/procedures', 'procedure', procedureSchema, procedureSchema),
  kits: documents('/kits', 'kit', kitSchema, answers.kitSummarySchema),
  samples: {
    take: adds('/kits/samples', 'Take the made-up kits in, to look at and plan with', 'desk', [
      z.strictObject({}),
      z.strictObject({ added: z.number().int() }),
    ]),
  },
  kitVersions: {
    list: get('/kits/{id}/versions', 'Every version of a kit, newest first', z.array(answers.kitVersionSchema)),
    read: get('/kits/{id}/versions/{hash}', 'A kit as it was, by its hash', kitSchema),
    proved: get(
      '/kits/{id}/proved',
      'What jobs that have left proved of the area of its bags',
      z.array(answers.provedAreaSchema),
    ),
    confirmed: get(
      '/kits/{id}/confirmations',
      'Figures of a kit that were compared with its paper on a job',
      z.array(answers.confirmedFigureSchema),
    ),
  },
  applications: {
    ...documents('/applications', 'line of a list of vehicles', applicationSchema, applicationSchema),
    remove: route('delete', '/applications/{id}', 'Remove: line of a list of vehicles', {
      access: 'desk',
      answer: answers.entryOf(applicationSchema),
      versioned: true,
      repeatable: true,
    }),
  },
  stock: {
    list: get('/stock', 'All stock, with what is reserved and what to order', z.array(answers.stockLineSchema)),
    ...oneDocument('/stock', 'stock item', stockItemSchema),
  },
  fitment: {
    verdicts: posts('/verdicts', 'Every kit for a vehicle as it stands, and the next question', 'read', [
      requests.verdictQuestionSchema,
      answers.verdictsSchema,
    ]),
    applicationsOfKit: get('/kits/{id}/applications', "Lines of a kit's list of vehicles", z.array(applicationSchema)),
    catalog: get('/catalog', 'Kits a make and model can choose from, their lines, the rules', answers.catalogSchema, {
      query: requests.modelSchema,
    }),
  },
  rules: {
    read: get('/rules', 'Fitment rules as they stand', ruleSetSchema),
    change: changes('/rules', 'The next version of the fitment rules', 'desk', [ruleSetSchema, ruleSetSchema]),
    version: get('/rules/{version}', 'Fitment rules as they stood', ruleSetSchema),
  },
  imports: {
    list: get('/imports', 'The latest files taken in', z.array(answers.importRunSchema)),
    upload: route('post', '/imports', 'Read and check a file: CSV, JSON or xlsx. Nothing is changed yet', {
      access: 'desk',
      query: requests.uploadSchema,
      body: 'binary',
      answer: answers.importRunSchema,
      status: 202,
    }),
    read: get('/imports/{id}', 'How far it is', answers.importRunSchema),
    rows: get('/imports/{id}/rows', 'What each row would do', z.array(answers.importRowSchema), {
      query: requests.importRowsSchema,
    }),
    stop: route('post', '/imports/{id}/stop', 'Stop reading it', { access: 'desk', answer: null, status: 202 }),
    apply: route('post', '/imports/{id}/apply', 'Take it into the catalog, in one transaction', {
      access: 'desk',
      repeatable: true,
      body: requests.applySchema,
      answer: answers.importRunSchema,
    }),
    undo: route('post', '/imports/{id}/undo', 'Take it back as one step', {
      access: 'desk',
      repeatable: true,
      answer: answers.importRunSchema,
    }),
    export: get('/exports/{file}', 'A whole catalog: kits.csv, kits.json and so on', 'text/csv', {
      query: requests.exportQuerySchema,
    }),
  },
  shop: {
    read: get('/shop', "The shop's settings", answers.storedSettingsSchema),
    change: changes('/shop', "Change the shop's settings", 'desk', [shopSettingsSchema, answers.storedSettingsSchema]),
  },
  compressor: {
    read: get('/compressor', 'The stand-in compressor with its panel', answers.compressorPanelSchema),
    lines: puts('/compressor/lines', 'Join a line to the stand-in compressor', 'work', [
      requests.compressorLineSchema,
      answers.compressorPanelSchema,
    ]),
    fill: posts('/compressor/fill', 'Fill a line, or let air out of it', 'work', [
      requests.compressorFillSchema,
      answers.compressorPanelSchema,
    ]),
    wait: posts('/compressor/wait', 'Let hours go by for the stand-in compressor', 'work', [
      requests.compressorWaitSchema,
      answers.compressorPanelSchema,
    ]),
    look: posts('/compressor/look', 'Put the gauge on a line', 'work', [
      requests.compressorLookSchema,
      answers.compressorPanelSchema,
    ]),
    reset: posts('/compressor/reset', 'A new fuse, or the motor cooled down', 'work', [
      undefined,
      answers.compressorPanelSchema,
    ]),
  },
  devices: {
    list: get('/devices', 'Instruments of the shop', z.array(answers.deviceSchema)),
    readings: get('/devices/readings', 'Readings that no record has used', z.array(answers.deviceReadingSchema), {
      query: requests.sinceSchema,
    }),
    setting: puts('/devices/{id}/setting', 'Set what a simulated instrument reads next', 'work', [
      z.union([requests.deviceSettings.torque, requests.deviceSettings.pressure]),
      answers.deviceSchema,
    ]),
    connection: puts('/devices/{id}/connection', 'Drop or restore its connection', 'work', [
      requests.connectionSchema,
      answers.deviceSchema,
    ]),
    place: puts('/devices/{id}/job', 'Take an instrument to a job, or away from it', 'work', [
      requests.devicePlaceSchema,
      answers.deviceSchema,
    ]),
    take: route('post', '/devices/{id}/readings', 'Take a reading with a simulated instrument', {
      access: 'work',
      answer: answers.deviceReadingSchema,
      status: 201,
    }),
    token: route('post', '/devices/{id}/token', 'A new token for an instrument; the old one ends', {
      access: 'own',
      answer: z.strictObject({ token: z.string() }),
      status: 201,
    }),
    send: puts('/devices/{id}/readings/{sequence}', 'A reading from the instrument itself', 'device', [
      requests.sentReadingSchema,
      answers.deviceReadingSchema,
    ]),
  },
}

/** Calculators that others may ask, each with its route: a quantity is a number in SI or text with its unit. */
export const CALCULATOR_ROUTES = ENDPOINTS.map((calculator) => ({
  calculator,
  route: posts(`/compute/${calculator.endpoint.name}`, calculator.endpoint.summary, 'open', [
    calculator.request,
    computed,
  ]),
}))

/** Every route, one after the other. */
export const ROUTE_LIST: readonly Route[] = [
  ...Object.values<Record<string, Route>>(ROUTES).flatMap((group) => Object.values(group)),
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
