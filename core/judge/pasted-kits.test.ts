import { describe, expect, test } from 'vitest'
import { demoSurvey, demoVehicles } from '../../demo/shop'
import { onlyKits } from '../fixtures/on-job'
import { toldRecords, wholeJob } from '../fixtures/whole-job'
import { newJob } from '../job'
import { checkKit, closingFaults, idOf, lacksOf, PAPER, typicalKit, withOrigin, type Kit } from '../kit'
import { PAPERS, type Paper } from '../paper/fixtures/papers'
import { offersOf, readPaper, withItems, withOffer, withUse } from '../paper'
import { planFor } from '../stages'
import { assessJob } from '.'

/** A kit as its paper was pasted: nothing typed beside it. */
function pasted({ kit, text }: Paper): Kit {
  const begun = typicalKit({ ...kit, id: idOf(`${kit.maker} ${kit.number}`) })
  const items = readPaper(text, 'us', 'left').items.filter((i) => i.is !== 'step' || i.numbered)
  return withItems({ kit: begun, lines: [] }, items, 'left').kit
}
/** What is left to whoever pasted it: what it fits looked at, and a torque in no step put into the last one that torques or mounts. */
function finished(kit: Kit): Kit {
  const home = kit.operations.findLast((o) => o.torques.length > 0)!
  const inNone = kit.fasteners.filter((f) => !kit.operations.some((o) => o.torques.includes(f.id)))
  const operations = kit.operations.map((o) =>
    o.id === home.id ? inNone.reduce((step, f) => withUse(step, f.id, 'torques'), o) : o,
  )
  return withOrigin({ ...kit, operations }, ['fitment', 'rubber'], PAPER)
}
const jobWith = (paper: Paper, kit: Kit) => {
  const found = demoVehicles().find((v) => v.id === paper.vehicle)!
  // The link ratio of an independent axle is taped before a spring on the link is picked.
  const vehicle = { ...found, front: { ...found.front, motionRatio: 0.7 } }
  const begun = newJob(
    { id: 'pasted', number: '1', title: 'Pasted', day: '2026-11-23' },
    { name: 'Ren', contact: '' },
    vehicle,
  )
  return onlyKits({ ...begun, survey: demoSurvey(found.id), choices: { ...begun.choices, wheels: paper.wheels } }, kit)
}
const stopsOf = (paper: Paper, kit: Kit) => {
  const job = jobWith(paper, kit)
  return assessJob(job, toldRecords(wholeJob(job))).stops.map((s) => s.code)
}

// Honest work has to leave, and what nobody confirmed must not. Source: common practice, no published source.
describe.each(PAPERS)('the paper of a kit $shape, through the bay to the door', (paper) => {
  test('as it was pasted it is planned and done, and stays for what nobody confirmed', () => {
    const kit = pasted(paper)
    expect(lacksOf(kit)).not.toEqual([])
    expect(stopsOf(paper, kit)).toEqual(['kit-unconfirmed'])
  })
  test('with that confirmed it leaves', () => {
    expect(stopsOf(paper, finished(pasted(paper)))).toEqual([])
  })
})

test('a coil that an air spring replaces: the axle on its jack from the shock’s bolt to the first air', () => {
  const paper = PAPERS.find((p) => p.shape === 'coil replacement')!
  const kit = finished(pasted(paper))
  // As a person takes over what the steps offer; what goes in the coil's place holds from where it seats.
  const operations = kit.operations.map((o) => {
    const taken = offersOf(o, kit.fasteners, null).reduce(
      (step, f) => (f.what === 'opens' || f.what === 'closes' ? withOffer(step, f) : step),
      o,
    )
    return o.title.startsWith('Raise the axle') ? withOffer(taken, { what: 'closes', carrier: 'coil' }) : taken
  })
  const whole = { ...kit, operations }
  expect(closingFaults(whole)).toEqual([])
  expect(checkKit(whole).map((f) => f.code)).not.toContain('coil-never-out')
  const job = jobWith(paper, whole)
  const plan = planFor(job)!
  if (!plan.ok) throw new Error(plan.stuck.join())
  const { steps } = plan.plan
  const open = steps.findIndex((s) => s.opens.includes('shock'))
  const air = steps.findIndex((s) => s.checks.includes('first-air'))
  expect(steps.slice(open, air + 1).map((s) => s.state.support)).toEqual(
    Array.from({ length: air + 1 - open }, () => 'axle-raised'),
  )
  expect(assessJob(job, toldRecords(wholeJob(job))).stops).toEqual([])
})
