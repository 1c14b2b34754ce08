import { writeFileSync } from 'node:fs'
import { wholeJob } from './core/fixtures/whole-job'
import { ask, json } from '/tmp/play/lib.mjs'
import { randomUUID } from 'node:crypto'
const ID = 'job-0421'
const { document, version } = await json('/procedures/quill-compressor')
const now = await json(`/jobs/${ID}`)
const j = structuredClone(now.job)
for (const p of j.vehicle.underbody.front) if (p.id === 'shock-left') for (const q of p.shape.points) q.at[0] -= 0.16
j.supply = 'compressor-tank'; j.circuit = null; j.air = { front: 'separate', rear: 'separate' }
j.procedures = [{ procedure: document, version }]
const put = await ask(`/jobs/${ID}`, { method: 'PUT', headers: { 'Content-Type': 'application/json', 'If-Match': `"${now.version}"` }, body: JSON.stringify(j) })
console.log('PUT', put.status, put.ok ? '' : await put.text())
const { job } = await json(`/jobs/${ID}`)
const list = wholeJob(job)
const last = list.findLastIndex((t) => t.body.kind === 'step')
const work = list.slice(0, last + 1)
const rest = list.slice(last + 1).filter((t) => !['connection', 'air-check'].includes(t.body.kind))
writeFileSync('/tmp/play/rest.json', JSON.stringify(rest))
let bad = 0
for (const { body } of work) {
  const r = await ask(`/jobs/${ID}/records`, { method: 'POST', headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID() }, body: JSON.stringify({ body, supersedes: null }) })
  if (!r.ok && bad++ < 5) console.log(r.status, JSON.stringify(body).slice(0, 200), (await r.text()).slice(0, 300))
}
console.log('posted', work.length, 'bad', bad, 'rest', rest.length)
process.exit(0)
