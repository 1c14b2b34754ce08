import { describe, expect, test } from 'vitest'
import { demoSurvey, demoVehicles } from '../../demo/shop'
import { onlyKits } from '../fixtures/on-job'
import { toldRecords, wholeJob } from '../fixtures/whole-job'
import { newJob } from '../job'
import { idOf, lacksOf, PAPER, typicalKit, withOrigin, type Kit } from '../kit'
import { PAPERS, type Paper } from '../paper/fixtures/papers'
import { readPaper, withItems, withUse } from '../paper'
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
