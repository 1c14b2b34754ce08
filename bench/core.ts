import Spline from 'cubic-spline'
import { unit } from 'mathjs'
import { planFor } from '@stout-shackle/core/stages'
import { assessJob } from '@stout-shackle/core/judge'
import { atmosphere, parseQuantity, PSI } from '@stout-shackle/core/quantity'
import { bringLevel, monotoneCubic, standOf } from '@stout-shackle/core/spring'
import { referenceAxle, referenceBag } from '../core/fixtures/reference-axle'
import { coupledChassis, standByRootFinder } from '../core/fixtures/whole-vehicle'
import { newJob, newOnJob, type Job } from '@stout-shackle/core/job'
import { newLoad } from '@stout-shackle/core/vehicle'
import { demoJob, demoKits, demoSurveys, demoVehicles } from './demo'
import { time, type Figure } from './measure'

/** The demo job with an off-center load and a trailer, with a fourth load case. */
function fourCases() {
  const { job, records } = demoJob('0417')
  const fourth = { id: 'fourth', name: 'Half the hives', items: [job.loadCases[0]!.items[0]!] }
  const full = { ...job, loadCases: [...job.loadCases, fourth] }
  return { job: full, records, plan: planFor(full) }
}

/** A coach with bags at both axles under four load cases. */
function coachCases() {
  const i = demoVehicles().findIndex((v) => v.id === 'marrowby-34')
  const vehicle = demoVehicles()[i]!
  const start = newJob({ id: 'b', number: '1', title: 'b', day: '2026-11-27' }, { name: 'b', contact: '' }, vehicle)
  const kits = demoKits().filter(({ id }) => id === 'quill-fore-coil' || id === 'ninebark-coach-wide')
  const job: Job = {
    ...start,
    survey: demoSurveys()[i]!,
    kits: kits.map(newOnJob),
    loadCases: [600, 800, 1000, 1200].map((mass, n) => ({
      id: `c${n}`,
      name: `c${n}`,
      items: [
        { ...newLoad(vehicle, 'stores', 'Stores'), mass, x: -0.4 },
        { ...newLoad(vehicle, 'water', 'Water'), mass: mass / 2, x: 5, y: 0.2 },
      ],
    })),
    activeCase: 'c0',
  }
  return { job, plan: planFor(job) }
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

const LONG = 2000

/** The computation alone, beside general libraries doing the comparable part. */
export function benchCore(): Figure[] {
  const { job, records } = demoJob('0411')
  const four = fourCases()
  const coach = coachCases()
  const plan = planFor(job)
  const xs = [0.1, 0.125, 0.15, 0.175, 0.2, 0.225]
  const ys = [190, 178, 165, 150, 132, 110]
  const ours = monotoneCubic(xs, ys)
  const theirs = new Spline(xs, ys)
  return [
    // Over many calls: of the first hundreds much is the engine getting to know them.
    time(
      `assessJob: ${records.length} records with what each proves, plan kept (what a keystroke costs)`,
      () => assessJob(job, records, plan),
      LONG,
    ),
    time(
      'assessJob: one vehicle, its picked kit, four load cases (no catalog, plan kept)',
      () => assessJob(four.job, four.records, four.plan),
      LONG,
    ),
    time(
      'assessJob: a coach with kits at both axles, four load cases (plan kept)',
      () => assessJob(coach.job, [], coach.plan),
      LONG,
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
