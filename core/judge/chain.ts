import { LEVEL_TOLERANCE, type Fastener, type Limit } from '../kit'
import type { BayRecord } from '../records'
import type { Evidence } from '../proof'
import { SOAP_MINUTES, testPressureOf } from '../stages/air'
import type { Facts } from '../facts'
import type { FinalCheckReport } from './stage'

/** One link of what proves a check: a record, in its state, and the limits it was held against. */
export interface ChainLink extends Evidence {
  limits: Limit[]
}

/** Makes up what a chain is told from. */
type Chained = Pick<Facts, 'proof' | 'gaps' | 'torques' | 'chosen' | 'air'>

const practice = (value: number, note: string): Limit => ({ value, source: 'common practice', note })

function fastenerLimits({ spec }: Fastener, makerFigure: number | undefined): Limit[] {
  switch (spec.kind) {
    case 'target':
      return [
        { value: spec.low, source: 'kit', note: 'low end of the torque spec' },
        { value: spec.high, source: 'kit', note: 'high end of the torque spec' },
      ]
    case 'ceiling':
      return [{ value: spec.max, source: 'kit', note: 'no more than this' }]
    case 'vehicle-maker':
      return makerFigure === undefined
        ? []
        : [{ value: makerFigure, source: 'vehicle', note: "the vehicle maker's figure" }]
    default:
      return []
  }
}

/** Limits in force on this vehicle that a record was judged against. */
// eslint-disable-next-line complexity -- a case for each kind of record that has a limit
function limitsOf(
  { gaps, torques, chosen, air }: Chained,
  check: FinalCheckReport['check'],
  { id, body }: BayRecord,
): Limit[] {
  switch (body.kind) {
    case 'torque': {
      const state = torques.find((t) => t.step.id === body.step && t.fastener.id === body.fastener)
      return state ? fastenerLimits(state.fastener, state.makerFigure) : []
    }
    case 'gap': {
      const gap = gaps.find((g) => g.reading?.id === id)
      return gap ? [gap.limit, ...(gap.high ? [gap.high] : [])] : []
    }
    case 'height':
      return check === 'level' ? [practice(LEVEL_TOLERANCE, 'a quarter inch to the aim, and from side to side')] : []
    case 'connection': {
      const axle = air.connections.find((c) => c.id === body.connection)?.axle
      const kit = chosen.find((c) => c.kit.axle === axle)
      return kit?.maximum
        ? [
            { value: testPressureOf(kit), source: 'kit', note: `test pressure, watched ${SOAP_MINUTES} min or more` },
            kit.maximum,
          ]
        : []
    }
    case 'air-check': {
      const checkHere = air.checks.find((c) => c.records.includes(id))
      return checkHere?.verdict
        ? [practice(checkHere.verdict.allowed, 'may be lost in that time from that pressure')]
        : []
    }
    case 'bag-pressure': {
      const setPressure = air.pressures.find((p) => p.axle === body.axle)
      return setPressure ? [setPressure.minimum, setPressure.maximum] : []
    }
    default:
      return []
  }
}

/** What proves a final check, record by record: who, when, in which state, against which limits. */
export const chainOf = (facts: Chained, { check, evidence }: FinalCheckReport): ChainLink[] =>
  evidence().flatMap((id) => {
    const proofOf = facts.proof.evidence.get(id)
    return proofOf ? [{ ...proofOf, limits: limitsOf(facts, check, proofOf.record) }] : []
  })
