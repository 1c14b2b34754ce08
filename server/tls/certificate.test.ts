import { once } from 'node:events'
import { mkdtempSync, rmSync, statSync } from 'node:fs'
import { createServer as createPlain, get as getPlain } from 'node:http'
import { createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import jsQR from 'jsqr'
import { create } from 'qrcode'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { addressesOf, authorityPage, makeCertificate, readCertificate, type Certificate } from '.'

const folder = mkdtempSync(join(tmpdir(), 'shackle-tls-'))
let made: Certificate
beforeAll(async () => {
  made = await makeCertificate(folder, ['localhost', '127.0.0.1', 'shop.local'])
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** What a client that trusts `ca` gets from a server with a certificate, asked for by a name. */
async function answerOf(certificate: Certificate, ca: string, servername: string): Promise<string> {
  const server = createServer({ key: certificate.key, cert: certificate.chain }, (_request, response) => {
    response.end('here')
  }).listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  try {
    return await new Promise<string>((resolve, reject) => {
      get({ host: '127.0.0.1', port, ca, servername }, (response) => {
        response.on('data', (d: Buffer) => resolve(d.toString()))
      }).on('error', reject)
    })
  } finally {
    server.closeAllConnections()
    server.close()
  }
}

describe('the shop`s certificate', () => {
  // Source: Node's TLS (OpenSSL) checks chain, dates and names as a browser does.
  test('is trusted by who trusts the authority, for its own names only', async () => {
    expect(await answerOf(made, made.authority, 'shop.local')).toBe('here')
    await expect(answerOf(made, made.authority, 'other.local')).rejects.toThrow(/altnames/)
  })
  test('is not trusted by who does not', async () => {
    const stranger = mkdtempSync(join(tmpdir(), 'shackle-tls-'))
    const { authority } = await makeCertificate(stranger, ['localhost'])
    await expect(answerOf(made, authority, 'shop.local')).rejects.toThrow()
    rmSync(stranger, { recursive: true })
  })
  test('made again is trusted without trusting anew', async () => {
    const again = await makeCertificate(folder, ['localhost', 'moved.local'])
    expect(again.authority).toBe(made.authority)
    expect(again.key).not.toBe(made.key)
    expect(await answerOf(again, made.authority, 'moved.local')).toBe('here')
    expect(readCertificate(folder)!.names).toEqual(['localhost', 'moved.local'])
    expect(again.renew).toBe(false)
  })
  test('is good for under 398 days, and its keys are for its owner alone', () => {
    // Source: CA/Browser Forum, baseline requirements 6.3.2; tablets refuse longer ones.
    expect((made.until.getTime() - Date.now()) / 86_400_000).toBeLessThan(398)
    for (const name of ['authority.key', 'server.key']) expect(statSync(join(folder, 'tls', name)).mode & 0o077).toBe(0)
  })
})

describe('where a tablet begins', () => {
  test('gets the authority, and is sent on to the secure address', async () => {
    const server = createPlain(authorityPage(made, 5280)).listen(0, '127.0.0.1')
    await once(server, 'listening')
    const { port } = server.address() as AddressInfo
    const read = (path: string) =>
      new Promise<string>((resolve) =>
        getPlain({ host: '127.0.0.1', port, path, headers: { Host: 'shop.local' } }, (response) => {
          let text = ''
          response.on('data', (d: Buffer) => (text += d.toString()))
          response.on('end', () => resolve(text))
        }),
      )
    expect(await read('/authority.crt')).toBe(made.authority)
    expect(await read('/jobs/x')).toContain('https://shop.local:5280/')
    server.closeAllConnections()
    server.close()
  })
  test('the picture to point a camera at reads as the address', () => {
    const address = addressesOf('10.0.0.7', 5280, null)[0]!
    expect(address).toBe('http://10.0.0.7:5280')
    const { modules } = create(address)
    // As a camera sees it: dark and light squares of four by four with a margin, read back by another library.
    const scale = 4
    const margin = 4
    const side = (modules.size + 2 * margin) * scale
    const pixels = new Uint8ClampedArray(side * side * 4).fill(255)
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const [row, column] = [Math.floor(y / scale) - margin, Math.floor(x / scale) - margin]
        const inside = row >= 0 && column >= 0 && row < modules.size && column < modules.size
        if (inside && modules.get(row, column)) pixels.set([0, 0, 0, 255], 4 * (y * side + x))
      }
    expect(jsQR(pixels, side, side)?.data).toBe(address)
  })
})
