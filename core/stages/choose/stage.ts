import { defineStage } from '../stage'

export const chooseStage = defineStage({
  id: 'choose',
  begun: ({ job }) => job.kits.length > 0,
  waits: ({ chosen }) => ({
    'no-kit': chosen.length === 0,
    'kit-does-not-fit': chosen.some((c) => c.verdict === 'does-not-fit'),
    'kit-needs-answer': chosen.some((c) => c.verdict === 'needs-answer'),
    'cannot-level': chosen.some((c) => c.level?.code === 'one-side-below-minimum'),
  }),
  checks: {},
  stops: ({ job }) => (job.kits.length ? [] : [{ code: 'no-kit', about: '' }]),
})
