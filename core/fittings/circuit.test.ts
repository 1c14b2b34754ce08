import { expect, test } from 'vitest'
import { circuitSchema, passagesOf, portsOf, REMEDIES, REMEDY_NAMES, TUBES } from '.'
import { circuitOf } from '../job'
import { hasAir } from '../kit'
import { demoJobs } from '../../demo/shop'

const { job } = demoJobs().find(({ job }) => job.kits.some(({ kit }) => hasAir(kit)))!
const circuit = circuitSchema.parse(circuitOf(job))
const wrong = (change: object) =>
  circuitSchema.safeParse({ ...circuit, ...change }).error?.issues.map((i) => i.path.join('.'))

// Source: common practice, no published source: a port takes one tube, and a tube has a wall.
test('a circuit that cannot be is refused at what is wrong with it', () => {
  const [first, ...rest] = circuit.tubes
  expect(wrong({})).toBeUndefined()
  expect(wrong({ tubes: [...circuit.tubes, { ...first, id: 'second' }] })).toEqual(
    expect.arrayContaining([`tubes.${circuit.tubes.length}.from`, `tubes.${circuit.tubes.length}.to`]),
  )
  expect(wrong({ tubes: [{ ...first, bore: first!.outside }, ...rest] })).toEqual(['tubes.0.bore'])
  expect(wrong({ tubes: [{ ...first, to: { node: 'nowhere', port: 'air' } }, ...rest] })).toEqual(['tubes.0.to.node'])
  expect(wrong({ nodes: [...circuit.nodes, circuit.nodes[0]] })).toEqual(['nodes'])
})
test('what air passes through are ports of the same node, each once', () => {
  for (const node of circuit.nodes) {
    const through = passagesOf(node).flat()
    expect(new Set(through).size).toBe(through.length)
    expect(portsOf(node)).toEqual(expect.arrayContaining(through))
  }
})
// Source: nominal sizes of air line are 1/4 in and 3/8 in over the outside, ISO and SAE alike (from memory).
test('tube is 1/4 and 3/8 in, and each remedy has a name', () => {
  expect(TUBES.map((t) => Number((t.outside / 0.0254).toFixed(9)))).toEqual([0.25, 0.375])
  expect(Object.keys(REMEDY_NAMES).sort()).toEqual([...REMEDIES].sort())
})
