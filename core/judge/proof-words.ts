import { formatQuantity, type QuantityKind, type UnitSystem } from '../quantity'
import { type StepCheck, SUPPORT_NAMES } from '../kit'
import { type SurveyKey, type AxleEnd, CORNER_NAMES, SURVEY_QUESTIONS } from '../vehicle'
import { type FinalCheckId, GAP_CHECK_NAMES } from '../records'
import type { Job } from '../job'
import type { Flag, FlagCode, Missing, Situation, VoidCode } from '../proof'
import type { Facts } from '../facts'

/** What names in a claim are looked up in. */
export type Named = Pick<Facts, 'plan' | 'air'> & { job: Job }

const stepTitle = ({ plan }: Named, id: string): string => {
  const step = plan?.ok ? plan.plan.steps.find((s) => s.id === id) : undefined
  return step ? `"${step.title}"${step.side ? `, ${step.side}` : ''}` : `"${id}"`
}
const loadName = (job: Job, id: string): string => {
  const found = job.loadCases.find((c) => c.id === id)
  return found ? `"${found.name}"` : 'nothing'
}

/** What a missing proof is about, in words. */
function subjectText(check: FinalCheckId, about: string, named: Named): string {
  if (!about) return 'A kit'
  switch (check) {
    case 'torques': {
      const [stepId = '', fastenerId, place] = about.split(' ')
      const step = named.plan?.ok ? named.plan.plan.steps.find((s) => s.id === stepId) : undefined
      const fastener = step?.torques.find((f) => f.id === fastenerId)
      const many = fastener && fastener.count > 1 ? `, place ${place}` : ''
      return `${fastener?.name ?? about}${step?.side ? `, ${step.side}` : ''}${many}`
    }
    case 'soap': {
      const connection = named.air.connections.find((c) => c.id === about)
      return connection?.name ?? about
    }
    case 'clearance':
    case 'loaded-clearance': {
      const [gap, axle, side] = about.split(':') as [keyof typeof GAP_CHECK_NAMES, string, string]
      return `${GAP_CHECK_NAMES[gap]}, ${axle} ${side}`
    }
    case 'heights':
    case 'loaded-heights':
      return CORNER_NAMES[about as keyof typeof CORNER_NAMES] ?? about
    case 'level': {
      const [axle, id = ''] = about.split(':') as [AxleEnd, string]
      return `${axle === 'front' ? 'Front' : 'Rear'}, ${id ? `with ${loadName(named.job, id)}` : 'empty'}`
    }
    case 'air-check':
    case 'minimum-pressure':
      return `${about.startsWith('front') ? 'Front' : 'Rear'} bags${about.endsWith('left') ? ', left' : about.endsWith('right') ? ', right' : ''}`
  }
}

/** What a step looks at, while it is not on record. */
export const STEP_CHECK_NAMES: Record<StepCheck, string> = {
  'first-air': 'both bags were read at their min or more',
  connections: 'every connection was soaped without bubbles',
  parts: 'every part of the box was counted',
  'plate-tire': 'the gap from plate to tire was read on both sides',
}

/** Why a record proves nothing: the state it was taken in. */
const FLAGS: Record<FlagCode, (about: string, named: Named) => string> = {
  'before-its-turn': (id, named) => `recorded before ${stepTitle(named, id)} was done`,
  'wrong-support': () => 'recorded while the vehicle stood another way than the step asks',
  'not-on-wheels': () => 'read while it was not on its wheels',
  'not-settled': () => 'read before it was rolled a length and bounced',
  'not-fitted': (axle) => `read before the ${axle} kit was in`,
  'work-begun': () => 'read after the work was begun',
  'other-load': (id, { job }) => `read while ${loadName(job, id)} was on it`,
  'unknown-load': () => 'read under a load that is not one of this job',
  'other-pressure': () => 'given with another pressure than was in the bags',
  'pressure-unknown': () => 'read before anybody read what was in the bags',
  'check-open': (check) => `recorded before ${STEP_CHECK_NAMES[check as StepCheck]}`,
  'not-clear': (name) => `moved before ${name} had said clear`,
  'not-agreed': (part) => `recorded before the owner had signed for it: ${part.toLowerCase()}`,
  'not-answered': (fact) =>
    `recorded before its question was answered: ${SURVEY_QUESTIONS[fact as SurveyKey].ask.toLowerCase()}`,
  'not-in-plan': (id) => `"${id}" is not in the plan any more`,
  'before-lines': () => 'begun before the lines were closed',
  'dated-ahead': () => 'dated after it was taken down',
}
export const contradictionText = ({ code, about }: Flag, named: Named): string => FLAGS[code](about, named)

/** What took away what had been proved. */
export const VOIDS: Record<VoidCode, string> = {
  'fastener-opened': 'a fastener was opened since',
  'connection-opened': 'a fitting or line was opened since',
  'air-changed': 'the air in the bags was changed since',
  'bracket-moved': 'a bracket was moved since',
  'wheels-changed': 'wheels came off or went on since',
  'load-changed': 'the load was changed in the plan since',
  'kit-changed': 'another kit was picked since',
  'circuit-changed': 'lines and fittings were changed in the plan since',
  'step-done-again': 'a mounting step was done again since',
}

const FIGURES: Record<FinalCheckId, QuantityKind> = {
  torques: 'torque',
  soap: 'pressure',
  'air-check': 'pressure',
  'minimum-pressure': 'pressure',
  heights: 'length',
  'loaded-heights': 'length',
  level: 'length',
  clearance: 'length',
  'loaded-clearance': 'length',
}

/** What a final check still lacks, in a sentence. */
export function missingText(check: FinalCheckId, m: Missing, named: Named, system: UnitSystem): string {
  const figure = (v: number | null) =>
    v === null ? '' : formatQuantity(FIGURES[check], Math.abs(v), system, FIGURES[check] === 'pressure' ? 1 : undefined)
  const against = m.limit === null ? '' : `, limit ${figure(m.limit)}`
  return `${subjectText(check, m.about, named)}: ${whatText(m, named, figure(m.has), against)}`
}

function whatText({ code, flag, voided, has, limit }: Missing, named: Named, figure: string, against: string): string {
  switch (code) {
    case 'not-done':
      return 'not done yet'
    case 'wrong-state':
      return flag ? contradictionText(flag, named) : 'taken in another state'
    case 'void':
      return voided ? `void, ${VOIDS[voided.code]}` : 'void'
    case 'too-little':
      return `${figure}, too little${against}`
    case 'too-much':
      return `${figure}, too much${against}`
    case 'too-short':
      return has === null
        ? `how long it was watched is missing, ${limit} min or more`
        : `watched ${has} min, ${limit} or more`
    case 'bubbles':
      return 'bubbles: put it right, then soap it again'
    case 'circuit-open':
      return 'the circuit as it is drawn is not closed: put it right under Lines on Air'
    case 'cannot-see':
      return 'cannot be seen under soap as it stands'
    case 'leaks':
      return `lost ${figure}${against}`
    case 'gained':
      return `reads ${figure} more than its air can: one of the readings is wrong`
    case 'cannot-tell':
      return 'the readings leave both open: hold it longer, or read heights at both ends'
    case 'about':
      return 'read as "about", too rough for its limit: read it with the tape'
    case 'no-end':
      return 'begun, its end is not read yet'
    case 'too-early':
      return 'held too short for this gauge to show a leak'
    case 'under-test':
      return `tested at ${figure}${against.replace('limit', 'test pressure')}`
    case 'nothing-to-compare':
      return 'no height from before the work to compare with'
    case 'no-figure':
      return "the vehicle maker's figure is missing"
    case 'wrong-torque':
      return `${figure || 'settled by hand'}, outside its torque spec`
  }
}

/** The state that something was taken in, in a sentence. */
export function situationText({ stand, settled, load, air }: Situation, job: Job, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system, 1)
  const support = stand.axle
    ? `${SUPPORT_NAMES[stand.support]} (${stand.axle}), wheels ${stand.wheels}`
    : `${SUPPORT_NAMES[stand.support]}${settled ? ', settled' : ', not settled'}`
  const loadWords = load ? (load.loadCase === null ? 'empty' : loadName(job, load.loadCase)) : 'load not said'
  const bags = (['front', 'rear'] as const).flatMap((axle) => {
    const bagsHere = air[axle]
    return bagsHere ? `${axle} bags ${p(bagsHere.left)} / ${p(bagsHere.right)}` : []
  })
  return [support, loadWords, ...bags].join(' · ')
}
