import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * What a signature is bound to: another text, another figure in it, and it is no signature of that.
 * @returns SHA-256 of the text in UTF-8, 64 hex digits
 * Source: FIPS 180-4, by @noble/hashes, which needs no secure context in a browser.
 */
export const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)))
