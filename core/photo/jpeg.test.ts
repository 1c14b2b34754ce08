import jpeg from 'jpeg-js'
import { describe, expect, test } from 'vitest'
import { lookAtJpeg } from '.'

const bytesOf = (width: number, height: number) =>
  new Uint8Array(jpeg.encode({ data: new Uint8Array(4 * width * height).fill(120), width, height }, 70).data)
/** A segment behind the start of the picture: its marker, its length with the two bytes of the length, what it holds. */
const withSegment = (bytes: Uint8Array, marker: number, content: number[]) =>
  new Uint8Array([...bytes.slice(0, 2), 0xff, marker, 0, content.length + 2, ...content, ...bytes.slice(2)])

// Source: ITU-T T.81, annex B; pictures by another library (jpeg-js), which reads them back.
describe('a photo', () => {
  test.each([
    [1, 1],
    [16, 9],
    [640, 480],
  ])('%d by %d is read with its size', (width, height) => {
    const bytes = bytesOf(width, height)
    expect(lookAtJpeg(bytes)).toEqual({ ok: true, width, height })
    const { width: w, height: h } = jpeg.decode(bytes)
    expect([w, h]).toEqual([width, height])
  })
  test('segments that say nothing of a camera are passed over, and bytes that fill before a marker', () => {
    const bytes = bytesOf(16, 9)
    expect(lookAtJpeg(withSegment(bytes, 0xe2, [1, 2, 3]))).toMatchObject({ ok: true })
    expect(lookAtJpeg(new Uint8Array([...bytes.slice(0, 2), 0xff, 0xff, ...bytes.slice(2)]))).toMatchObject({
      ok: true,
    })
  })
  test.each([
    ['EXIF and XMP', 0xe1],
    ['a comment', 0xfe],
  ])('%s may say where it was taken', (_, marker) => {
    expect(lookAtJpeg(withSegment(bytesOf(16, 9), marker, [0x45, 0x78]))).toEqual({ ok: false, why: 'camera-data' })
  })
  test('nothing, another format, no frame, no end', () => {
    expect(lookAtJpeg(new Uint8Array())).toEqual({ ok: false, why: 'not-a-jpeg' })
    expect(lookAtJpeg(new Uint8Array([0x89, 0x50, 0x4e, 0x47]))).toEqual({ ok: false, why: 'not-a-jpeg' })
    const bytes = bytesOf(16, 9)
    expect(lookAtJpeg(bytes.slice(0, -2))).toEqual({ ok: false, why: 'cut-short' })
    // Its frame renamed to a segment that nobody reads: a scan of no size.
    const noFrame = bytes.slice()
    noFrame[noFrame.findIndex((b, i) => b === 0xff && noFrame[i + 1] === 0xc0) + 1] = 0xe3
    expect(lookAtJpeg(noFrame)).toEqual({ ok: false, why: 'not-a-jpeg' })
    // A length that reaches beyond the end.
    expect(lookAtJpeg(new Uint8Array([0xff, 0xd8, 0xff, 0xe2, 0x7f, 0xff, 0xff, 0xd9]))).toEqual({
      ok: false,
      why: 'cut-short',
    })
  })
})
