import { describe, expect, test } from 'vitest'
import { demoJobs } from '../../demo/shop'
import { recordBodySchema, type RecordBody } from '.'
import { INCH, POUND_FOOT, PSI } from '../quantity'
import { recordText } from '../wording'

const NAMES = { step: 'Align it, left', fastener: 'Strap nut', place: 'Inflation valve, left' }
const NAMELESS = { step: null, fastener: null, place: null }

describe('a record in one line', () => {
  test.each<[RecordBody, string[]]>([
    [
      {
        kind: 'height',
        timing: 'before',
        load: 'empty',
        loadCase: null,
        corner: 'rear-left',
        mark: 'ground',
        value: 35.25 * INCH,
        about: true,
        tolerance: null,
        bagPressure: 0,
      },
      ['35 1/4 in'],
    ],
    [
      {
        kind: 'gap',
        axle: 'rear',
        check: 'line-exhaust',
        gap: null,
        side: 'right',
        value: 4 * INCH,
        about: false,
        sleeved: true,
      },
      ['4 in'],
    ],
    [{ kind: 'step', step: 'align:left', outcome: 'skipped', reason: 'no room' }, [NAMES.step, 'no room']],
    [
      {
        kind: 'torque',
        step: 's',
        fastener: 'nut',
        place: 2,
        outcome: 'reading',
        value: 16 * POUND_FOOT,
        reading: { device: 'wrench-3', sequence: 1 },
      },
      [NAMES.fastener, NAMES.step, '2', '16.0 lb-ft', 'wrench-3'],
    ],
    [
      { kind: 'torque', step: 's', fastener: 'nut', place: 1, outcome: 'not-reached', value: null, reading: null },
      ['not reached'],
    ],
    [{ kind: 'opened-again', step: 's', fastener: 'nut', reason: 'cocked' }, [NAMES.fastener, 'cocked']],
    [
      { kind: 'maker-torque', fastener: 'lug-nuts', value: 140 * POUND_FOOT, source: 'manual' },
      ['140.0 lb-ft', 'manual'],
    ],
    [{ kind: 'deviation', what: 'aa', why: 'bb', agreedBy: 'cc', answers: null }, ['aa', 'bb', 'cc']],
    [{ kind: 'off', part: 'liner', axle: null, side: null }, ['liner']],
    [{ kind: 'on-again', part: 'liner', axle: null, side: null }, ['liner']],
    [
      {
        kind: 'connection',
        connection: 'rear-bag-left-air-to-rear-left-valve',
        result: 'no-bubbles',
        pressure: 60 * PSI,
        minutes: 3,
        reason: '',
      },
      [NAMES.place, 'no bubbles', '60.0 psi'],
    ],
    [
      {
        kind: 'air-check',
        axle: 'rear',
        side: 'right',
        end: 'start',
        pressure: 60 * PSI,
        temperature: 297.15,
        readAt: '2026-11-25T10:00:00Z',
        reading: null,
        waited: 15,
        height: null,
      },
      ['60.0 psi', '75 °F'],
    ],
    [{ kind: 'bag-pressure', axle: 'rear', left: 30 * PSI, right: 27 * PSI }, ['30.0 psi', '27.0 psi']],
    [{ kind: 'handed-over', to: 'Tove' }, ['Tove']],
  ])('%j', (body, figures) => {
    expect(recordBodySchema.safeParse(body).success).toBe(true)
    const line = recordText(body, 'us', NAMES)
    for (const figure of figures) expect(line).toContain(figure)
    // Names where they are known, ids only where nothing else is.
    if ('step' in body) expect(line).not.toContain(body.step)
  })
  test('whatever the made-up shop did can be told in metric too, and without names', () => {
    for (const { records } of demoJobs())
      for (const { body } of records) {
        const line = recordText(body, 'metric', NAMELESS)
        expect(line).not.toMatch(/ in$| psi| lb|undefined/)
        expect(line).toMatch(/^\S.*\S$/)
      }
  })
})
