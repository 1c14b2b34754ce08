import { describe, expect, test } from 'vitest'
import { recordBodySchema, type RecordBody } from '@stout-shackle/core/job'
import { INCH, POUND_FOOT, PSI } from '@stout-shackle/core/quantity'
import { demoJobs } from '../../demo/shop'
import { describeRecord } from './describe'

describe('a record in one line', () => {
  test.each<[RecordBody, string]>([
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
      'Rear left before, empty: about 35 1/4 in',
    ],
    [
      { kind: 'gap', check: 'line-exhaust', side: 'right', value: 4 * INCH, about: false, sleeved: true },
      'Air line to exhaust, right: 4 in, sleeved',
    ],
    [{ kind: 'step', step: 'align:left', outcome: 'skipped', reason: 'no room' }, 'align:left skipped: no room'],
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
      'nut, s, place 2: 16.0 lb-ft from wrench-3',
    ],
    [
      { kind: 'torque', step: 's', fastener: 'nut', place: 1, outcome: 'not-reached', value: null, reading: null },
      'nut, s, place 1: not reached',
    ],
    [{ kind: 'opened-again', step: 's', fastener: 'nut', reason: 'cocked' }, 'nut, s undone: cocked'],
    [
      { kind: 'maker-torque', fastener: 'lug-nuts', value: 140 * POUND_FOOT, source: 'manual' },
      "lug-nuts: vehicle maker's 140.0 lb-ft, manual",
    ],
    [{ kind: 'deviation', what: 'a', why: 'b', agreedBy: 'c' }, 'Not by the booklet: a, b, agreed c'],
    [{ kind: 'off', part: 'liner' }, 'Off: liner'],
    [{ kind: 'on-again', part: 'liner' }, 'Back on: liner'],
    [
      { kind: 'connection', connection: 'connection-1-left', result: 'no-bubbles', pressure: 60 * PSI },
      'connection-1-left dry at 60.0 psi',
    ],
    [
      {
        kind: 'air-check',
        end: 'start',
        pressure: 60 * PSI,
        temperature: 297.15,
        readAt: '2026-11-25T10:00:00Z',
        reading: null,
      },
      'Hold start: 60.0 psi at 75 °F',
    ],
    [{ kind: 'bag-pressure', left: 30 * PSI, right: 27 * PSI }, 'Bags set: 30.0 psi left, 27.0 psi right'],
    [
      { kind: 'final-check', check: 'air-check', outcome: 'not-applicable', because: 'later', signedBy: '' },
      '24 h pressure hold: not applicable, later',
    ],
    [{ kind: 'handed-over', to: 'Tove' }, 'Handed over to Tove'],
    [{ kind: 'withdrawn' }, 'Taken back'],
  ])('%j', (body, line) => {
    expect(recordBodySchema.safeParse(body).success).toBe(true)
    expect(describeRecord(body, 'us')).toBe(line)
  })
  test('whatever the made-up shop did can be told in metric too', () => {
    for (const { records } of demoJobs())
      for (const { body } of records) expect(describeRecord(body, 'metric')).not.toMatch(/ in$| psi| lb|undefined/)
  })
})
