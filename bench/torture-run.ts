// npm run torture [-- kills]: kills a working server, then sends it nonsense; prints what came of it.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '../server/db'
import { testShop } from '../server/fixtures/shop'
import { attack, contentsOf } from './hostile'
import { torture } from './torture'

const kills = Number(process.argv[2] ?? 200)
const REQUESTS = 2000
const result = await torture(kills, 11, (text) => console.log(`· ${text}`))
console.log(
  JSON.stringify({ ...result, lost: result.lost.slice(0, 20), doubled: result.doubled.slice(0, 20) }, null, 1),
)

const folder = mkdtempSync(join(tmpdir(), 'shackle-hostile-'))
const shop = await testShop({ db: await openDatabase(join(folder, 'shop.sqlite')), folder: null })
const { cookie } = await shop.signIn('Visitor', 'Hostile')
const before = JSON.stringify(await contentsOf(shop.db))
const server = shop.app.listen(0, '127.0.0.1')
await new Promise((resolve) => server.once('listening', resolve))
const { port } = server.address() as { port: number }
const hostile = await attack({ port, cookie, seed: 3, requests: REQUESTS })
const changed = JSON.stringify(await contentsOf(shop.db)) !== before
console.log(JSON.stringify({ ...hostile, changed }, null, 1))
server.closeAllConnections()
server.close()
await shop.close()
rmSync(folder, { recursive: true, force: true })
const bad =
  result.lost.length +
  result.doubled.length +
  hostile.failures.length +
  (result.integrity === 'ok' ? 0 : 1) +
  (changed ? 1 : 0)
process.exit(bad ? 1 : 0)
