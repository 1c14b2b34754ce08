import { describe, expect, test } from 'vitest'
import { demoJob, demoKits } from '../../../demo/shop'
import { onlyKits } from '../../fixtures/on-job'
import { drillingOf, PLAIN_OPERATION, type Operation } from '../../kit'
import { consentsNeeded, doneForGood } from './consent'
import { textOf } from './statement'

const { job } = demoJob('0417')
const kitOf = (id: string) => demoKits().find((k) => k.id === id)!
const step = (title: string, ...steps: string[]): Operation => ({
  ...PLAIN_OPERATION,
  id: 'step',
  title,
  phase: 'mount',
  steps,
})

// Source: common practice, no published source: what nothing undoes is agreed to first, thing by thing.
describe('holes by what a step says', () => {
  test.each([
    ['Drill and set the valves', ['Drill 5/16 in, deburr.'], { count: null, size: '5/16 in' }],
    ['Upper bracket', ['Through it drill two holes of 10 mm.'], { count: 2, size: '10 mm' }],
    ['Ground', ['Sand the paint off.', 'Then drill 1 hole, 1/4 in.'], { count: 1, size: '1/4 in' }],
  ])('%s', (title, lines, found) => expect(drillingOf(step(title, ...lines))).toMatchObject(found))
  test.each([
    ['Find the lines', ['Keep saw, drill and bolts clear of them.']],
    ['Clamp the bracket', ['No drilling: the factory holes are used.']],
    ['Run the line', ['Look behind the panel before you drill.']],
    ['Tools', ['Drill bit and tape at hand.']],
  ])('%s: none', (title, lines) => expect(drillingOf(step(title, ...lines))).toBeNull())
})

describe('what is agreed to', () => {
  test('names part, place, number and size; a kit that drills nothing is not named', () => {
    const rail = onlyKits(job, kitOf('kettleworth-single'))
    const holes = doneForGood(rail, 'drilling', 'us')
    expect(holes).toHaveLength(2)
    expect(holes[0]).toContain('3 holes of')
    expect(holes[0]).toContain('left and right')
    expect(holes[1]).toContain('5/16 in')
    expect(consentsNeeded(onlyKits(job, kitOf('fen-rubber-a')))).toEqual([])
  })
  test('what is only moved or turned is no change for good; what is reshaped is', () => {
    const kit = kitOf('ninebark-twofold')
    const [first, ...rest] = kit.operations
    const withFate = (fate: 'moved' | 'turned' | 'reshaped' | 'cut') =>
      doneForGood(
        onlyKits(job, { ...kit, operations: [{ ...first!, fates: [{ part: 'seam', fate, note: '' }] }, ...rest] }),
        'cutting',
        'us',
      ).length
    expect((['moved', 'turned', 'reshaped', 'cut'] as const).map(withFate)).toEqual([0, 0, 1, 1])
  })
  test('by phone it is the same text, with who heard it and when', () => {
    const consent = { kind: 'consent', to: 'drilling', outcome: 'agreed', units: 'us' } as const
    const facts = { cases: [], asLeft: [] }
    const signed = textOf(job, facts, consent)!
    const heard = textOf(job, facts, { ...consent, phone: { heardBy: 'Teo', at: '2026-11-25T10:42:00.000Z' } })!
    expect(heard.startsWith(signed)).toBe(true)
    expect(heard.slice(signed.length)).toContain('Teo')
  })
})
