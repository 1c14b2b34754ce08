import type { BayRecord } from '../records'
import type { Situation } from './situation'

/** How a record contradicts the state of the work it was taken in: it is kept and proves nothing. */
export type FlagCode =
  /** A step that has to come first was not done yet. */
  | 'before-its-turn'
  /** The vehicle did not stand as the step asks. */
  | 'wrong-support'
  | 'not-on-wheels'
  | 'not-settled'
  /** Kit, brackets or lines were not all in yet. */
  | 'not-fitted'
  /** A reading from before the work, taken after it was begun. */
  | 'work-begun'
  /** Another load was on, or none. */
  | 'other-load'
  | 'unknown-load'
  /** The bags held another pressure. */
  | 'other-pressure'
  /** Nobody read what was in the bags. */
  | 'pressure-unknown'
  /** What the step looks at was not read, or not as it has to be. */
  | 'check-open'
  /** What nothing undoes was done before the customer had signed for it. */
  | 'not-agreed'
  /** Somebody who is at the vehicle has not said clear of a move. */
  | 'not-clear'
  /** A question that the step asks has no answer yet. */
  | 'not-answered'
  /** A step or fastener that the plan does not have any more. */
  | 'not-in-plan'
  /** The air check began before the lines were closed. */
  | 'before-lines'
  /** Air went in, or out, within the wait before the check began. */
  | 'air-let-in'
  /** It says it was read later than it was taken down, or taken down later than the file it came in. */
  | 'dated-ahead'
  /** Of a file, and dated so long before the job that it cannot be of it. */
  | 'dated-long-before'

/** What took away what a record had proved. */
export type VoidCode =
  | 'fastener-opened'
  | 'connection-opened'
  | 'air-changed'
  | 'bracket-moved'
  | 'wheels-changed'
  | 'load-changed'
  /** Slot, spacers, sides or cap of the kit are others in the plan since. */
  | 'mount-changed'
  | 'kit-changed'
  /** Another version of its instructions says that step or that torque otherwise. */
  | 'instructions-changed'
  /** Lines and fittings are others since. */
  | 'circuit-changed'
  | 'step-done-again'

/** `about` names what it is about: a step, a load case. */
export interface Flag {
  code: FlagCode
  about: string
}
/** `by` is the record that did it; null where the plan was changed. */
export interface Voided {
  code: VoidCode
  by: string | null
}

/** A record with the state it was taken in, and what became of it. */
export interface Evidence {
  record: BayRecord
  situation: Situation
  flag: Flag | null
  voided: Voided | null
}

/** What something still lacks to be proved; figures SI. */
export interface Missing {
  code:
    /** Nobody read or did it. */
    | 'not-done'
    /** Only a record that contradicts the state of the work. */
    | 'wrong-state'
    /** Proved once, and void since. */
    | 'void'
    /** Under or over its limit. */
    | 'too-little'
    | 'too-much'
    /** Lifted empty to the end of its travel, or past what the bag may be tall. */
    | 'over-travel'
    /** Watched too short, or nobody said how long. */
    | 'too-short'
    | 'bubbles'
    /** The circuit as it is drawn has an open end, or a bag that nothing fills: its connections are not all known. */
    | 'circuit-open'
    /** Hidden by something: nobody saw it under soap. */
    | 'cannot-see'
    | 'leaks'
    /** A hold that reads more than its air can have. */
    | 'gained'
    /** A hold whose readings leave both open. */
    | 'cannot-tell'
    /** Read as "about": too rough for its limit. */
    | 'about'
    | 'no-end'
    | 'too-early'
    /** Inside its limit, for fewer hours than it is held. */
    | 'holds-so-far'
    /** Lower pressure than the test asks for. */
    | 'under-test'
    /** Nothing to compare with: no reading from before the work. */
    | 'nothing-to-compare'
    /** A figure that has to be looked up first. */
    | 'no-figure'
    /** A torque outside its spec, or in the wrong unit. */
    | 'wrong-torque'
  /** What it is about, as its stage names it. */
  about: string
  has: number | null
  limit: number | null
  flag: Flag | null
  voided: Voided | null
}

/**
 * Why a record that is there does not prove what it says.
 * @returns null where it does
 */
export const unproved = ({ flag, voided }: Evidence, about: string): Missing | null =>
  flag ? missing('wrong-state', about, { flag }) : voided ? missing('void', about, { voided }) : null

/** Something that still lacks; no figures where none are given. */
export const missing = (code: Missing['code'], about: string, more: Partial<Missing> = {}): Missing => ({
  code,
  about,
  has: null,
  limit: null,
  flag: null,
  voided: null,
  ...more,
})
