import { readFileSync, writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import type { Figure } from './measure'
import { benchPage } from './page'
import type { Sweep } from './vehicles'

const address = process.argv[2]!
const page = await benchPage(address, new URL('../web/dist/', import.meta.url))
const { core, sweep } = JSON.parse(readFileSync(process.argv[3]!, 'utf8')) as { core: Figure[]; sweep: Sweep }
const ms = (v: number) => (v < 0.01 ? `${(v * 1000).toFixed(2)} µs` : `${v.toFixed(2)} ms`)
const named = (what: string) => core.find((f) => f.what.startsWith(what))!
const [stand, finder] = [named('standOf'), named('ml-levenberg-marquardt')]
const text = `# Performance

Written by \`npm run bench\`; do not edit by hand. Nothing in the tests depends on a clock.

${new Date().toISOString().slice(0, 10)}, Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, headless Chromium.

## In the page

| what | figure | aim |
|---|---|---|
| script and style before the first screen shows, gzipped | ${page.firstScreen.toFixed(0)} kB | at most 250 kB |
${page.keystrokes.map((k) => `| keystroke to answer painted, ${k.what} | ${k.median.toFixed(0)} ms median, ${k.worst.toFixed(0)} ms worst of 40 | 50 ms |`).join('\n')}
| dragging a weight on Load for 4 s, traced in Chromium: frames drawn a second | ${page.drag.framesPerSecond.toFixed(1)} | 60 |
| the same: between two frames | ${page.drag.median.toFixed(1)} ms median, ${page.drag.worst.toFixed(1)} ms worst of ${page.drag.frames} | 16.7 ms |

## The computation, beside general libraries

| what | median | 99th percentile | calls timed |
|---|---|---|---|
${core.map((f) => `| ${f.what} | ${ms(f.median)} | ${ms(f.worst)} | ${f.runs} |`).join('\n')}

\`standOf\` is ${(finder.median / stand.median).toFixed(0)} times as fast as the general root finder (10 asked), on the same seven
equations; that both give the same to 1e-6 is checked in core/spring/stand.test.ts.

## Random vehicles

${sweep.vehicles} random vehicles, from a light van to a motorhome, some with loads that no air can hold (seeded, \`bench/vehicles.ts\`),
brought level in ${(sweep.milliseconds / 1000).toFixed(2)} s: ${Object.entries(sweep.codes)
  .map(([code, n]) => `${n} ${code}`)
  .join(', ')}.
Levelled ones whose pressures, put back, miss the aim by more than 0.1 mm: ${sweep.missed}. Answers with a number that is none:
${sweep.notFinite}. Out of reach without a reason: ${sweep.unexplained}.

The aim for a recomputation is 2 ms, for four load cases 1 ms. \`mathjs\` reads the same text into a unit of its own and is made for far more than
this; \`cubic-spline\` interpolates without keeping the shape of the table, so it is a measure of speed only.
`
writeFileSync(new URL('../docs/performance.md', import.meta.url), text)
console.log(text)
