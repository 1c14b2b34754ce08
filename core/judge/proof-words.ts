import { formatQuantity, type QuantityKind, type UnitSystem } from '../quantity'
import { type StepCheck, SUPPORT_NAMES } from '../kit'
import { type SurveyKey, type AxleEnd, CORNER_NAMES, onSide, SURVEY_QUESTIONS } from '../vehicle'
import { type FinalCheckId, gapKeyName } from '../records'
import type { Job } from '../job'
import type { Flag, FlagCode, Missing, Situation, VoidCode } from '../proof'
import type { Facts } from '../facts'

/** What names in a claim are looked up in. */
export type Named = Pick<Facts, 'plan' | 'air'> & { job: Job }

const stepTitle = ({ plan }: Named, id: string): string => {
  const step = plan?.ok ? plan.plan.steps.find((s) => s.id === id) : undefined
  return step ? onSide(`"${step.title}"`, step.side) : `"${id}"`
}
const loadName = (job: Job, id: string): string => {
  const found = job.loadCases.find((c) => c.id === id)
  return found ? `"${found.name}"` : 'nothing'
}

type Subject = (about: string, named: Named) => string
const gapWords: Subject = (about) => {
  const [gap, axle, side] = about.split(':') as [string, string, string]
  return `${gapKeyName(gap)}, ${axle} ${side}`
}
const cornerWords: Subject = (about) => CORNER_NAMES[about as keyof typeof CORNER_NAMES] ?? about
const bagsWords: Subject = (about) => {
  const side = ['left', 'right'].find((s) => about.endsWith(s))
  return onSide(`${about.startsWith('front') ? 'Front' : 'Rear'} bags`, side)
}

/** What a missing proof of each check is about, in words. */
const SUBJECTS: Record<FinalCheckId, Subject> = {
  torques(about, { plan }) {
    const [stepId = '', fastenerId, place] = about.split(' ')
    const step = plan?.ok ? plan.plan.steps.find((s) => s.id === stepId) : undefined
    const fastener = step?.torques.find((f) => f.id === fastenerId)
    const many = fastener && fastener.count > 1 ? `, place ${place}` : ''
    return onSide(fastener?.name ?? about, step?.side) + many
  },
  soap: (about, { air }) => air.connections.find((c) => c.id === about)?.name ?? about,
  clearance: gapWords,
  'loaded-clearance': gapWords,
  heights: cornerWords,
  'loaded-heights': cornerWords,
  level(about, { job }) {
    const [axle, id = ''] = about.split(':') as [AxleEnd, string]
    return `${axle === 'front' ? 'Front' : 'Rear'}, ${id ? `with ${loadName(job, id)}` : 'empty'}`
  },
  'air-check': bagsWords,
  'minimum-pressure': bagsWords,
}

/** What a step looks at, while it is not on record. */
export const STEP_CHECK_NAMES: Record<StepCheck | 'pressure', string> = {
  pressure: 'the bags were read at the pressure that it is done at',
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
  'check-open': (check) => `recorded before ${STEP_CHECK_NAMES[check as keyof typeof STEP_CHECK_NAMES]}`,
  'not-clear': (name) => `moved before ${name} had said clear`,
  'not-agreed': (part) => `recorded before the owner had signed for it: ${part.toLowerCase()}`,
  'not-answered': (fact) =>
    `recorded before its question was answered: ${SURVEY_QUESTIONS[fact as SurveyKey].ask.toLowerCase()}`,
  'not-in-plan': (id) => `"${id}" is not in the plan any more`,
  'before-lines': () => 'begun before the lines were closed',
  'air-let-in': () => 'air went in or out within the wait before it: wait and read again',
  'dated-ahead': () => 'dated after it was taken down',
  'dated-long-before': () => 'dated more than a year before this job',
}
/** Why a record proves nothing, in words. */
export const contradictionText = ({ code, about }: Flag, named: Named): string => FLAGS[code](about, named)

/** What took away what had been proved. */
export const VOIDS: Record<VoidCode, string> = {
  'fastener-opened': 'a fastener was opened since',
  'connection-opened': 'a fitting or line was opened since',
  'air-changed': 'the air in the bags was changed since',
  'bracket-moved': 'a bracket was moved since',
  'wheels-changed': 'wheels came off or went on since',
  'load-changed': 'the load was changed in the plan since',
  'mount-changed': 'how the kit is put on was changed in the plan since',
  'kit-changed': 'another kit was picked since',
  'instructions-changed': 'the instructions say it another way since',
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
  return `${m.about ? SUBJECTS[check](m.about, named) : 'A kit'}: ${LACKS[m.code]({ ...m, named, figure: figure(m.has), against })}`
}

interface Lack extends Missing {
  named: Named
  /** What it has, and what is asked for, in words. */
  figure: string
  against: string
}
/** What is lacking, by code. */
const LACKS: Record<Missing['code'], (lack: Lack) => string> = {
  'not-done': () => 'not done yet',
  'wrong-state': ({ flag, named }) => (flag ? contradictionText(flag, named) : 'taken in another state'),
  void: ({ voided }) => (voided ? `void, ${VOIDS[voided.code]}` : 'void'),
  'too-little': ({ figure, against }) => `${figure}, too little${against}`,
  'too-much': ({ figure, against }) => `${figure}, too much${against}`,
  'too-short': ({ has, limit }) =>
    has === null ? `how long it was watched is missing, ${limit} min or more` : `watched ${has} min, ${limit} or more`,
  bubbles: () => 'bubbles: put it right, then soap it again',
  'circuit-open': () => 'the circuit as it is drawn is not closed: put it right under Lines on Air',
  'cannot-see': () => 'cannot be seen under soap as it stands',
  leaks: ({ figure, against }) => `lost ${figure}${against}`,
  gained: ({ figure }) => `reads ${figure} more than its air can: one of the readings is wrong`,
  'cannot-tell': () => 'the readings leave both open: hold it longer, or read heights at both ends',
  'over-travel': ({ figure, against }) =>
    `stands ${figure} over its empty height with air in it${against}: let air out`,
  about: () => 'read too roughly for its limit: read it with a tape',
  'no-end': () => 'begun, its end is not read yet',
  'too-early': () => 'held too short for this gauge to show a leak',
  'holds-so-far': ({ has, limit }) => `holds so far, ${Math.floor(10 * has!) / 10} h of ${limit}`,
  'under-test': ({ figure, against }) => `tested at ${figure}${against.replace('limit', 'test pressure')}`,
  'nothing-to-compare': () => 'no height from before the work to compare with',
  'no-figure': () => "the vehicle maker's figure is missing",
  'wrong-torque': ({ figure }) => `${figure || 'settled by hand'}, outside its torque spec`,
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
