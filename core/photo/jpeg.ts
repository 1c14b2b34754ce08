/** What a file that says it is a JPEG is, as far as its markers tell. */
export type JpegLook =
  | { ok: true; width: number; height: number }
  /** `cut-short` has no end; `position` holds data of a camera, among which may be where it was taken. */
  | { ok: false; why: 'not-a-jpeg' | 'cut-short' | 'camera-data' }

/** A photo that is kept is no larger than this, bytes. */
export const PHOTO_MOST = 400 * 1024
/** A file that is taken in is no larger than this, bytes. */
export const PHOTO_FILE_MOST = 12 * 1024 * 1024

const SOI = 0xd8
const EOI = 0xd9
const SOS = 0xda
const APP1 = 0xe1
const COM = 0xfe
/** Frames that hold the size: baseline, extended and progressive. */
const FRAMES = new Set([0xc0, 0xc1, 0xc2])

/**
 * Walks the markers of a JPEG up to its picture.
 * @param bytes of the whole file
 * @returns its size in pixels, or why it is not kept
 * Source: ITU-T T.81 (JPEG), annex B: markers and segment lengths; EXIF and XMP lie in APP1.
 */
// eslint-disable-next-line complexity -- the segments of a file, read in their order
export function lookAtJpeg(bytes: Uint8Array): JpegLook {
  if (bytes[0] !== 0xff || bytes[1] !== SOI) return { ok: false, why: 'not-a-jpeg' }
  if (bytes.at(-2) !== 0xff || bytes.at(-1) !== EOI) return { ok: false, why: 'cut-short' }
  let size: { width: number; height: number } | null = null
  for (let offset = 2; offset + 4 <= bytes.length;) {
    if (bytes[offset] !== 0xff) return { ok: false, why: 'not-a-jpeg' }
    // Any number of these may stand before a marker.
    while (bytes[offset + 1] === 0xff) offset++
    const marker = bytes[offset + 1]!
    if (marker === APP1 || marker === COM) return { ok: false, why: 'camera-data' }
    const length = (bytes[offset + 2]! << 8) | bytes[offset + 3]!
    if (length < 2 || offset + 2 + length > bytes.length) return { ok: false, why: 'cut-short' }
    if (FRAMES.has(marker))
      size = {
        height: (bytes[offset + 5]! << 8) | bytes[offset + 6]!,
        width: (bytes[offset + 7]! << 8) | bytes[offset + 8]!,
      }
    if (marker === SOS)
      return size && size.width > 0 && size.height > 0 ? { ok: true, ...size } : { ok: false, why: 'not-a-jpeg' }
    offset += 2 + length
  }
  return { ok: false, why: 'cut-short' }
}
