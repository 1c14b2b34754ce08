import jpeg from 'jpeg-js'
import { describe, expect, test } from 'vitest'
import { lookAtJpeg } from '@stout-shackle/core/photo'
import { withoutCameraData } from './photo'

describe('a photo before it leaves the tablet', () => {
  const plain = () =>
    new Uint8Array(jpeg.encode({ data: new Uint8Array(4 * 16 * 16).fill(90), width: 16, height: 16 }, 60).data)
  // Source: ITU-T T.81 annex B: a segment is its marker, two bytes of length, and what that counts.
  test('loses what the camera wrote into it, and nothing of the picture', () => {
    const bytes = plain()
    const exif = [0xff, 0xe1, 0, 10, ...new TextEncoder().encode('Exif\0\0GP')]
    const comment = [0xff, 0xfe, 0, 6, ...new TextEncoder().encode('here')]
    const tagged = new Uint8Array([...bytes.slice(0, 2), ...exif, ...comment, ...bytes.slice(2)])
    expect(lookAtJpeg(tagged)).toEqual({ ok: false, why: 'camera-data' })
    const clean = withoutCameraData(tagged)
    expect([...clean]).toEqual([...bytes])
    expect(lookAtJpeg(clean)).toEqual({ ok: true, width: 16, height: 16 })
    expect(jpeg.decode(clean).width).toBe(16)
  })
  test('a file that is none is left as it is, and refused', () => {
    const text = new TextEncoder().encode('GIF89a and so on')
    expect(lookAtJpeg(withoutCameraData(text))).toEqual({ ok: false, why: 'not-a-jpeg' })
  })
})
