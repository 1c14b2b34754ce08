import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pino from 'pino'
import { createApp } from './app'
import { openDatabase } from './db'

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' })
const dataDir = process.env.DATA_DIR ?? 'data'
const port = Number(process.env.PORT ?? 5280)
const host = process.env.HOST ?? '127.0.0.1'
const webDir = fileURLToPath(new URL('../web/dist', import.meta.url))

const db = await openDatabase(join(dataDir, 'shop.sqlite'))
const app = await createApp({ db, log, webDir })
const server = app.listen(port, host, (error?: Error) => {
  if (error) {
    console.error(`Cannot listen on ${host}:${port}: ${error.message}. Set PORT to a free one.`)
    process.exit(1)
  }
  console.log(`Stout Shackle is at http://${host}:${port}`)
})

let stopping = false
function stop() {
  if (stopping) return
  stopping = true
  // Open event streams would keep the server alive for ever.
  server.close(() => void db.destroy().then(() => process.exit(0)))
  server.closeAllConnections()
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
