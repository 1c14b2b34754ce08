import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { closingFaults, PLAIN_FASTENER, typicalKit, kitSchema, type Kit } from '../kit'
import {
  asWritten,
  offersOf,
  parseBolt,
  withBolt,
  withOffer,
  withoutBolt,
  withoutStep,
  withStep,
  withStepMoved,
  withUse,
} from '.'

const empty = typicalKit({ id: 'own', maker: 'Own', number: '1', name: 'Kit', family: 'bellows', axle: 'rear' })
const written = (...texts: string[]): Kit => texts.reduce((kit, text) => withStep(kit, text).written, empty)
const titles = (kit: Kit) => kit.operations.map((o) => o.title)
const chain = (kit: Kit) => kit.operations.map((o) => o.after)

describe('steps typed one after the other', () => {
  const kit = written(
    'Lay out left and right on the bench',
    'Raise the frame on jack stands, remove the wheels',
    'Hang the bracket',
  )
  test('each comes after the one above it', () => {
    expect(chain(kit)).toEqual([[], [kit.operations[0]!.id], [kit.operations[1]!.id]])
  })
  test('how it stands is taken over from the one before', () => {
    expect(kit.operations.map(({ support, wheels }) => [support, wheels])).toEqual([
      ['any', 'any'],
      ['axle-hanging', 'off'],
      ['axle-hanging', 'off'],
    ])
  })
  test('one put between waits for the one above, and the one below for it', () => {
    const { written: longer, id } = withStep(kit, 'Clean the rail', { at: 2 })
    expect(longer.operations[2]!.after).toEqual([longer.operations[1]!.id])
    expect(longer.operations[3]!.after).toEqual([id])
  })
  test('moved up it goes on in turn, and back again it is as it was', () => {
    const up = withStepMoved(kit, kit.operations[2]!.id, -1)
    expect(titles(up)).toEqual([titles(kit)[0], titles(kit)[2], titles(kit)[1]])
    expect(chain(up)).toEqual([[], [up.operations[0]!.id], [up.operations[1]!.id]])
    expect(withStepMoved(up, kit.operations[2]!.id, 1)).toEqual(kit)
  })
  test('taken out, what waited for it waits for what it waited for', () => {
    expect(chain(withoutStep(kit, kit.operations[1]!.id))).toEqual([[], [kit.operations[0]!.id]])
  })
  test('on the bench nothing stands on stands: a step that becomes one asks for no support', () => {
    const bench = asWritten({ ...kit.operations[2]!, phase: 'bench' })
    expect([bench.support, bench.wheels]).toEqual(['any', 'any'])
  })
  test('whatever is typed, in whatever order it is moved about, it is a kit the schema takes', () => {
    const text = fc.string({ minLength: 1, maxLength: 400 }).filter((t) => t.trim() !== '')
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 8 }), fc.array(fc.nat(20)), (texts, moves) => {
        let kitHere = written(...texts)
        for (const m of moves) {
          const id = kitHere.operations[m % kitHere.operations.length]!.id
          kitHere = withStepMoved(kitHere, id, m % 2 ? 1 : -1)
        }
        const read = kitSchema.safeParse(kitHere)
        expect(read.success ? [] : read.error.issues).toEqual([])
        expect(closingFaults(kitHere)).toEqual([])
      }),
      { numRuns: 60 },
    )
  })
})

describe('what a step names', () => {
  const bolt = parseBolt('4 strap nut, evenly 16', 'us')
  const { written: kit, id } = withBolt(
    written('Tighten the strap nuts'),
    bolt.ok ? bolt.bolt : { ...PLAIN_FASTENER, name: '' },
  )
  test('is offered until it is taken', () => {
    const [step] = kit.operations
    const offers = offersOf(step!, kit.fasteners, null)
    expect(offers).toEqual([{ what: 'torques', fastener: id }])
    const taken = withOffer(step!, { what: 'torques', fastener: id })
    expect(taken.torques).toEqual([id])
    expect(offersOf(taken, kit.fasteners, null)).toEqual([])
  })
  test('what carries the axle is undone with a jack under it', () => {
    const { written } = withStep({ operations: [], fasteners: [] }, 'Remove the shock bolt.')
    const offer = offersOf(written.operations[0]!, [], null).find((o) => o.what === 'opens')!
    expect(offer).toEqual({ what: 'opens', carrier: 'shock' })
    const taken = withOffer(written.operations[0]!, offer as Parameters<typeof withOffer>[1])
    expect(taken).toMatchObject({ opens: ['shock'], support: 'axle-raised' })
    expect(offersOf(taken, [], null).filter((o) => o.what === 'opens')).toEqual([])
  })
  test('a bolt has one use at a step', () => {
    const step = withUse(withUse(kit.operations[0]!, id, 'torques'), id, 'leavesLoose')
    expect([step.torques, step.leavesLoose]).toEqual([[], [id]])
    expect(withUse(step, id, null).leavesLoose).toEqual([])
  })
  test('a bolt taken out is in no step', () => {
    const used = { ...kit, operations: [withUse(kit.operations[0]!, id, 'torques')] }
    expect(withoutBolt(used, id).operations[0]!.torques).toEqual([])
  })
})
