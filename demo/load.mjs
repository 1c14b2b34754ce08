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
  async function post(path, body) {
    const response = await fetch(`${address}/api/${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`)
  }
  const { version, document } = await (await fetch(`${address}/api/shop`, { headers })).json()
  const put = await fetch(`${address}/api/shop`, {
    method: 'PUT',
    headers: { ...headers, 'If-Match': `"${version}"` },
    body: JSON.stringify({ ...document, wrenches: read('wrenches.json') }),
  })
  if (!put.ok) throw new Error(`shop: ${put.status} ${await put.text()}`)
  for (const name of ['platforms', 'vehicles', 'kits', 'procedures', 'applications', 'stock'])
    for (const document of read(`${name}.json`)) await post(name, document)
  for (const name of readdirSync(here('jobs')).sort()) await post('jobs/import', read(`jobs/${name}`))
}
