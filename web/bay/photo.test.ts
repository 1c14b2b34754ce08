import jpeg from 'jpeg-js'
import { describe, expect, test } from 'vitest'
import { lookAtJpeg } from '@stout-shackle/core/photo'
import { atSteps, underIt } from './people-at-work'
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

describe('who is at the vehicle', () => {
  let n = 0
  const record = (by: string, body: object) => ({ by, body, at: new Date(1e12 + 60_000 * n++).toISOString() }) as never
  test('each at the step they began last, until it is done', () => {
    const list = [
      record('Teo', { kind: 'step-begun', step: 'a' }),
      record('Maren', { kind: 'step-begun', step: 'b' }),
      record('Teo', { kind: 'step-begun', step: 'c' }),
      record('Maren', { kind: 'paused', step: 'b', reason: 'phone' }),
    ]
    expect(atSteps(list).map((a) => [a.name, a.step, a.rests])).toEqual([
      ['Teo', 'c', null],
      ['Maren', 'b', 'phone'],
    ])
    expect(atSteps([...list, record('Teo', { kind: 'step', step: 'c' })]).map((a) => a.name)).toEqual(['Maren'])
  })
  test('everybody who did something since the last move has to be clear of the next', () => {
    const list = [
      record('Ilo', { kind: 'step', step: 'bench' }),
      record('Maren', { kind: 'step', step: 'state-axle-hanging-wheels-off-1' }),
      record('Teo', { kind: 'torque', step: 'x' }),
    ]
    const move = 'state-axle-raised-wheels-off-1'
    expect(underIt(list, move, 'Maren')).toEqual([{ name: 'Teo', clear: false }])
    expect(underIt([...list, record('Teo', { kind: 'clear', step: move, names: [] })], move, 'Maren')).toEqual([
      { name: 'Teo', clear: true },
    ])
    expect(underIt([...list, record('Maren', { kind: 'clear', step: move, names: ['Teo'] })], move, 'Maren')).toEqual([
      { name: 'Teo', clear: true },
    ])
  })
})
