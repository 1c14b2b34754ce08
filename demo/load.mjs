import { readdirSync, readFileSync } from 'node:fs'

const here = (name) => new URL(name, import.meta.url)
const read = (name) => JSON.parse(readFileSync(here(name), 'utf8'))

/**
 * Signs a person of the made-up shop in, as its page does.
 * @param {string} address of the server, without a slash at the end
 * @returns headers that every request of this person carries
 */
export async function signIn(address, person = 'Maren', tablet = 'Loader') {
  const headers = { 'Content-Type': 'application/json', Origin: address }
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ person, tablet }),
  })
  if (!response.ok) throw new Error(`${address}: ${response.status} ${await response.text()}`)
  const cookie = response.headers.getSetCookie().map((c) => c.split(';')[0])
  return { ...headers, Cookie: cookie.join('; ') }
}

/**
 * Loads the made-up shop into a running demo server, through the same addresses a user's import takes.
 * @param {string} address of the server, without a slash at the end
 */
export async function loadDemo(address) {
  const headers = await signIn(address)
  async function write(method, path, body, more = {}) {
    const request = { method, headers: { ...headers, ...more }, body: JSON.stringify(body) }
    const response = await fetch(`${address}/api/${path}`, request)
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`)
  }
  const post = (path, body) => write('POST', path, body)
  const shop = await (await fetch(`${address}/api/shop`, { headers })).json()
  const withWrenches = { ...shop.document, wrenches: read('wrenches.json') }
  await write('PUT', 'shop', withWrenches, { 'If-Match': `"${shop.version}"` })
  const jobs = readdirSync(here('jobs'))
    .sort()
    .map((name) => read(`jobs/${name}`))
  // Kits first as they were when the jobs were planned, then as they are now.
  const versions = new Map()
  async function version(kit) {
    const before = versions.get(kit.id)
    versions.set(kit.id, (before ?? 0) + 1)
    if (before === undefined) return post('kits', kit)
    await write('PUT', `kits/${kit.id}`, kit, { 'If-Match': `"${before}"` })
  }
  for (const name of ['platforms', 'vehicles']) for (const document of read(`${name}.json`)) await post(name, document)
  for (const { job } of jobs) for (const { kit } of job.kits) await version(kit)
  for (const kit of read('kits.json')) await version(kit)
  for (const name of ['procedures', 'applications', 'stock'])
    for (const document of read(`${name}.json`)) await post(name, document)
  for (const job of jobs) await post('jobs/import', job)
}
