import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs } from '../../../../demo/shop'
import { aired, type Job } from '../../../job'
import { keptFrom, piecesOf, pointGap } from '../../../route'
import { assessJob } from '../../../judge'
import { HAS_HOLES, holeAxis, placedCircuit, strandsOf, undersideOf } from '.'

const compressed = (number: string, more: (job: Job) => Job = (job) => job) => {
  const { job: laid, records } = demoJob(number)
  const job = more({ ...laid, supply: 'compressor-tank', circuit: null })
  const under = undersideOf(job, assessJob(job, records).active)
  return { job, under, circuit: placedCircuit(job, under) }
}

describe('where things usually sit', () => {
  test.each(['left', 'right'] as const)(
    'with the pipe on the %s the harness begins on the other side',
    (exhaustSide) => {
      const { job, circuit } = compressed('0415', (line) => ({
        ...line,
        survey: { ...line.survey, rear: { ...line.survey.rear, exhaustSide } },
      }))
      const harness = circuit.runs.find((r) => r.kind === 'harness')!
      expect(Math.sign(harness.at![1])).toBe(exhaustSide === 'left' ? -1 : 1)
      // At the front of the vehicle: ahead of its front axle.
      expect(harness.at![0]).toBeGreaterThan(job.vehicle.wheelbase)
    },
  )
  test('the filter is over its compressor: water runs out of it', () => {
    for (const number of ['0415', '0417', '0421']) {
      const { circuit } = compressed(number)
      const compressor = circuit.nodes.find((n) => n.kind === 'compressor')!
      expect(circuit.runs.find((r) => r.kind === 'intake-hose')!.at![2]).toBeGreaterThanOrEqual(compressor.at![2])
    }
  })
  test('what somebody put somewhere stays there', () => {
    const place: [number, number, number] = [2, -0.3, 0.7]
    const { circuit } = compressed('0415', (lineHere) => {
      const { circuit: usual } = compressed('0415')
      return { ...lineHere, circuit: { ...usual, runs: usual.runs.map((r) => ({ ...r, at: place })) } }
    })
    expect(circuit.runs.map((r) => r.at)).toEqual([place, place])
  })
  test('a port is clear of all but its own bag where any of its ways is, and as high as the plate above it', () => {
    for (const { job, records } of demoJobs().filter((d) => aired(d.job).length)) {
      const under = undersideOf(job, assessJob(job, records).active)
      for (const { id, kind, at: position, axle } of placedCircuit(job, under).nodes) {
        if (kind !== 'bag' || job.kits.find((k) => k.kit.axle === axle)!.kit.family === 'in-coil') continue
        const room = under.obstacles
          .filter((o) => o.id !== id)
          .map(
            (o) =>
              Math.min(...o.bodies.flatMap((b) => piecesOf(b, o.motion)).map((p) => pointGap(p, ...position!))) -
              keptFrom(o),
          )
        expect(Math.min(...room)).toBeGreaterThan(0)
        expect(position![2]).toBeCloseTo(under.scenes[axle!]!.bags.left.upper[2] + 0.01, 9)
      }
    }
  })
})

test('a hole goes the short way through: across a rail, along through a cross member', () => {
  expect(HAS_HOLES.map((kind) => [kind, holeAxis(kind)])).toEqual([
    ['frame-rail', 1],
    ['hitch-rail', 1],
    ['cross-member', 0],
    ['seat', 1],
  ])
})

test('everything that runs from place to place is a strand of its own, lines first', () => {
  const { circuit } = compressed('0415')
  const strands = strandsOf(circuit)
  expect(strands.map((s) => s.id)).toEqual([...circuit.tubes, ...circuit.runs].map((s) => s.id))
  expect(strands.every((s) => s.from && s.to)).toBe(true)
  expect(new Set(strands.map((s) => s.id)).size).toBe(strands.length)
})
