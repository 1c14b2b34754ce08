import { writeFileSync } from 'node:fs'
import { benchCatalog, loadCatalog } from './catalog'

// First with an address only: kits and vehicles are taken in. Then the server is started anew, and measured.
const [address, pid, dir, figures] = process.argv.slice(2)
if (!pid) await loadCatalog(address!)
else writeFileSync(figures!, JSON.stringify(await benchCatalog(address!, Number(pid), dir!)))
