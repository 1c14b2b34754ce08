import { readdirSync, readFileSync } from 'node:fs'

const here = (name) => new URL(name, import.meta.url)
const read = (name) => JSON.parse(readFileSync(here(name), 'utf8'))

async function post(address, body) {
  const response = await fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })
  if (!response.ok) throw new Error(`${address}: ${response.status} ${await response.text()}`)
}

/**
 * Loads the made-up shop into a running server, through the same addresses a user's import takes.
 * @param {string} address of the server, without a slash at the end
 */
export async function loadDemo(address) {
  for (const name of ['platforms', 'vehicles', 'kits', 'applications', 'stock'])
    for (const document of read(`${name}.json`)) await post(`${address}/api/${name}`, document)
  for (const name of readdirSync(here('jobs')).sort()) await post(`${address}/api/jobs/import`, read(`jobs/${name}`))
}
