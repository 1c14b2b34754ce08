import { existsSync } from 'node:fs'
import { join } from 'node:path'
import express, { Router, type Express } from 'express'
import helmet from 'helmet'
import type { Knex } from 'knex'
import type { Logger } from 'pino'
import { applicationStore, catalogRoutes, kitStore, platformStore, stockStore, vehicleStore } from './catalog'
import { computeRoutes } from './compute'
import { deviceRoutes, SimulatedDevices } from './devices'
import { documentRoutes } from './documents'
import { EventBus, eventStream } from './events'
import { exportRoutes, importRoutes, Imports } from './imports'
import { jobRoutes, logRoutes } from './jobs'
import { describeApi, schemaRoutes } from './openapi'
import { answerProblem, unknownAddress } from './problem'
import { CandidateCache, fitmentRoutes, ruleRoutes } from './fitment'
import { shopRoutes } from './shop'
import { stockRoutes } from './stock'

const BODY_LIMIT = '1mb'
const IMPORT_LIMIT = '8mb'

export interface AppOptions {
  db: Knex
  log: Logger
  /** Built web pages to serve; none while developing. */
  webDir?: string
}

interface Parts {
  db: Knex
  bus: EventBus
  devices: SimulatedDevices
  candidates: CandidateCache
  imports: Imports
}

/** Every router of the API with the address it answers under; the contract's list of routes is tested against this. */
export function apiRouters({ db, bus, devices, candidates, imports }: Parts): [string, Router][] {
  const description = describeApi()
  return [
    [
      '/api',
      Router()
        .get('/health', async (_request, response) => {
          await db.raw('select 1')
          response.json({ status: 'ok' })
        })
        .get('/openapi.json', (_request, response) => void response.json(description))
        .get('/events', eventStream(bus)),
    ],
    ['/api/schemas', schemaRoutes()],
    ['/api/jobs', documentRoutes(db)],
    ['/api/jobs', jobRoutes(db, bus)],
    ['/api/vehicles', catalogRoutes(db, vehicleStore)],
    ['/api/platforms', catalogRoutes(db, platformStore)],
    ['/api/kits', catalogRoutes(db, kitStore, candidates.forget)],
    ['/api/applications', catalogRoutes(db, applicationStore, candidates.forget)],
    ['/api/shop', shopRoutes(db)],
    ['/api/stock', stockRoutes(db)],
    ['/api/stock', catalogRoutes(db, stockStore)],
    ['/api/rules', ruleRoutes(db, candidates.forget)],
    ['/api', fitmentRoutes(db, candidates)],
    ['/api/imports', importRoutes(db, imports)],
    ['/api/exports', exportRoutes(db)],
    ['/api/log', logRoutes(db)],
    ['/api/devices', deviceRoutes(devices)],
    ['/api/compute', computeRoutes()],
  ]
}

/** The shop server: API under /api, pages for everything else. */
export async function createApp({ db, log, webDir }: AppOptions): Promise<Express> {
  const bus = new EventBus()
  const devices = new SimulatedDevices(db, bus)
  const candidates = new CandidateCache(db)
  await devices.resume()
  const app = express()
  app.disable('x-powered-by')
  // Nothing of the API is kept by a browser, so a digest of each answer would be made for nobody.
  app.disable('etag')
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'style-src': ["'self'", "'unsafe-inline'"], 'upgrade-insecure-requests': null },
      },
      strictTransportSecurity: false,
    }),
  )
  // The ETag of a job is the version of its plan, for If-Match; its records change without it. So no answer of the API may
  // be kept by a browser, nor be called unchanged.
  app.use('/api', (request, response, next) => {
    delete request.headers['if-none-match']
    response.set('Cache-Control', 'no-store')
    next()
  })
  // A file's body is a stream of its own, whatever it calls itself.
  const imports = new Imports(db, candidates.forget)
  await imports.clearUnfinished()
  app.use('/api/jobs/import', express.json({ limit: IMPORT_LIMIT }))
  const json = express.json({ limit: BODY_LIMIT })
  app.use('/api', (request, response, next) => {
    if (request.path === '/imports') next()
    else json(request, response, next)
  })
  for (const [path, router] of apiRouters({ db, bus, devices, candidates, imports })) app.use(path, router)
  app.use('/api', unknownAddress)
  if (webDir && existsSync(webDir)) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }))
    app.use(express.static(webDir))
    app.get('/{*page}', (_request, response) => void response.sendFile(join(webDir, 'index.html')))
  }
  app.use(answerProblem(log))
  return app
}
