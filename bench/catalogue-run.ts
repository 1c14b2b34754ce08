import { writeFileSync } from 'node:fs'
import { benchCatalogue } from './catalogue'

const [address, pid, dir, figures] = process.argv.slice(2) as [string, string, string, string]
writeFileSync(figures, JSON.stringify(await benchCatalogue(address, Number(pid), dir)))
