import type { Survey, Vehicle } from '../vehicle'
import { TAPE_GIVE } from '../vehicle'
import type { Condition, Kit } from './schema'

export type RuleVerdict = 'ok' | 'part' | 'ask' | 'no'
export type RuleId =
  | 'suspension'
  | 'body'
  | 'rear-wheels'
  | 'lift-block'
  | 'bumper'
  | 'coil-inside'
  | 'coil-gap'
  | 'bracket-space'
  | 'exhaust'
  | 'hitch-rails'
  | 'factory-air'
  | 'old-helper'
  | 'drilling'
  | 'rust'

/** One rule's answer; `has` and `takes` are the figures or words it compared. */
export interface RuleResult {
  rule: RuleId
  verdict: RuleVerdict
  has?: number | string
  takes?: number | string
}

/**
 * Every fitment rule of a kit against a vehicle as it stands. Only rules that matter to the pair are returned.
 * Source: kit data; common practice where the kit is silent (old helper, factory air, rust).
 */
export function fitmentRules(kit: Kit, vehicle: Vehicle, survey: Survey): RuleResult[] {
  const { fitment } = kit
  const rules: RuleResult[] = []
  const member = (rule: RuleId, list: readonly string[], has: string) =>
    rules.push({ rule, verdict: list.includes(has) ? 'ok' : 'no', has, takes: list.join(', ') })

  member('suspension', fitment.suspension, vehicle.suspension)
  member('body', fitment.bodies, vehicle.body)
  member('rear-wheels', fitment.rearWheels, vehicle.rearWheels)
  const inCoil = kit.family === 'in-coil' || kit.family === 'coil-replacement'

  if (vehicle.suspension === 'leaf') {
    const block = survey.liftBlock
    rules.push({
      rule: 'lift-block',
      verdict:
        block === null
          ? 'ask'
          : block <= fitment.liftBlockMost + TAPE_GIVE
            ? 'ok'
            : block <= fitment.liftBlockMostWithSpacer + TAPE_GIVE
              ? 'part'
              : 'no',
      has: block ?? undefined,
      takes: Math.max(fitment.liftBlockMost, fitment.liftBlockMostWithSpacer),
    })
  }
  if (!inCoil) {
    const bumper = survey.jounceBumper
    rules.push({
      rule: 'bumper',
      verdict: bumper === null ? 'ask' : fitment.bumpers.includes(bumper) ? 'ok' : 'no',
      has: bumper ?? undefined,
      takes: fitment.bumpers.join(', '),
    })
  }
  const between = (rule: RuleId, has: number | null, range: { low: number; high: number } | null) => {
    if (!range) return
    const verdict = has === null ? 'ask' : has >= range.low - TAPE_GIVE && has <= range.high + TAPE_GIVE ? 'ok' : 'no'
    rules.push({
      rule,
      verdict,
      has: has ?? undefined,
      takes: has !== null && has < range.low ? range.low : range.high,
    })
  }
  if (vehicle.suspension === 'coil') between('coil-inside', survey.coilInsideDiameter, fitment.coilInside)
  between('bracket-space', survey.bracketSpace, fitment.bracketSpace)
  if (kit.bag.coilGap) {
    rules.push({
      rule: 'coil-gap',
      verdict: survey.coilGapStanding === null ? 'ask' : 'ok',
      has: survey.coilGapStanding ?? undefined,
      takes: kit.bag.coilGap.threshold,
    })
  }
  if (fitment.exhaustMost !== null && survey.exhaustSide !== 'none') {
    const pipe = survey.exhaustDiameter
    const most = fitment.exhaustMost
    rules.push({
      rule: 'exhaust',
      verdict: pipe === null ? 'ask' : pipe <= most + TAPE_GIVE ? 'ok' : 'part',
      has: pipe ?? undefined,
      takes: most,
    })
  }
  if (fitment.hitchRails !== 'fine') {
    rules.push({
      rule: 'hitch-rails',
      verdict:
        survey.hitchRails === null
          ? 'ask'
          : !survey.hitchRails
            ? 'ok'
            : fitment.hitchRails === 'needs-spacer'
              ? 'part'
              : 'no',
    })
  }
  const mustNot = (rule: RuleId, has: boolean | null) =>
    rules.push({ rule, verdict: has === null ? 'ask' : has ? 'no' : 'ok' })
  mustNot('factory-air', survey.factoryAir)
  mustNot('old-helper', survey.oldHelper)
  if (kit.drilling)
    rules.push({
      rule: 'drilling',
      verdict: survey.drillingAgreed === null ? 'ask' : survey.drillingAgreed ? 'ok' : 'no',
    })
  if (survey.rust === 'heavy') rules.push({ rule: 'rust', verdict: 'part' })
  return rules
}

const ORDER: RuleVerdict[] = ['ok', 'part', 'ask', 'no']
export type FitVerdict = 'fits' | 'fits-with-parts' | 'needs-answer' | 'does-not-fit'
const OVERALL: Record<RuleVerdict, FitVerdict> = {
  ok: 'fits',
  part: 'fits-with-parts',
  ask: 'needs-answer',
  no: 'does-not-fit',
}

/** The worst rule decides. */
export const overallFit = (rules: readonly RuleResult[]): FitVerdict =>
  OVERALL[ORDER[Math.max(0, ...rules.map((r) => ORDER.indexOf(r.verdict)))]!]

/** Whether every condition holds: true, false, or null while a question it needs is unanswered. */
export function conditionsHold(conditions: readonly Condition[], vehicle: Vehicle, survey: Survey): boolean | null {
  let unsure = false
  for (const c of conditions) {
    if ('suspension' in c) {
      if (vehicle.suspension !== c.suspension) return false
    } else if ('rearWheels' in c) {
      if (vehicle.rearWheels !== c.rearWheels) return false
    } else {
      const answer = survey[c.survey]
      if (answer === null) unsure = true
      else if ('is' in c ? !c.is.includes(answer as string | boolean) : !(Number(answer) > c.over)) return false
    }
  }
  return unsure ? null : true
}
