import { writeFileSync } from 'node:fs'
import { benchCatalogue, loadCatalogue } from './catalogue'

// First with an address only: kits and vehicles are taken in. Then the server is started anew, and measured.
const [address, pid, dir, figures] = process.argv.slice(2)
if (!pid) await loadCatalogue(address!)
else writeFileSync(figures!, JSON.stringify(await benchCatalogue(address!, Number(pid), dir!)))
