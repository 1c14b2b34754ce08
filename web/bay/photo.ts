import { lookAtJpeg, PHOTO_FILE_MOST, PHOTO_MOST } from '@stout-shackle/core/photo'

/** Longest edge of a photo that is kept, pixels: enough to read a label at arm's length. */
const EDGE = 1600
const REFUSAL = 'This file is no picture that can be read: take it again.'

export type Shrunk = { ok: true; base64: string } | { ok: false; why: string }

/**
 * A photo as it is kept: turned the right way up, small, and without what the camera wrote into it.
 * @param file any picture that the browser can read
 */
async function shrunk(file: File): Promise<Shrunk> {
  const { default: compress } = await import('browser-image-compression')
  let small: Blob
  try {
    small = await compress(file, {
      maxSizeMB: (0.95 * PHOTO_MOST) / 1024 / 1024,
      maxWidthOrHeight: EDGE,
      fileType: 'image/jpeg',
      // A worker of that package is fetched from elsewhere; nothing here is.
      useWebWorker: false,
      preserveExif: false,
      alwaysKeepResolution: false,
    })
  } catch {
    return { ok: false, why: REFUSAL }
  }
  const bytes = withoutCameraData(new Uint8Array(await small.arrayBuffer()))
  const look = lookAtJpeg(bytes)
  if (!look.ok) return { ok: false, why: REFUSAL }
  if (bytes.length > PHOTO_MOST)
    return { ok: false, why: 'It stays over 400 kB however it is shrunk: take it from further away.' }
  return { ok: true, base64: base64Of(bytes) }
}

/**
 * The picture that was chosen at a file control, as it is kept; the control is empty again, so that the same file is another choice.
 * @param begin told once there is a file to be shrunk
 * @returns null where none was chosen
 */
export async function picked(event: Event, begin: () => void): Promise<Shrunk | null> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return null
  if (file.size > PHOTO_FILE_MOST) return { ok: false, why: 'This file is over 12 MB: take a smaller one.' }
  begin()
  return shrunk(file)
}

/** A JPEG without its APP1 and comment segments: a small file is given as it came, with all that was in it. */
export function withoutCameraData(bytes: Uint8Array): Uint8Array {
  const segments: Uint8Array[] = [bytes.subarray(0, 2)]
  let offset = 2
  while (offset + 4 <= bytes.length && bytes[offset] === 0xff) {
    const marker = bytes[offset + 1]!
    if (marker === 0xda) break
    const end = offset + 2 + ((bytes[offset + 2]! << 8) | bytes[offset + 3]!)
    if (marker !== 0xe1 && marker !== 0xfe) segments.push(bytes.subarray(offset, end))
    offset = end
  }
  segments.push(bytes.subarray(offset))
  const whole = new Uint8Array(segments.reduce((sum, k) => sum + k.length, 0))
  let to = 0
  for (const part of segments) {
    whole.set(part, to)
    to += part.length
  }
  return whole
}

/** In pieces: a whole photo is too many arguments for one call. */
export function base64Of(bytes: Uint8Array): string {
  let text = ''
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return btoa(text)
}

/** Where a photo of a record is shown from: the server's, or the one that is still on its way. */
export const photoAddress = (image: string): string =>
  image.startsWith('sha256:') ? `/api/photos/${image.slice(7)}` : `data:image/jpeg;base64,${image}`
