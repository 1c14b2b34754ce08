import { expect, test } from 'vitest'
import { besideSchema, needsLoom, needsLoop, type BesideThing, type BesideWay } from '.'

// Source: common practice, no published source: air lines are never tied to brake or fuel lines, a hot pipe or a high-voltage cable; over an
// edge they get loom; tied to what moves they are left a loop.
const at = (how: BesideWay, thing: BesideThing, name = '') => besideSchema.safeParse({ how, thing, name })
const refusedAt = (how: BesideWay, thing: BesideThing, name = '') =>
  at(how, thing, name).error?.issues.map((i) => i.path.join('.')) ?? []
const read = (how: BesideWay, thing: BesideThing, name = '') => at(how, thing, name).data!

test.each(['brake-hose', 'brake-line', 'fuel-line', 'exhaust', 'driveshaft', 'high-voltage'] as const)(
  'no line is tied to a %s, or goes through it; over it one may',
  (thing) => {
    expect([refusedAt('tied', thing), refusedAt('through', thing), refusedAt('over', thing)]).toEqual([
      ['thing'],
      ['thing'],
      [],
    ])
  },
)
test.each([
  'left brake hose',
  'Brake Flex',
  'hard brake line',
  'ABS line',
  'tail pipe',
  'fuel hose',
  'orange cable',
  'muffler',
  'prop shaft',
])('"%s" as a name of its own is no way around that', (name) =>
  expect(refusedAt('tied', 'other', name)).toEqual(['name']),
)
test('nor is the name of another thing', () => {
  expect(refusedAt('tied', 'harness', 'brake hose, left')).toEqual(['name'])
  expect(refusedAt('tied', 'frame-rail', 'fuel line')).toEqual(['name'])
  expect(needsLoop(read('tied', 'frame-rail', 'parking brake cable'))).toBe(true)
  // No fluid in these.
  expect([
    refusedAt('tied', 'harness', 'brake light harness'),
    refusedAt('tied', 'other', 'fuel door bracket'),
  ]).toEqual([[], []])
})
test('a thing of its own has a name', () => {
  expect(refusedAt('tied', 'other')).toEqual(['name'])
  expect(refusedAt('tied', 'other', 'toolbox bracket')).toEqual([])
})
test('a cable, a link or the axle asks for a loop, the frame does not; nor does what it is only laid over', () => {
  expect([read('tied', 'parking-cable'), read('tied', 'link'), read('through', 'link')].map(needsLoop)).toEqual([
    true,
    true,
    true,
  ])
  expect([read('tied', 'frame-rail'), read('over', 'axle-tube'), read('over', 'spare-shield')].map(needsLoop)).toEqual([
    false,
    false,
    false,
  ])
  expect([
    needsLoop(read('tied', 'other', 'parking brake cable')),
    needsLoop(read('tied', 'other', 'sway bar')),
  ]).toEqual([true, true])
})
test('an edge asks for loom: the lip of a hitch, the shield of the spare, a bumper; a harness has none', () => {
  expect([read('over', 'hitch'), read('through', 'spare-shield'), read('through', 'bumper')].every(needsLoom)).toBe(
    true,
  )
  expect([read('tied', 'hitch'), read('over', 'harness')].some(needsLoom)).toBe(false)
})
