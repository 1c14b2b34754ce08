import { defineStage } from '../stage'

export const chooseStage = defineStage({
  id: 'choose',
  begun: ({ job }) => job.kit !== null,
  waits: ({ chosen }) => ({
    'no-kit': chosen === null,
    'kit-does-not-fit': chosen?.verdict === 'does-not-fit',
    'kit-needs-answer': chosen?.verdict === 'needs-answer',
    'cannot-level': chosen?.level?.code === 'one-side-below-minimum',
  }),
  checks: {},
  stops: ({ job }) => (job.kit ? [] : [{ code: 'no-kit', about: '' }]),
})
