import { unitsSchema, type ProofAnswer, type StoredJob } from '@stout-shackle/core/contract'
import type { z } from 'zod'
import { assessJob, chainOf } from '@stout-shackle/core/judge'
import { missingText, situationText, stopText } from '@stout-shackle/core/wording'

type Units = z.output<typeof unitsSchema>['units']

/** What a job's records prove, claim by claim, as a person or another program reads it. */
export function proofOf({ job, records }: StoredJob, units: Units): ProofAnswer {
  const a = assessJob(job, records)
  return {
    state: situationText(a.proof.now, job, units),
    checks: a.finalChecks.map((check) => ({
      check: check.check,
      state: check.state,
      waivable: check.waivable,
      missing: check.missing.map((m) => ({
        code: m.code,
        about: m.about,
        says: missingText(check.check, m, { ...a, job }, units),
      })),
      chain: chainOf(a, check).map(({ record, situation, limits }) => ({
        record: record.id,
        by: record.by,
        at: record.at,
        from: record.origin?.tablet ?? null,
        state: situationText(situation, job, units),
        limits,
      })),
      signed: check.waiver && {
        by: check.waiver.body.signedBy,
        at: check.waiver.at,
        because: check.waiver.body.because,
      },
    })),
    stops: a.stops.map((s) => ({ code: s.code, about: s.about, hard: s.hard, says: stopText(s, units) })),
  }
}
