import type { RequestListener } from 'node:http'
import { hostname, networkInterfaces } from 'node:os'
import { toString as qrText } from 'qrcode'
import type { Certificate } from './certificate'

/** Names and addresses of this machine that a tablet in the shop can type. */
export function machineNames(): string[] {
  const name = hostname().toLowerCase()
  const addresses = Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter((a) => a.family === 'IPv4' && !a.internal).map((a) => a.address),
  )
  return ['localhost', '127.0.0.1', name, ...(name.includes('.') ? [] : [`${name}.local`]), ...addresses]
}

/** Addresses under which a server on `host` is reached, best first. */
export function addressesOf(host: string, port: number, certificate: Certificate | null): string[] {
  const scheme = certificate ? 'https' : 'http'
  const names = host === '0.0.0.0' || host === '::' ? machineNames() : [host]
  const certified = certificate ? names.filter((n) => certificate.names.includes(n)) : names
  return certified.map((name) => `${scheme}://${name}:${port}`)
}

/** Prints the addresses to type, and one of them to point a camera at. */
export async function showAddresses(
  addresses: readonly string[],
  { demo, authority }: { demo: boolean; authority: number | null },
): Promise<void> {
  console.log(`Stout Shackle${demo ? ', demo' : ''} is at ${addresses.join('  ')}`)
  const outside = addresses.filter((a) => !/\/\/(?:localhost|127\.)/.test(a)).at(-1)
  if (!outside) return
  console.log(await qrText(outside, { type: 'terminal', small: true }))
  if (authority !== null)
    console.log(`A tablet that does not trust this shop yet: http://${new URL(outside).hostname}:${authority}`)
}

/** Beside the secure address: gives out the authority to trust, and sends everything else on. */
export const authorityPage =
  ({ authority }: Certificate, securePort: number): RequestListener =>
  (request, response) => {
    if (request.url === '/authority.crt') {
      response.writeHead(200, {
        'Content-Type': 'application/x-x509-ca-cert',
        'Content-Disposition': 'attachment; filename="stout-shackle-authority.crt"',
      })
      response.end(authority)
      return
    }
    const name = /^[a-z0-9.-]+/i.exec(request.headers.host ?? '')?.[0] ?? 'localhost'
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'X-Content-Type-Options': 'nosniff' })
    response.end(`<!doctype html><html lang="en"><meta name="viewport" content="width=device-width"><title>Stout Shackle</title>
<style>body{font:20px/1.5 sans-serif;max-width:34em;margin:2em auto;padding:0 1em;color:#20262A;background:#F4F1EA}a{color:#0E5A63}</style>
<h1>Trust this shop once</h1>
<p><a href="/authority.crt">Download the shop's authority</a>, then:</p>
<ul><li>iPad: Settings, General, VPN &amp; Device Management: install it. Then General, About, Certificate Trust Settings: turn it on.</li>
<li>Android: Settings, Security, More security settings, Install a certificate, CA certificate.</li>
<li>Desk: open the file and put it among the trusted root authorities.</li></ul>
<p>Then go on to <a href="https://${name}:${securePort}/">https://${name}:${securePort}</a>. Trust it only if you are in the shop and on its own network.</p></html>`)
  }
