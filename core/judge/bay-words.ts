import { count, type UnitSystem } from '../quantity'
import { PLACE_STATES } from '../stages/bay'
import { SURVEY_QUESTIONS, type SurveyKey } from '../vehicle'
import { missingText, STEP_CHECK_NAMES, type Named } from './proof-words'
import type { Hindrance } from './step-done'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { bayStage } from './bay'

export const bayWaits: Record<WaitsOf<typeof bayStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'steps-left': (n) => count(n, 'step left', 'steps left'),
  'item-open': (n) => count(n, 'open item', 'open items'),
  'departure-open': (n) => count(n, 'departure needs its reason', 'departures need their reasons'),
  'bags-empty': () => 'it stands on bags under their min: air before it rolls',
}
export const bayStops: Record<StopsOf<typeof bayStage>, (stop: StageStop) => string> = {
  'item-open': ({ about }) => `${about}: still open`,
  'steps-left': ({ about }) =>
    `${about} ${about === '1' ? 'step is' : 'steps are'} neither done nor skipped with a reason`,
  'look-open': ({ about }) => `${about}: done, and nobody said how it looks`,
  'look-wrong': ({ about }) => {
    const at = about.lastIndexOf(':')
    return `${about.slice(0, at)}: not as it has to be (${about.slice(at + 1)})`
  },
  'travel-touches': ({ about }) => `${about}: something touched as the axle ran down and up. Free it, run it again`,
  'travel-beyond': ({ about }) =>
    `${about}: the bag was taller or shorter than its kit allows as the axle ran down and up. Check the mount, run it again`,
  'torque-wrong': ({ about }) => `${about}: the last torque is outside its spec; undo it and torque again`,
  'wrench-range': ({ about }) => `${about}: read under a fifth of the wrench's range: take a smaller one`,
  'wrench-overdue': ({ about }) => `${about}: read with a wrench whose calibration was over`,
  'step-skipped': ({ about }) => `${about}: skipped, and it cannot be; do it, or record a deviation for it`,
  'not-on-wheels': () => 'It is not on its wheels',
  'not-settled': () => 'It was not rolled a length and bounced since it came down',
  'consent-missing': ({ about }) => `The customer has to sign for ${about} first`,
  'consent-refused': ({ about }) => `The customer does not agree to ${about}: this kit cannot be fitted`,
}
export const bayRefusals: Record<RefusalsOf<typeof bayStage>, (about: string) => string> = {
  'unknown-step': (step) => `"${step}" is not a step of this job's plan.`,
  'unknown-fastener': (fastener) => `"${fastener}" is not torqued in this step.`,
  'unknown-look': (look) => `"${look}" is not looked at in this step.`,
  'no-such-place': (count) => `This step has ${count} of these fasteners.`,
  'over-wrench': (high) => `This wrench reads to ${high} max: enter its reading again, or the wrench that was used.`,
  'holds-nothing': (figure) => `${figure} leaves it no clamp to speak of: look the figure and its unit up again.`,
  'reason-missing': () => 'Reason is missing: enter why the wrench cannot reach it.',
}

/** Why a step is not done yet, and what to do first. */
export function hindranceText(hindrance: Hindrance, named: Named, system: UnitSystem): string {
  switch (hindrance.code) {
    case 'taken':
      return `${hindrance.by} is at this step.`
    case 'torque-void':
      return missingText('torques', hindrance.missing, named, system)
    case 'torque-open': {
      const { fastener, place, state } = hindrance
      return `${fastener}${place === null ? '' : `, place ${place}`}: ${PLACE_STATES[state]}.`
    }
    case 'check-open':
      return `Not yet: ${STEP_CHECK_NAMES[hindrance.about as keyof typeof STEP_CHECK_NAMES]}.`
    case 'not-answered':
      return `Answer first: ${SURVEY_QUESTIONS[hindrance.about as SurveyKey].ask.toLowerCase()}?`
    case 'not-agreed':
      return `${hindrance.about}: this cannot be undone. The owner agrees first, here or by phone.`
    case 'not-clear':
      return `${hindrance.about}: not clear yet.`
  }
}
