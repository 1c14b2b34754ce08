import { isBelow } from '../../quantity'
import { ofKind } from '../../job'
import { neverWithoutAir } from '../air/stage'
import { defineStage } from '../stage'

export const handOverStage = defineStage({
  id: 'hand-over',
  begun: ({ handedOver, standing }) =>
    handedOver !== null || ofKind(standing, 'height').some((r) => r.body.timing === 'after'),
  waits: ({ handedOver, late }, { stops }) => ({
    'late-records': late.length,
    'hand-over-blocked': stops.length,
    'not-handed-over': handedOver === null && late.length === 0 && stops.length === 0,
  }),
  checks: {
    heights: {
      done: ({ active }) => [active.heights.afterEmpty, active.heights.afterLoaded].some((h) => h.missing.length === 0),
    },
    'minimum-pressure': {
      done({ chosen, standing }) {
        const aired = chosen.filter((c) => c.minimum !== null)
        return (
          aired.length > 0 &&
          aired.every(({ kit, minimum }) => {
            const set = ofKind(standing, 'bag-pressure').findLast((r) => r.body.axle === kit.axle)?.body
            return set !== undefined && !isBelow(Math.min(set.left, set.right), minimum!.value)
          })
        )
      },
      never: neverWithoutAir,
    },
  },
  stops: () => [],
  refuses: (body, { assess }) =>
    body.kind === 'handed-over' && assess().stops.length > 0
      ? { field: 'kind', code: 'not-road-ready', about: String(assess().stops.length) }
      : null,
})
