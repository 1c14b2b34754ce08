import Spline from 'cubic-spline'
import { unit } from 'mathjs'
import { assessJob, planFor } from '@stout-shackle/core/stages'
import { atmosphere, parseQuantity, PSI } from '@stout-shackle/core/quantity'
import { bringLevel, monotoneCubic, standOf } from '@stout-shackle/core/spring'
import { referenceAxle, referenceBag } from '../core/fixtures/reference-axle'
import { coupledChassis, standByRootFinder } from '../core/fixtures/whole-vehicle'
import { demoJob, demoKits } from './demo'
import { time, type Figure } from './measure'

/** The demo job with an off-center load and a trailer, with a fourth load case. */
function fourCases() {
  const { job, records } = demoJob('0417')
  const fourth = { id: 'fourth', name: 'Half the hives', items: [job.loadCases[0]!.items[0]!] }
  const full = { ...job, loadCases: [...job.loadCases, fourth] }
  return { job: full, records, plan: planFor(full) }
}

/** The coupled balance of a vehicle on closed bags, and the general root finder it is checked against in the tests. */
function benchLevel(): Figure[] {
  const bags = { bag: referenceBag, rideHeight: 0.165, motionRatio: 1, spacing: 0.9, lineVolume: 5e-5 }
  const chassis = coupledChassis(bags)
  const load = { front: -690, rear: 6_470, roll: 400, rollRear: 300 }
  const amount = (pressure: number) => (pressure + atmosphere()) * (bags.bag.volume.value(0.165)! + bags.lineVolume)
  const air = {
    kind: 'closed' as const,
    left: amount(25 * PSI),
    right: amount(20 * PSI),
    exponent: 1,
    ambient: atmosphere(),
  }
  const question = { ...referenceAxle({ load }), chassis }
  // On independent links in front, as in core/spring/both-axles.test.ts.
  const both = coupledChassis(bags, { ...bags, rideHeight: 0.16, motionRatio: 0.7, spacing: 0.7 * 1.74 })
  const twice = { front: { ...air, left: amount(12 * PSI), right: amount(15 * PSI) }, rear: air }
  return [
    time('standOf: coupled balance, closed bags', () => standOf(chassis, load, { rear: air }), 300, 50),
    time(
      'ml-levenberg-marquardt on the same seven equations, to the same 1e-6',
      () => standByRootFinder(chassis, load, { rear: air }),
      60,
    ),
    time('standOf: bags at both axles', () => standOf(both, load, twice), 300, 50),
    time(
      'ml-levenberg-marquardt on the equations of both, to the same 1e-6',
      () => standByRootFinder(both, load, twice),
      60,
    ),
    time('bringLevel: pressures with everything that goes with them', () => bringLevel(question), 300, 20),
  ]
}

/** The computation alone, beside general libraries doing the comparable part. */
export function benchCore(): Figure[] {
  const kits = demoKits()
  const { job, records } = demoJob('0411')
  const four = fourCases()
  const plan = planFor(job)
  const xs = [0.1, 0.125, 0.15, 0.175, 0.2, 0.225]
  const ys = [190, 178, 165, 150, 132, 110]
  const ours = monotoneCubic(xs, ys)
  const theirs = new Spline(xs, ys)
  return [
    time(`assessJob: ${records.length} records, ${kits.length} kits, plan kept (what a keystroke costs)`, () =>
      assessJob(job, records, plan),
    ),
    time('assessJob: one vehicle, its picked kit, four load cases (no catalog, plan kept)', () =>
      assessJob(four.job, four.records, four.plan),
    ),
    time('assessJob with the work plan ordered anew', () => assessJob(job, records)),
    time('planFor: ordering the work plan', () => planFor(job)),
    ...benchLevel(),
    time("parseQuantity '35.25 in'", () => parseQuantity('length', '35.25 in'), 300, 200),
    time("mathjs unit('35.25 in'), the same text", () => unit('35.25 in'), 300, 200),
    time('monotoneCubic value, six-point table', () => ours.value(0.1637), 300, 1000),
    time('cubic-spline value, the same table (not monotone)', () => theirs.at(0.1637), 300, 1000),
  ]
}
