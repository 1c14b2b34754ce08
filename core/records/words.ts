import { REMEDY_NAMES } from '../fittings'
import { FATE_NAMES, SUPPORT_NAMES } from '../kit'
import { count, formatQuantity, type UnitSystem } from '../quantity'
import { CORNER_NAMES, SURVEY_QUESTIONS } from '../vehicle'
import { DRIVE_MARKS } from './hand-over'
import { CONNECTION_RESULT_NAMES, CONSENT_NAMES, DRIVE_MARK_NAMES, gapKeyName, WAIVER_NAMES } from './names'
import type { RecordBody, RecordKind } from './record'

/** What a record is about, by the names of the job's plan; null where its id is all there is. */
export interface RecordNames {
  step: string | null
  fastener: string | null
  place: string | null
}

const answerWords = (answer: boolean | string | number) =>
  answer === true ? 'yes' : answer === false ? 'no' : String(answer)
const partWords = ({ part, axle, side }: { part: string; axle: string | null; side: string | null }) =>
  [part, [axle, side].filter(Boolean).join(' ')].filter(Boolean).join(', ')

/** The line of each record kind in the log. */
const RECORD_WORDS: {
  [Kind in RecordKind]: (body: Extract<RecordBody, { kind: Kind }>, system: UnitSystem, names: RecordNames) => string
} = {
  height: ({ corner, timing, load, about, value }, system) =>
    `${CORNER_NAMES[corner]} ${timing}, ${load.replace('-', ' ')}: ${about ? 'about ' : ''}${formatQuantity('length', value, system)}`,
  'load-on': ({ loadCase }) => (loadCase === null ? 'Nothing on it now' : `On it now: load case ${loadCase}`),
  'scale-ticket'({ load, front, rear, trailer, ticket }, system) {
    const mass = (v: number) => formatQuantity('mass', v, system)
    return `Scale, ${load}: ${mass(front)} front, ${mass(rear)} rear${trailer === null ? '' : `, ${mass(trailer)} trailer`}${ticket ? `, ${ticket}` : ''}`
  },
  gap: ({ check, gap, side, value, sleeved }, system) =>
    `${gapKeyName(gap ? `${check}/${gap}` : check)}, ${side}: ${formatQuantity('length', value, system)}${sleeved ? ', sleeved' : ''}`,
  'room-gap': ({ of, part, side, value }, system) =>
    `Gap of the ${of} to ${part.replace(/-/g, ' ')}, ${side}: ${formatQuantity('length', value, system)}`,
  'kit-confirmed': ({ figures, axle }) =>
    `${count(figures.length, 'figure', 'figures')} of the ${axle} kit compared with its paper`,
  planned: ({ steps }) => `The work was begun by a plan of ${count(steps.length, 'step', 'steps')}`,
  'step-added': ({ operation, why }) => `Step added: ${operation.title}: ${why}`,
  finding: ({ axle, fact, answer }) =>
    `Found, ${axle}: ${SURVEY_QUESTIONS[fact].ask.toLowerCase()}: ${answerWords(answer)}`,
  step: ({ step, outcome, reason }, _system, names) =>
    `${names.step ?? step}: ${outcome}${reason ? `, ${reason}` : ''}`,
  torque: ({ step, fastener, place, outcome, value, reading, reason, wrench }, system, names) =>
    `${names.fastener ?? fastener}, place ${place}, in "${names.step ?? step}": ${value === null ? outcome.replace('-', ' ') : formatQuantity('torque', value, system)}${reading ? ` from ${reading.device}` : ''}${wrench ? `, wrench ${wrench.serial}` : ''}${reason ? `, ${reason}` : ''}`,
  'opened-again': ({ step, fastener, reason }, _system, names) =>
    `${names.fastener ?? fastener}, "${names.step ?? step}", opened again: ${reason}`,
  'seat-seen': ({ step, fastener }, _system, names) =>
    `${names.fastener ?? fastener}, "${names.step ?? step}": pulled in one go, its bar lies parallel`,
  looked: ({ step, looks, seen, note }, _system, names) =>
    `"${names.step ?? step}", ${looks.map((l) => l.replaceAll('-', ' ')).join(', ')}: ${seen ? 'looked at, as pictured' : `not so${note ? `, ${note}` : ''}`}`,
  'maker-torque': ({ fastener, value, source }, system, names) =>
    `${names.fastener ?? fastener}: vehicle maker's torque ${formatQuantity('torque', value, system)}, ${source}`,
  deviation: ({ what, why, agreedBy }) => `Deviation: ${what}, ${why}, agreed by ${agreedBy}`,
  'parts-counted': ({ counts }) => `${count(counts.length, 'part', 'parts')} counted on the bench`,
  off: (body) => `Off: ${partWords(body)}`,
  'on-again': (body) => `Back on: ${partWords(body)}`,
  'part-fate': (body) =>
    `${partWords(body)}: ${FATE_NAMES[body.fate]}, agreed by ${body.agreedBy}${body.note ? `, ${body.note}` : ''}`,
  moved: ({ support, wheels, axle, settled }) =>
    `Now ${SUPPORT_NAMES[support]}${axle ? ` (${axle}), wheels ${wheels}` : settled ? ', settled' : ''}`,
  'step-begun': ({ step }, _system, names) => `At "${names.step ?? step}"`,
  paused: ({ step, reason }, _system, names) => `"${names.step ?? step}" rests: ${reason}`,
  clear: ({ step, names: people }, _system, names) =>
    `Clear for "${names.step ?? step}"${people.length ? `, answering for ${people.join(', ')}` : ''}`,
  photo: ({ step, caption }, _system, names) =>
    `Photo${step ? ` of "${names.step ?? step}"` : ''}${caption ? `: ${caption}` : ''}`,
  'travel-run': ({ axle, side, gap, to, down, up }, system) => {
    const len = (v: number | null) => (v === null ? 'not read' : formatQuantity('length', v, system))
    return `Axle run down and up, ${axle} ${side}: least gap ${gap === 0 ? 'none, it touches' : len(gap)}${to ? ` to ${to}` : ''}; bag ${len(down)} down, ${len(up)} up`
  },
  'bracket-moved': ({ axle, side, reason }) => `Bracket moved, ${axle}${side ? ` ${side}` : ''}: ${reason}`,
  connection: ({ connection, result, pressure, minutes, reason }, system, names) =>
    `${names.place ?? connection}: ${CONNECTION_RESULT_NAMES[result]} at ${formatQuantity('pressure', pressure, system, 1)}${minutes === null ? '' : `, watched ${minutes} min`}${reason && `, ${reason}`}`,
  'connection-opened': ({ connection, reason, remedy }, _system, names) =>
    `${names.place ?? connection}, ${REMEDY_NAMES[remedy]}: ${reason}`,
  'leak-test': ({ side, test, tube, found }, _system, names) =>
    `Leak test${side ? `, ${side}` : ''}, ${
      test === 'listen'
        ? found
          ? 'heard it'
          : 'nothing heard'
        : `${names.place ?? tube} closed off, gauge ${found ? 'still falls' : 'holds'}`
    }`,
  'air-check': ({ end, side, pressure, temperature }, system) =>
    `Air check${side ? `, ${side}` : ''}, ${end}: ${formatQuantity('pressure', pressure, system, 1)} at ${formatQuantity('temperature', temperature, system)}`,
  'bag-pressure': ({ left, right }, system) =>
    `Bags set: ${formatQuantity('pressure', left, system, 1)} left, ${formatQuantity('pressure', right, system, 1)} right`,
  'road-test': ({ timing, marks, note }) =>
    `Road test ${timing}: ${DRIVE_MARKS.flatMap((m) => (marks[m] === null ? [] : `${DRIVE_MARK_NAMES[m]} ${marks[m]}`)).join(', ')}${note ? `, ${note}` : ''}`,
  'lamp-aim': ({ outcome }) => `Headlamp aim: ${outcome === 'checked' ? 'checked' : 'to check'}`,
  'handed-over': ({ to }) => `Handed over to ${to}`,
  waiver: ({ about, because, signedBy, due }) =>
    `Signed by ${signedBy}: ${WAIVER_NAMES[about]}${due ? `, ${due}` : ''}, ${because}`,
  consent: ({ to, outcome, signedBy }) =>
    `${CONSENT_NAMES[to]}: ${signedBy} ${outcome === 'agreed' ? 'agrees' : 'does not agree'}`,
  withdrawn: () => 'Withdrawn',
}

/** A record in one line, with the names of what it is about where they are known. */
export const recordText = (body: RecordBody, system: UnitSystem, names: RecordNames): string =>
  RECORD_WORDS[body.kind](body as never, system, names)
