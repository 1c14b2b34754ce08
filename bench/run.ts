import { writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import { benchCore } from './core'
import { benchPage } from './page'

const address = process.argv[2]!
const page = await benchPage(address, new URL('../web/dist/', import.meta.url))
const core = benchCore()
const ms = (v: number) => (v < 0.01 ? `${(v * 1000).toFixed(2)} µs` : `${v.toFixed(2)} ms`)
const text = `# Performance

Written by \`npm run bench\`; do not edit by hand. Nothing in the tests depends on a clock.

${new Date().toISOString().slice(0, 10)}, Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, headless Chromium.

## In the page

| what | figure | aim |
|---|---|---|
| script and style before the first screen shows, gzipped | ${page.firstScreen.toFixed(0)} kB | at most 250 kB |
${page.keystrokes.map((k) => `| keystroke to answer painted, ${k.what} | ${k.median.toFixed(0)} ms median, ${k.worst.toFixed(0)} ms worst of 40 | 50 ms |`).join('\n')}

## The computation, beside general libraries

| what | median | 99th percentile | calls timed |
|---|---|---|---|
${core.map((f) => `| ${f.what} | ${ms(f.median)} | ${ms(f.worst)} | ${f.runs} |`).join('\n')}

The aim for a recomputation is 2 ms. \`mathjs\` reads the same text into a unit of its own and is made for far more than
this; \`cubic-spline\` interpolates without keeping the shape of the table, so it is a measure of speed only.
`
writeFileSync(new URL('../docs/performance.md', import.meta.url), text)
console.log(text)
