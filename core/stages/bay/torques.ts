import { judgeTorque, type TorqueVerdict } from '../../torque'
import type { Fastener } from '../../kit'
import type { Plan, PlanStep } from '../../plan'
import { ofKind, type BayRecord } from '../../job'

export type PlaceState = TorqueVerdict | 'missing' | 'by-feel' | 'not-reached' | 'none-given'

export interface FastenerState {
  step: PlanStep
  fastener: Fastener
  /** One entry a place, 1 first. */
  places: { state: PlaceState; value: number | null; record: BayRecord | null }[]
  /** Undone after it was torqued, and not torqued since. */
  openedAgain: boolean
  /** Vehicle maker's figure, N·m, where the spec defers to it and it has been looked up. */
  makerFigure: number | undefined
}

/** States that close a line. `by-feel` closes only where the instructions give nothing to judge. */
export function placeCloses(fastener: Fastener, state: PlaceState): boolean {
  if (state === 'within' || state === 'not-reached') return fastener.spec.kind !== 'vehicle-maker' || state === 'within'
  const unjudged =
    fastener.spec.kind === 'snug' || fastener.spec.kind === 'turns' || fastener.spec.kind === 'none-given'
  return unjudged && (state === 'by-feel' || state === 'none-given' || state === 'not-judged')
}
/** Whether every place of a fastener is settled. */
export const fastenerCloses = (state: FastenerState): boolean =>
  state.places.every((p) => placeCloses(state.fastener, p.state))

/**
 * Torque state of every fastener of a plan: readings before a fastener was opened again no longer count.
 * @param standing records that stand, oldest first
 */
export function torqueStates(plan: Plan, standing: readonly BayRecord[]): FastenerState[] {
  const readings = ofKind(standing, 'torque')
  const opened = ofKind(standing, 'opened-again')
  const makers = new Map(ofKind(standing, 'maker-torque').map((r) => [r.body.fastener, r.body.value]))
  return plan.steps.flatMap((step) =>
    step.torques.map((fastener) => {
      const here = (body: { step: string; fastener: string }) => body.step === step.id && body.fastener === fastener.id
      const lastOpened = Math.max(0, ...opened.filter((r) => here(r.body)).map((r) => r.sequence))
      const makerFigure = makers.get(fastener.id)
      const valid = readings.filter((r) => here(r.body) && r.sequence > lastOpened)
      const places = Array.from({ length: fastener.count }, (_, i) => {
        const record = valid.filter((r) => r.body.place === i + 1).at(-1) ?? null
        if (!record) return { state: 'missing' as const, value: null, record }
        const { outcome, value } = record.body
        const state: PlaceState =
          outcome === 'reading' && value !== null
            ? judgeTorque(fastener.spec, value, makerFigure)
            : outcome === 'reading'
              ? 'missing'
              : outcome
        return { state, value, record }
      })
      return {
        step,
        fastener,
        places,
        openedAgain: lastOpened > 0 && places.some((p) => p.state === 'missing'),
        makerFigure,
      }
    }),
  )
}
