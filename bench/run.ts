import { readFileSync, writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import type { AirFigures } from './air'
import type { Figure } from './measure'
import type { CatalogFigures } from './catalog'
import type { ClearanceFigures } from './clearance'
import type { FitmentFigures } from './fitment'
import type { PlanFigures, PlanTimes } from './plans'
import type { measureBoard, measureRecords } from './records'
import { benchPage } from './page'
import type { Sweep } from './vehicles'

const address = process.argv[2]!
const page = await benchPage(address, new URL('../web/dist/', import.meta.url))
const { core, clearance, plans, air, sweep, fitment } = JSON.parse(readFileSync(process.argv[3]!, 'utf8')) as {
  core: Figure[]
  clearance: ClearanceFigures
  plans: PlanFigures
  air: AirFigures
  sweep: Sweep
  fitment: FitmentFigures
}
const { shop, verdicts, search, taking } = JSON.parse(readFileSync(process.argv[4]!, 'utf8')) as CatalogFigures
const { records, board } = JSON.parse(readFileSync(process.argv[5]!, 'utf8')) as {
  records: Awaited<ReturnType<typeof measureRecords>>
  board: Awaited<ReturnType<typeof measureBoard>>
}
const s = (milliseconds: number) => `${(milliseconds / 1000).toFixed(1)} s`
const ms = (v: number) => (v < 0.01 ? `${(v * 1000).toFixed(2)} µs` : `${v.toFixed(2)} ms`)
const named = (what: string) => core.find((f) => f.what.startsWith(what))!
const plan = (t: PlanTimes) => `${ms(t.median)} median, ${ms(t.worst)} worst of ${t.plans}; ${t.proved} proved`
const [stand, finder] = [named('standOf: coupled'), named('ml-levenberg-marquardt on the same')]
const [two, twoFinder] = [named('standOf: bags at both'), named('ml-levenberg-marquardt on the equations of both')]
const text = `# Performance

Written by \`npm run bench\`; do not edit by hand. Nothing in the tests depends on a clock.

${new Date().toISOString().slice(0, 10)}, Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, headless Chromium.

## In the page

| what | figure | aim |
|---|---|---|
| script and style before the first screen shows, gzipped | ${page.firstScreen.toFixed(0)} kB | 250 kB max |
${page.keystrokes.map((k) => `| keystroke to answer painted, ${k.what} | ${k.median.toFixed(0)} ms median, ${k.worst.toFixed(0)} ms worst of 40 | 50 ms |`).join('\n')}
| dragging a weight on Load for 4 s, traced in Chromium: frames drawn a second | ${page.drag.framesPerSecond.toFixed(1)} | 60 |
| the same: between two frames | ${page.drag.median.toFixed(1)} ms median, ${page.drag.worst.toFixed(1)} ms worst of ${page.drag.frames} | 16.7 ms |
| moving the axle on Fit, ${page.axle.moves} moves: work of a move | ${page.axle.work.median.toFixed(1)} ms median, ${page.axle.work.p95.toFixed(1)} ms at 95 % | 8 ms |
| the same: from input to paint | ${page.axle.paint.median.toFixed(1)} ms median, ${page.axle.paint.p95.toFixed(1)} ms at 95 % | 50 ms at 95 % |
| dragging a fitting on Air, ${page.fitting.moves} moves: from input to paint | ${page.fitting.median.toFixed(1)} ms median, ${page.fitting.p95.toFixed(1)} ms at 95 % | 50 ms at 95 % |

## A catalog of ${shop.kits} kits, ${shop.applications} lines and ${shop.vehicles} vehicles

Seeded, \`bench/big-shop.ts\`. Verdicts are asked for by autocannon, ten connections at once, after a round to warm up; the
file of lines is taken in on the page by a person's clicks, on a freshly started server, while somebody else asks for its health.

| what | figure | aim |
|---|---|---|
| from vehicle and survey to every verdict with reasons, over HTTP, 10 clients | ${verdicts.median} ms median, ${verdicts.p90} ms at 90 %, ${verdicts.p97} ms at 97.5 %, ${verdicts.worst} ms worst of ${verdicts.asked} | 20 ms at 95 % |
| the same verdicts in the core | ${ms(fitment.byModel.median)} median, ${ms(fitment.byModel.worst)} at 99 % | |
| looking at every line one after the other | ${ms(fitment.oneByOne.median)} median: ${(fitment.oneByOne.median / fitment.byModel.median).toFixed(0)} times as long | 20 times |
| verdicts that differ between the two, of ${fitment.compared} | ${fitment.differing} | 0 |
| ranking those that fit (up to ${fitment.ranking.kits}), four load cases | ${ms(fitment.ranking.median)} median, ${ms(fitment.ranking.worst)} worst of 30 | 50 ms |
| finding vehicles and kits together, letter by letter | ${search.median.toFixed(1)} ms median, ${search.p95.toFixed(1)} ms at 95 % of ${search.asked} | 30 ms |
| ${search.peer.what} | ${ms(search.peer.median)} median, ${ms(search.peer.worst)} at 99 % | |
| taking in the lines: sent, read and checked | ${s(taking.read)} | with the next 20 s |
| written in one transaction | ${s(taking.apply)} | |
| taken back as one step | ${s(taking.undo)} | |
| largest the server was meanwhile | ${taking.peakMegabytes.toFixed(0)} MB | 400 MB |
| longest between two frames of the page meanwhile, of ${taking.frames} | ${taking.worstFrame.toFixed(0)} ms | |
| longest anybody else waited for the server meanwhile | ${s(taking.answers)} | |

## Lines and leaks

\`bench/air.ts\`. Six lines: two bags teed, tank, check valve, manifold, compressor. Leaks are drawn by rates of another shop, one in five of them two at
once; minutes until each was found by soap.

| what | figure | aim |
|---|---|---|
| ${air.routing.what} | ${ms(air.routing.median)} median, ${ms(air.routing.worst)} at 99 % | 200 ms |
| ${air.judging.what} | ${ms(air.judging.median)} median, ${ms(air.judging.worst)} at 99 % | |
| ${air.own.what}, straightened and its bends eased | ${ms(air.own.median)} median | |
| ${air.peer.what} | ${ms(air.peer.median)} median | |
| what the way costs against that library's cheapest on the grid | ${(100 * air.dearer).toFixed(1)} % | |
${air.leaks.map((l) => `| 1,000 leaks, ${l.circuit}: the next best test | ${l.worth.mean.toFixed(1)} min mean, ${l.worth.p90.toFixed(1)} min at 90 % | under the next line |\n| the same, cheapest look first | ${l.cheapest.mean.toFixed(1)} min mean, ${l.cheapest.p90.toFixed(1)} min at 90 % | |`).join('\n')}

## Records and the board

Eight clients append records to jobs of their own through the API for 10 s, each waiting for its answer, while two boards
are open and ask for what changed; beside it, in the same run, bare inserts into SQLite with the same full sync.

| what | figure | aim |
|---|---|---|
| records a second, 8 clients, 2 boards | ${records.perSecond.toFixed(0)} | 500 |
| one record, sent to answered | ${records.median.toFixed(1)} ms median, ${records.p99.toFixed(1)} ms at 99 % | 50 ms at 99 % |
| refused or failed of them | ${records.wrong} | 0 |
| summaries the two boards asked for meanwhile | ${records.asked} | |
| bare inserts a second, one after the other, each on the disk | ${records.bare.perSecond.toFixed(0)}, ${records.bare.p99.toFixed(2)} ms at 99 % | |
| the list of ${board.jobs} jobs of ${board.records} records, first hundred | ${board.list.median.toFixed(1)} ms median, ${board.list.p95.toFixed(1)} ms at 95 % | 50 ms |
| five hundred of them | ${board.largest.median.toFixed(1)} ms median, ${board.largest.p95.toFixed(1)} ms at 95 % | 50 ms |
| found by a word | ${board.found.median.toFixed(1)} ms median, ${board.found.p95.toFixed(1)} ms at 95 % | 50 ms |
| the log, newest hundred | ${board.log.median.toFixed(1)} ms median, ${board.log.p95.toFixed(1)} ms at 95 % | |

## The computation, beside general libraries

| what | median | 99th percentile | calls timed |
|---|---|---|---|
${core.map((f) => `| ${f.what} | ${ms(f.median)} | ${ms(f.worst)} | ${f.runs} |`).join('\n')}

\`standOf\` is ${(finder.median / stand.median).toFixed(0)} times as fast as the general root finder with bags at one axle,
${(twoFinder.median / two.median).toFixed(0)} times with bags at both (100 asked), on the same seven equations; that both give the same to 1e-6 is checked in core/spring/both-axles.test.ts.

## Gaps through the travel

Two sides, fourteen things around each bag, three radii: 84 searches, each certified to 1/64 in (\`bench/clearance.ts\`).

| what | figure | aim |
|---|---|---|
| certified least gaps of all of them | ${ms(clearance.search.median)} median, ${ms(clearance.search.worst)} at 99 % | 250 ms |
| their standing gaps | ${ms(clearance.standing.median)} median, ${ms(clearance.standing.worst)} at 99 % | 2 ms |
| the same search with the distances of Rapier (rigid bodies, WebAssembly) | ${ms(clearance.library.median)} median: ${(clearance.library.median / clearance.search.median).toFixed(0)} times as long | 3 times |
| the same search in C (\`gcc -O2\`, \`bench/gap.c\`), least of 40 rounds | ${clearance.c === null ? 'no compiler here' : `${ms(clearance.c)}, ours ${ms(clearance.own)}: C is ${(clearance.own / clearance.c).toFixed(1)} times as fast`} | twice at most |
| sum of the gaps, ours and in C | ${(1000 * clearance.sums.own).toFixed(3)} mm, ${(1000 * clearance.sums.c).toFixed(3)} mm | the same |
| distances asked for, ours and in C | ${clearance.asked.own}, ${clearance.asked.c} | |
| room report of the demo truck: every part, plates, hoses, both sides | ${ms(clearance.report.median)} median | |
| 10,000 samples of its tightest gap, 100 of them through the whole travel | ${ms(clearance.sampling.median)} median, ${ms(clearance.sampling.worst)} worst | 1 s |

## Order of the work

Fewest changes of support, of wheels, walks, tool changes, with the proof (\`bench/plans.ts\`). Random ones are of 40 to 60 operations, twelve side
by side at most, with groups of which one side is finished first.

| what | figure | aim |
|---|---|---|
| plans of the demo's kits on its vehicles, ${plans.kits.operations.join(' to ')} operations | ${plan(plans.kits)} | 300 ms median, 1 s worst |
| a coach with a kit at each end, ${plans.coaches.operations.join(' to ')} operations | ${plan(plans.coaches)} | 300 ms median, 1 s worst |
| random ones, one technician | ${plan(plans.one)} | 300 ms median, 1 s worst |
| random ones, two technicians | ${plan(plans.two)} | |
| two technicians, planted without a minute lost | ${plan(plans.planted)}; worst ${(100 * plans.planted.over).toFixed(1)} % over | 5 % over |
| ${plans.peer.cases} of ${plans.peer.operations} operations, ours | ${ms(plans.peer.own)} each | |
| the same as a mixed integer program in HiGHS (WebAssembly) | ${ms(plans.peer.highs)} each, ${plans.peer.same} of ${plans.peer.cases} come to the same | the same |

## Random vehicles

${sweep.vehicles} random vehicles, from a light van to a motorhome, some with loads that no air can hold (seeded, \`bench/vehicles.ts\`),
brought level in ${(sweep.milliseconds / 1000).toFixed(2)} s: ${Object.entries(sweep.codes)
  .map(([code, n]) => `${n} ${code}`)
  .join(', ')}.
Leveled ones whose pressures, put back, miss the aim by more than 0.1 mm: ${sweep.missed}. Answers with a number that is none:
${sweep.notFinite}. Out of reach without a reason: ${sweep.unexplained}.

The aim for a recomputation is 2 ms, for four load cases 1 ms. \`mathjs\` reads the same text into a unit of its own and is made for far more than
this; \`cubic-spline\` interpolates without keeping the shape of the table, so it is a measure of speed only.
`
writeFileSync(new URL('../docs/performance.md', import.meta.url), text)
console.log(text)
