import { expect, test } from 'vitest'
import { jobOfKind } from '../fixtures/kinds-of-job'
import { toldRecords, wholeJob, type Told } from '../fixtures/whole-job'
import { closingFaults, PLAIN_OPERATION, type Operation } from '../kit'
import { planFor } from '../stages'
import { assessJob } from '.'

// Instructions that have plate to tire taped on its wheels before the lines are run, and the strap torqued as it stands after.
// Source: common practice, no published source.
const job = (() => {
  const begun = jobOfKind('coil pickup, bellows beside the coil', 'order', '1')
  const tape: Operation = {
    ...PLAIN_OPERATION,
    id: 'tape-plate',
    title: 'Tape plate to tire',
    steps: [],
    phase: 'refit',
    support: 'on-wheels',
    checks: ['plate-tire'],
    after: ['torque-upper'],
  }
  const later = new Set(['run-line', 'torque-strap'])
  const changed = (o: Operation): Operation => ({
    ...o,
    ...(o.id === 'align' ? { after: ['mount-lower', 'mount-contact', 'contact-spacer'], pressure: null } : {}),
    ...(later.has(o.id) ? { after: [...o.after.filter((id) => id !== 'run-line'), 'tape-plate'] } : {}),
    ...(o.id === 'torque-strap' ? { support: 'ride-height' as const, wheels: 'on' as const, raise: null } : {}),
  })
  return {
    ...begun,
    kits: begun.kits.map((k) => ({
      ...k,
      kit: { ...k.kit, operations: [...k.kit.operations.map(changed), tape] },
    })),
  }
})()
const stopsOf = (list: Told[]) => assessJob(job, toldRecords(list)).stops.map((s) => s.code)

test('plate to tire taped before the lines and the last torque: it is done in that order, and it leaves', () => {
  expect(closingFaults(job.kits[0]!.kit)).toEqual([])
  const outcome = planFor(job)!
  if (!outcome.ok) throw new Error(outcome.stuck.join())
  const at = (id: string) => outcome.plan.steps.findIndex((s) => s.id.split(':')[0] === id)
  expect(at('tape-plate')).toBeGreaterThan(at('torque-upper'))
  expect(at('run-line')).toBeGreaterThan(at('tape-plate'))
  expect(at('torque-strap')).toBeGreaterThan(at('tape-plate'))
  expect(stopsOf(wholeJob(job))).toEqual([])
})
test('taped before it is aligned it proves nothing', () => {
  const list = wholeJob(job)
  const isTape = ({ body }: Told) => body.kind === 'gap' && body.check === 'plate-tire'
  const aligned = list.findIndex(({ body }) => body.kind === 'step' && body.step.startsWith('align'))
  const early = [...list.slice(0, aligned), ...list.filter(isTape), ...list.slice(aligned).filter((t) => !isTape(t))]
  expect(stopsOf(early)).not.toEqual([])
})
