import 'reflect-metadata'
import { webcrypto } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { isIP } from 'node:net'
import { join } from 'node:path'
import * as x509 from '@peculiar/x509'

const FOLDER = 'tls'
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' }
const DAY_MS = 24 * 3_600_000
/** Tablets refuse a server's certificate that is good for longer than 398 days (CA/Browser Forum, baseline requirements). */
const LEAF_DAYS = 397
const AUTHORITY_DAYS = 3650
/** So long before it ends, a start says so. */
const RENEW_DAYS = 30

export interface Certificate {
  key: string
  /** The server's certificate with the authority's behind it, PEM. */
  chain: string
  authority: string
  /** Names and addresses it is good for. */
  names: string[]
  until: Date
  /** It ends soon, or has. */
  renew: boolean
}
interface Signer {
  key: CryptoKey
  certificate: x509.X509Certificate
}

x509.cryptoProvider.set(webcrypto as unknown as Crypto)
const pathOf = (folder: string, name: string) => join(folder, FOLDER, name)
const serial = () => Buffer.from(webcrypto.getRandomValues(new Uint8Array(16))).toString('hex')
const newKeys = () => webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']) as Promise<CryptoKeyPair>
const span = (days: number) => ({
  notBefore: new Date(Date.now() - DAY_MS),
  notAfter: new Date(Date.now() + days * DAY_MS),
})

async function keyToPem(key: CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')
}
const pemToKey = (pem: string): Promise<CryptoKey> =>
  webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(pem), ALGORITHM, true, ['sign'])

/** A secret that nobody else on this machine reads. */
function writeSecret(path: string, text: string): void {
  writeFileSync(path, text, { mode: 0o600 })
  chmodSync(path, 0o600)
}

async function authorityOf(folder: string): Promise<Signer> {
  const [keyPath, path] = [pathOf(folder, 'authority.key'), pathOf(folder, 'authority.pem')]
  if (existsSync(keyPath) && existsSync(path))
    return {
      key: await pemToKey(readFileSync(keyPath, 'utf8')),
      certificate: new x509.X509Certificate(readFileSync(path, 'utf8')),
    }
  const keys = await newKeys()
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: 'CN=Stout Shackle shop authority',
    ...span(AUTHORITY_DAYS),
    keys,
    signingAlgorithm: ALGORITHM,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  })
  writeSecret(keyPath, await keyToPem(keys.privateKey))
  writeFileSync(path, certificate.toString('pem'))
  return { key: keys.privateKey, certificate }
}

/**
 * Makes the shop's own authority once, and a certificate of it for this machine's names and addresses. Made again, the
 * authority stays: whoever trusts it trusts the new certificate.
 * @param names host names and IP addresses
 */
export async function makeCertificate(folder: string, names: readonly string[]): Promise<Certificate> {
  mkdirSync(join(folder, FOLDER), { recursive: true, mode: 0o700 })
  const authority = await authorityOf(folder)
  const keys = await newKeys()
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${names.find((n) => !isIP(n)) ?? 'shop'}`,
    issuer: authority.certificate.subject,
    ...span(LEAF_DAYS),
    publicKey: keys.publicKey,
    signingKey: authority.key,
    signingAlgorithm: ALGORITHM,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        names.map((value): x509.JsonGeneralName => ({ type: isIP(value) ? 'ip' : 'dns', value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(authority.certificate.publicKey),
    ],
  })
  writeSecret(pathOf(folder, 'server.key'), await keyToPem(keys.privateKey))
  writeFileSync(pathOf(folder, 'server.pem'), certificate.toString('pem'))
  return readCertificate(folder)!
}

/** The shop's certificate; null where none was made. */
export function readCertificate(folder: string): Certificate | null {
  const paths = ['server.key', 'server.pem', 'authority.pem'].map((name) => pathOf(folder, name))
  if (!paths.every((p) => existsSync(p))) return null
  const [key, leaf, authority] = paths.map((p) => readFileSync(p, 'utf8')) as [string, string, string]
  const read = new x509.X509Certificate(leaf)
  const names = read.getExtension(x509.SubjectAlternativeNameExtension)?.names.items.map((n) => n.value) ?? []
  return {
    key,
    chain: `${leaf.trim()}\n${authority.trim()}\n`,
    authority,
    names,
    until: read.notAfter,
    renew: read.notAfter.getTime() - Date.now() < RENEW_DAYS * DAY_MS,
  }
}
