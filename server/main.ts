import { randomInt } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { createServer as createPlain, type Server } from 'node:http'
import { createServer as createSecure } from 'node:https'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pino from 'pino'
import { assemble, createApp, keepHouse } from './app'
import { backUpNightly, DATABASE } from './backup'
import { CannotOpen, EXIT_CANNOT_OPEN, lockFolder, openDatabase, roomAt } from './db'
import { addDemoPeople } from './demo-people'
import { hostNames } from './guard'
import { addressesOf, authorityPage, readCertificate, showAddresses } from './tls'

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' })
const folder = process.env.DATA_DIR ?? 'data'
const port = Number(process.env.PORT ?? 5280)
const host = process.env.HOST ?? '127.0.0.1'
const demo = process.env.DEMO === '1'
const webDir = fileURLToPath(new URL('../web/dist', import.meta.url))

/** Nobody sends a shop's request for longer, headers and body, ms. */
const SLOWEST = { headers: 10_000, request: 60_000 }

function fail(error: unknown): never {
  if (error instanceof CannotOpen) console.error(error.message)
  else console.error(error)
  process.exit(error instanceof CannotOpen ? EXIT_CANNOT_OPEN : 1)
}

try {
  mkdirSync(folder, { recursive: true })
} catch (error) {
  fail(
    new CannotOpen('not-writable', `The folder ${folder} cannot be made (${(error as Error).message}). Set DATA_DIR.`),
  )
}
let unlock: () => void
let db: Awaited<ReturnType<typeof openDatabase>>
try {
  unlock = lockFolder(folder)
  db = await openDatabase(join(folder, DATABASE))
} catch (error) {
  fail(error)
}
const certificate = readCertificate(folder)
if (certificate?.renew)
  console.log(`The certificate ends ${certificate.until.toISOString().slice(0, 10)}: run npm run certificate again.`)
const ownerCode = String(randomInt(100_000_000)).padStart(8, '0')
const parts = assemble({
  db,
  log,
  folder,
  webDir,
  demo,
  ownerCode,
  hosts: hostNames(process.env.HOSTS, certificate?.names),
  room: () => roomAt(folder),
  restarted: process.env.RESTARTED || null,
  instance: process.env.INSTANCE || null,
})
if (demo) await addDemoPeople(db)
const app = await createApp(parts)
const stopGauge = parts.compressor.watch()
const stopNightly = demo ? () => undefined : backUpNightly(folder, log, () => keepHouse(parts))

const server: Server = certificate
  ? createSecure({ key: certificate.key, cert: certificate.chain }, app)
  : createPlain(app)
server.headersTimeout = SLOWEST.headers
server.requestTimeout = SLOWEST.request
const servers: [Server, number][] = [[server, port]]
// Where a tablet gets the authority from, and is sent on to the secure address.
if (certificate) servers.push([createPlain(authorityPage(certificate, port)), port + 1])
for (const [each, listener] of servers) {
  each.on('error', (error) => {
    console.error(`Cannot listen on ${host}:${listener}: ${error.message}. Set PORT to a free one.`)
    process.exit(EXIT_CANNOT_OPEN)
  })
  each.listen(listener, host)
}
server.on('listening', () => {
  const addresses = addressesOf(host, port, certificate)
  void showAddresses(addresses, { demo, authority: certificate ? port + 1 : null }).then(async () => {
    if (!(await parts.sessions.hasPeople()))
      console.log(`No owner yet: open the first address here, or anywhere with the code ${ownerCode}`)
  })
  // What an older version stored has no summaries yet; nobody waits for them.
  parts.board.refresh().catch((error: unknown) => log.error({ err: error }, 'summaries'))
})

let stopping = false
function stop() {
  if (stopping) return
  stopping = true
  stopNightly()
  stopGauge()
  parts.health.stop()
  // Open event streams would keep the server alive for ever.
  for (const [each] of servers) {
    each.close()
    each.closeAllConnections()
  }
  void Promise.all([db.destroy(), parts.verdicts.stop(), parts.plans.stop(), parts.sheets.stop()]).then(() => {
    unlock()
    process.exit(0)
  })
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
process.on('uncaughtException', (error) => {
  log.fatal({ err: error }, 'crashed')
  process.exit(1)
})
process.on('unhandledRejection', (error) => {
  log.fatal({ err: error }, 'crashed')
  process.exit(1)
})
