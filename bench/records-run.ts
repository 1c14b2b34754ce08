import { writeFileSync } from 'node:fs'
import { signIn } from '../demo/load.mjs'
import { measureBoard, measureRecords } from './records'

const [address, out] = process.argv.slice(2) as [string, string]
const headers = await signIn(address, 'Maren', 'Bench')
const records = await measureRecords(address, headers)
const board = await measureBoard(address, headers)
writeFileSync(out, JSON.stringify({ records, board }))
process.exit(0)
