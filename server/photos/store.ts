import { createHash } from 'node:crypto'
import jpeg from 'jpeg-js'
import type { Knex } from 'knex'
import type { BayRecord, RecordBody } from '@stout-shackle/core/records'
import { lookAtJpeg, PHOTO_MOST } from '@stout-shackle/core/photo'
import { Problem } from '../problem'

interface PhotoRow {
  hash: string
  jpeg: Buffer
  kept_at: string
}
const MARK = 'sha256:'
/** Memory that decoding one may take, MB, and pixels it may have: more is no photo of a bay. */
const MOST_MEMORY = 160
const MOST_PIXELS = 20

const REFUSALS = {
  'not-a-jpeg': 'The photo is not a JPEG that can be read: take it again.',
  'cut-short': 'The photo is cut short: take it again.',
  'camera-data': 'The photo still holds camera data, such as where it was taken: shrink it first.',
  'too-large': 'The photo is over 400 kB: shrink it first.',
  unknown: 'There is no such photo here: send the picture itself.',
} as const
function refusal(code: keyof typeof REFUSALS): Problem {
  const message = REFUSALS[code]
  return new Problem(422, 'Photo cannot be kept', message, [{ field: 'body.image', message, code }])
}

/** @throws Problem 422 for anything but a whole JPEG without camera data, 400 kB at most */
function checked(bytes: Buffer): Buffer {
  if (bytes.length > PHOTO_MOST) throw refusal('too-large')
  const look = lookAtJpeg(bytes)
  if (!look.ok) throw refusal(look.why)
  try {
    jpeg.decode(bytes, { maxMemoryUsageInMB: MOST_MEMORY, maxResolutionInMP: MOST_PIXELS, formatAsRGBA: false })
  } catch {
    throw refusal('not-a-jpeg')
  }
  return bytes
}

/**
 * A record with its picture laid aside: the record keeps only which one it is, so that a job with photos is read as quickly as one
 * without. Other kinds are given as they are.
 * @throws Problem 422 where the picture cannot be kept
 */
export async function withPhotoAside<B extends RecordBody>(db: Knex, body: B): Promise<B> {
  if (body.kind !== 'photo') return body
  if (body.image.startsWith(MARK)) {
    if (await photoOf(db, body.image.slice(MARK.length))) return body
    throw refusal('unknown')
  }
  return { ...body, image: await laidAside(db, body.image) }
}

/**
 * Keeps a picture by its SHA-256, once however often it comes.
 * @param image JPEG in base64
 * @returns its name
 * @throws Problem 422 where it cannot be kept
 */
export async function laidAside(db: Knex, image: string): Promise<string> {
  const bytes = checked(Buffer.from(image, 'base64'))
  const hash = createHash('sha256').update(bytes).digest('hex')
  await db<PhotoRow>('photos')
    .insert({ hash, jpeg: bytes, kept_at: new Date().toISOString() })
    .onConflict('hash')
    .ignore()
  return `${MARK}${hash}`
}

/** Records with their pictures in them, for a file that stands alone. */
export const withPhotosIn = (db: Knex, records: readonly BayRecord[]): Promise<BayRecord[]> =>
  Promise.all(
    records.map(async (record) => {
      const { body } = record
      if (body.kind !== 'photo' || !body.image.startsWith(MARK)) return record
      const bytes = await photoOf(db, body.image.slice(MARK.length))
      return bytes ? { ...record, body: { ...body, image: bytes.toString('base64') } } : record
    }),
  )

/** Pictures of a job's photos, by what the records call them. */
export async function photosOf(db: Knex, records: readonly BayRecord[]): Promise<Map<string, Buffer>> {
  const found = new Map<string, Buffer>()
  for (const { body } of records) {
    if (body.kind !== 'photo' || !body.image.startsWith(MARK)) continue
    const bytes = await photoOf(db, body.image.slice(MARK.length))
    if (bytes) found.set(body.image, bytes)
  }
  return found
}

/** @returns the JPEG, or null where there is none */
export async function photoOf(db: Knex, hash: string): Promise<Buffer | null> {
  const row = await db<PhotoRow>('photos').where({ hash }).first()
  return row?.jpeg ?? null
}
