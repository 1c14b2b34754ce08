import Spline from 'cubic-spline'
import { unit } from 'mathjs'
import { assessJob, planFor } from '@stout-shackle/core/job'
import { parseQuantity } from '@stout-shackle/core/quantity'
import { monotoneCubic } from '@stout-shackle/core/spring'
import { demoJob, demoKits } from '../demo/shop'
import { time, type Figure } from './measure'

/** The computation alone, beside general libraries doing the comparable part. */
export function benchCore(): Figure[] {
  const kits = demoKits()
  const { job, records } = demoJob('0411')
  const plan = planFor(job)
  const xs = [0.1, 0.125, 0.15, 0.175, 0.2, 0.225]
  const ys = [190, 178, 165, 150, 132, 110]
  const ours = monotoneCubic(xs, ys)
  const theirs = new Spline(xs, ys)
  return [
    time(`assessJob: ${records.length} records, ${kits.length} kits, plan kept (what a keystroke costs)`, () =>
      assessJob(job, records, kits, plan),
    ),
    time('assessJob with the work plan ordered anew', () => assessJob(job, records, kits)),
    time('planFor: ordering the work plan', () => planFor(job)),
    time("parseQuantity '35.25 in'", () => parseQuantity('length', '35.25 in'), 300, 200),
    time("mathjs unit('35.25 in'), the same text", () => unit('35.25 in'), 300, 200),
    time('monotoneCubic value, six-point table', () => ours.value(0.1637), 300, 1000),
    time('cubic-spline value, the same table (not monotone)', () => theirs.at(0.1637), 300, 1000),
  ]
}
