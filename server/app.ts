import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import express, { type Express } from 'express'
import helmet from 'helmet'
import type { Knex } from 'knex'
import type { Logger } from 'pino'
import { ROUTES } from '@stout-shackle/core/contract'
import { backUp, DATABASE, listBackups } from './backup'
import {
  applicationStore,
  catalogRoutes,
  findRoute,
  kitStore,
  kitVersionRoutes,
  platformStore,
  procedureStore,
  sampleRoutes,
  stockStore,
  vehicleStore,
} from './catalog'
import { computeRoutes, planThread } from './compute'
import { customerRoutes } from './customers'
import { compressorRoutes, deviceRoutes, SimulatedCompressor, SimulatedDevices } from './devices'
import { documentRoutes, sheetThread } from './documents'
import { EventBus, eventStream } from './events'
import { CandidateCache, fitmentRoutes, ruleRoutes, Verdicts } from './fitment'
import { guard, knownHost, nameRequest, refuseNesting } from './guard'
import { ServerHealth } from './health'
import { historyRoutes } from './histories'
import { exportRoutes, importRoutes, Imports } from './imports'
import {
  Board,
  jobRoutes,
  recordRoutes,
  leakHistoryRoutes,
  JobStore,
  logRoutes,
  lastReadRoute,
  provedRoute,
  minutesRoutes,
  pressureRoutes,
} from './jobs'
import { describeApi, schemaRoutes } from './openapi'
import { auditRoute, peopleRoutes, Sessions, sessionRoutes, tabletRoutes, type SignInSettings } from './people'
import { personOf } from './principal'
import { photoRoutes } from './photos'
import { answerProblem, Problem, unknownAddress } from './problem'
import { mountAll, route, versionOf, writes, type Mounted } from './routing'
import { shopRoutes } from './shop'
import { stockRoutes } from './stock'
import { audit, pruneAnswers } from './transaction'

const BODY_LIMIT = '1mb'
/** With photos in it. */
const IMPORT_LIMIT = '40mb'

export interface AppSettings extends SignInSettings {
  db: Knex
  log: Logger
  /** Names it answers under. */
  hosts: ReadonlySet<string>
  /** Where the shop's files are; null for a database in memory. */
  folder: string | null
  /** Bytes free there. */
  room: (() => number) | null
  /** Built web pages to serve; none while developing. */
  webDir?: string
  /** When it came up again after a crash. */
  restarted: string | null
  /** The word its starter gave it, to know it by. */
  instance: string | null
}

/** The parts of a shop server that its routes share. */
export interface Parts {
  settings: AppSettings
  db: Knex
  bus: EventBus
  devices: SimulatedDevices
  compressor: SimulatedCompressor
  candidates: CandidateCache
  verdicts: Verdicts
  plans: ReturnType<typeof planThread>
  sheets: ReturnType<typeof sheetThread>
  imports: Imports
  jobs: JobStore
  board: Board
  sessions: Sessions
  health: ServerHealth
}

export function assemble(settings: AppSettings): Parts {
  const { db, room, restarted, instance, demo } = settings
  const bus = new EventBus()
  const candidates = new CandidateCache(db)
  const verdicts = new Verdicts(candidates, settings.folder === null ? null : join(settings.folder, DATABASE))
  const jobs = new JobStore(db)
  const devices = new SimulatedDevices(db, bus)
  return {
    settings,
    db,
    bus,
    candidates,
    verdicts,
    plans: planThread(),
    sheets: sheetThread(),
    jobs,
    devices,
    compressor: new SimulatedCompressor(db, devices),
    imports: new Imports(db, verdicts.forget),
    board: new Board(db, jobs),
    sessions: new Sessions(db),
    health: new ServerHealth({ room, restarted, instance, demo, tell: (status) => bus.tell('health', { status }) }),
  }
}

const backupRoutes = ({ db, settings: { folder } }: Parts): Mounted[] => [
  route(ROUTES.backups.list, () => (folder === null ? [] : listBackups(folder))),
  route(ROUTES.backups.save, async ({ request }) => {
    if (folder === null) throw new Problem(409, 'Nothing to save', 'This shop is kept in memory only.')
    const { file, at: time, holds } = await backUp(folder, 'backup', new Date().toISOString())
    const name = basename(file)
    await audit(db, personOf(request), { action: 'backup', about: name })
    return { name, at: time, jobs: holds.jobs, records: holds.records }
  }),
]

const serverRoutes = ({ db, bus, health }: Parts): Mounted[] => {
  const description = describeApi()
  const events = eventStream(bus)
  return [
    route(ROUTES.server.health, async () => {
      const answers = await db.raw('select 1').then(
        () => true,
        () => false,
      )
      return health.report(answers)
    }),
    route(ROUTES.server.description, () => description),
    route(ROUTES.server.events, ({ request, response }) => events(request, response)),
  ]
}

const catalogs = ({ db, verdicts: { forget } }: Parts): Mounted[] => [
  findRoute(db, vehicleStore, ROUTES.vehicles),
  findRoute(db, platformStore, ROUTES.platforms),
  findRoute(db, procedureStore, ROUTES.procedures),
  findRoute(db, kitStore, ROUTES.kits),
  ...kitVersionRoutes(db),
  ...sampleRoutes(db, kitStore, forget),
  findRoute(db, applicationStore, ROUTES.applications),
  ...catalogRoutes(db, vehicleStore, ROUTES.vehicles),
  ...catalogRoutes(db, platformStore, ROUTES.platforms),
  ...catalogRoutes(db, procedureStore, ROUTES.procedures),
  ...catalogRoutes(db, kitStore, ROUTES.kits, forget),
  ...catalogRoutes(db, applicationStore, ROUTES.applications, forget),
  writes(db, ROUTES.applications.remove, async (trx, { params: { id }, request }) => {
    const entry = await applicationStore.remove(trx, id, versionOf(request))
    return { body: entry, audit: { about: `line ${id}`, before: entry.document }, announce: forget }
  }),
  ...catalogRoutes(db, stockStore, ROUTES.stock),
]

/** Every route of the API with what answers it; the contract's table is tested against this. */
export function apiRoutes(parts: Parts): Mounted[] {
  const { db, bus, devices, compressor, candidates, verdicts, imports, jobs, sessions, settings } = parts
  return [
    ...serverRoutes(parts),
    ...sessionRoutes(db, sessions, settings),
    ...peopleRoutes(db, sessions),
    ...tabletRoutes(db, sessions, bus.drop),
    auditRoute(db),
    ...backupRoutes(parts),
    ...customerRoutes(db, jobs),
    ...schemaRoutes(),
    ...documentRoutes(db, jobs, parts.sheets),
    lastReadRoute(db, jobs),
    provedRoute(db, jobs),
    ...leakHistoryRoutes(db),
    ...pressureRoutes(db, jobs),
    ...jobRoutes(parts),
    ...recordRoutes(parts),
    ...photoRoutes(db),
    ...minutesRoutes(db, jobs),
    ...historyRoutes(db, jobs),
    ...catalogs(parts),
    ...shopRoutes(db),
    ...stockRoutes(db),
    ...ruleRoutes(db, verdicts.forget),
    ...fitmentRoutes(db, candidates, verdicts),
    ...importRoutes(db, imports),
    ...exportRoutes(db),
    ...logRoutes(db, jobs),
    ...compressorRoutes(compressor, devices),
    ...deviceRoutes(db, devices),
    ...computeRoutes(parts.plans),
  ]
}

/** What is no longer needed is let go of, and what left the shop long ago is put away. */
export async function keepHouse({ db, sessions, imports, board }: Parts): Promise<void> {
  await pruneAnswers(db)
  await sessions.prune()
  await imports.prune()
  await board.archiveOld()
}

/** The shop server: API under /api, pages for everything else. */
export async function createApp(parts: Parts): Promise<Express> {
  const { settings, devices, compressor, imports, sessions, health } = parts
  const { log, hosts, webDir, demo } = settings
  await devices.resume()
  await compressor.resume()
  await imports.clearUnfinished()
  const app = express()
  app.disable('x-powered-by')
  // Nothing of the API is kept by a browser, so a digest of each answer would be made for nobody.
  app.disable('etag')
  app.use(nameRequest)
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'upgrade-insecure-requests': null,
          'worker-src': ["'self'"],
        },
      },
      strictTransportSecurity: false,
      // Said by a page without a secure context, it is only a warning in the console.
      originAgentCluster: false,
      crossOriginOpenerPolicy: false,
    }),
  )
  app.use(knownHost(hosts))
  app.use('/api', guard(sessions, demo))
  // The ETag of a job is the version of its plan, for If-Match; its records change without it. So no answer of the API may
  // be kept by a browser, nor be called unchanged.
  app.use('/api', (request, response, next) => {
    delete request.headers['if-none-match']
    response.set('Cache-Control', 'no-store')
    if (request.method !== 'GET') response.on('finish', () => response.statusCode < 400 && health.wrote())
    next()
  })
  const verify = (_request: unknown, _response: unknown, body: Buffer) => refuseNesting(body)
  app.use('/api/jobs/import', express.json({ limit: IMPORT_LIMIT, verify }))
  const json = express.json({ limit: BODY_LIMIT, verify })
  // A file's body is a stream of its own, whatever it calls itself.
  app.use('/api', (request, response, next) => {
    if (request.path === '/imports') next()
    else json(request, response, next)
  })
  mountAll(app, apiRoutes(parts))
  app.use('/api', unknownAddress)
  if (webDir && existsSync(webDir)) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }))
    app.use(express.static(webDir))
    app.get('/{*page}', (_request, response) => void response.sendFile(join(webDir, 'index.html')))
  }
  app.use(answerProblem(log, health.diskFull))
  return app
}
