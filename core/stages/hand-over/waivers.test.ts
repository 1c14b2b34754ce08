import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoProcedures } from '../../../demo/shop'
import type { Kit, Procedure } from '../../kit'
import type { Job } from '../../job'
import { consentsNeeded } from '.'

const { job } = demoJob('0419')
const plain: Kit = {
  ...demoKits().find((k) => k.id === 'ninebark-onefold')!,
  drilling: false,
  cutting: false,
  replaces: 'nothing',
  operations: [],
}
const fitted = (kit: Partial<Kit>, procedures: Procedure[] = []): Job => ({
  ...job,
  kits: [{ ...job.kits[0]!, kit: { ...plain, ...kit }, work: 'fit' }],
  procedures: procedures.map((procedure) => ({ ...job.procedures[0]!, procedure })),
})
const unit = demoProcedures().find((p) => p.compressor)!
const withHoles: Procedure = {
  ...unit,
  compressor: { ...unit.compressor!, holes: { count: 4, diameter: 0.0065 } },
}

// What cannot be undone is agreed to first: common practice, no published source.
describe('what the customer agrees to before it is done', () => {
  test.each([
    ['a kit that only bolts on', fitted({}), []],
    ['one that drills', fitted({ drilling: true }), ['drilling']],
    ['one that cuts, whether a step says so or not', fitted({ cutting: true }), ['cutting']],
    ['a compressor whose plate wants holes', fitted({}, [withHoles]), ['drilling']],
    ['a compressor that clamps on', fitted({}, [unit]), []],
  ])('%s', (_what, of, needed) => {
    expect(consentsNeeded(of)).toEqual(needed)
  })
})
