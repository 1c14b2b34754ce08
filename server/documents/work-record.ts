import type { Content } from 'pdfmake/interfaces'
import { nodeName, VALVE_PLACE_NAMES } from '@stout-shackle/core/circuit'
import { circuitNames, circuitOf, type Job } from '@stout-shackle/core/job'
import { DRIVE_MARKS, ofKind, type BayRecord, type RecordOf } from '@stout-shackle/core/records'
import { chainOf, namesOf, type Assessment } from '@stout-shackle/core/judge'
import { AXLES } from '@stout-shackle/core/vehicle'
import { answersOf, reportOf, type Report } from '@stout-shackle/core/report'
import { recoveredShare, type JobHeights, type KitAssessment } from '@stout-shackle/core/stages'
import {
  count,
  formatNumber,
  formatQuantity,
  UNITS,
  type UnitSystem,
  limitQuantity,
} from '@stout-shackle/core/quantity'
import {
  answerText,
  CONSENT_NAMES,
  DEPARTURE_WORDS,
  DRIVE_MARK_NAMES,
  FATE_NAMES,
  SURVEY_QUESTIONS,
  WAIVER_NAMES,
  gapKeyName,
  notTheMakers,
  FAMILY_NAMES,
  GAP_VERDICTS,
  contradictionText,
  recordText,
  situationText,
  VOIDS,
  FINAL_CHECK_NAMES,
  NEVER_APPLIES,
  airCheckText,
  correctionText,
  offText,
  missingText,
  MARK_NAMES,
  PLACE_STATES,
  WRENCH_DOUBTS,
  RATING_NAMES,
  reasonText,
  VERDICT_NAMES,
  AXLE_NAMES,
  vehicleName,
  WORK_NAMES,
} from '@stout-shackle/core/wording'
import { formatDateTime } from '@stout-shackle/core/shop'
import { mountingSheet } from './mounting-sheet'
import { boxed, heading, note, PAPER, render, table } from './pdf'

const HEIGHT_ROWS: [keyof JobHeights, string][] = [
  ['beforeEmpty', 'before, empty'],
  ['beforeLoaded', 'before, loaded'],
  ['afterEmpty', 'after, empty'],
  ['afterLoaded', 'after, loaded'],
]

/** How a record is printed: units, the shop's time zone, when it was made, and its photos by hash. */
interface Printing {
  units: UnitSystem
  zone: string
  made: string
  photos: ReadonlyMap<string, Buffer>
}
/** The work record: what was measured, done, torqued, tested, by whom, and what was not done and why. */
export async function workRecord(
  job: Job,
  records: readonly BayRecord[],
  { units: system, zone, made, photos }: Printing,
): Promise<Buffer> {
  const timeText = (time: string) => formatDateTime(time, zone)
  const report = reportOf(job, records)
  const a = report.assessed
  const content: Content[] = [
    { text: `Work record, job ${job.number}`, style: 'title' },
    { text: `${job.title} · ${job.customer.name} · ${job.day}` },
    {
      text: `${vehicleName(job.vehicle)}${job.vehicle.vin ? `, VIN ${job.vehicle.vin}` : ''}${job.vehicle.plate ? `, plate ${job.vehicle.plate}` : ''}`,
    },
    ...result(job, report, system, timeText),
    ...(job.kits.length
      ? job.kits.map(({ kit, work }) =>
          note(
            `${AXLE_NAMES[kit.axle]}: ${kit.maker} ${kit.name}, ${kit.number}, ${FAMILY_NAMES[kit.family]}, ${WORK_NAMES[work]}`,
          ),
        )
      : [note('No kit chosen')]),
    ...a.chosen.map((assessed) =>
      note(
        `On this vehicle ${assessed.kit.name} ${VERDICT_NAMES[assessed.verdict]}${openReasons(assessed, a, system)}.`,
      ),
    ),
    ...kitFigures(a, system, timeText),
    ...heights(job, a, system),
    ...a.asLeft.map((row) =>
      note(`${offText(row, job, system)}${row.within === false ? ': outside the tolerance' : ''}.`),
    ),
    ...AXLES.flatMap((axle) => {
      const found = a.corrections[axle]
      return found ? correctionText(axle, found, job, system).map(note) : []
    }),
    ...loads(a, system),
    ...fit(a, system),
    ...mountingSheet(job, a, system),
    ...lamps(report, system),
    ...drive(report, job, timeText),
    ...answers(job, a, system, timeText),
    ...wayOfWorking(job),
    ...departures(a, timeText),
    ...signatures(report, timeText),
    ...work(a, system, timeText),
    ...withoutFigure(report, timeText),
    ...skipped(a),
    ...air(a, system, timeText),
    ...valves(job, report),
    ...openItems(a, timeText),
    heading('Final checks'),
    table(
      ['Final check', 'State', 'Reason'],
      a.finalChecks.map((g) => [
        FINAL_CHECK_NAMES[g.check],
        g.state.replace('-', ' '),
        g.never
          ? NEVER_APPLIES[g.never]
          : g.waiver
            ? `${g.waiver.body.because}, signed by ${g.waiver.body.signedBy}`
            : g.missing.map((m) => missingText(g.check, m, { ...a, job }, system)).join('; '),
      ]),
      ['*', 90, '*'],
    ),
    ...provedBy(a, job, system, timeText),
    ...corrections(records, timeText),
    ...pictures(report, job, photos, { system, at: timeText }),
  ]
  return render(`Work record, job ${job.number}`, content, `Job ${job.number}, ${job.customer.name}, made ${made}`, {
    pageSize: PAPER[system].sheet,
  })
}

/** What it came to, on the first page. */
function result(job: Job, { assessed, followUps, standsFor }: Report, system: UnitSystem, timeText: At): Content[] {
  const { handedOver, late, stops, asLeft, openItems: items, departures } = assessed
  const unexplained = departures.filter((d) => !d.answer).length
  const to = handedOver?.body.kind === 'handed-over' ? handedOver.body.to : ''
  const line = handedOver
    ? `Handed over ${timeText(handedOver.at)} to ${to}, by ${handedOver.by}.`
    : late.length
      ? `Not handed over again: ${count(late.length, 'record', 'records')} came in after it had left.`
      : `Not handed over: ${count(stops.length, 'thing is', 'things are')} open.`
  const counts = [
    ...asLeft.map((row) => `${offText(row, job, system)}${row.within === false ? ': OUTSIDE THE TOLERANCE' : ''}`),
    count(assessed.steps.filter((s) => s.outcome === 'skipped').length, 'step skipped', 'steps skipped'),
    count((items?.deviations.length ?? 0) + unexplained, 'deviation', 'deviations'),
    ...(unexplained ? [`${unexplained} of them without a reason`] : []),
  ]
  const later = followUps.map((f) => `${f.title}: ${f.text}`)
  return [
    boxed('Result. ', `${line} ${counts.join('; ')}.`),
    ...(later.length ? [note(`To come: ${later.join(' ')}`)] : []),
    ...(handedOver || standsFor === null ? [] : [note(`It stands ${standsFor} h for the air check before it leaves.`)]),
  ]
}

/** Where the beam lands before and after, and whether somebody aimed it. */
function lamps({ lamps: { before, after, read, aim } }: Report, system: UnitSystem): Content[] {
  const len = (v: number | null) =>
    v === null ? 'not known' : `${formatQuantity('length', Math.abs(v), system)} ${v < 0 ? 'lower' : 'higher'}`
  return [
    heading('Headlamps'),
    note(
      `Beam at 25 ft against empty, with the load: before ${len(before)}, after ${len(after)}${read ? '' : ' (worked out, not read)'}. Aim ${aim === 'checked' ? 'checked' : 'to check'}.`,
    ),
  ]
}

/** The same drive before and after. */
function drive({ drive: driven, assessed }: Report, job: Job, timeText: At): Content[] {
  if (!driven) return []
  const name = (id: string | null) => job.loadCases.find((c) => c.id === id)?.name ?? 'empty'
  const rows = [driven.before, driven.after].flatMap((r) =>
    r
      ? [
          [
            r.body.timing,
            name(r.body.loadCase),
            ...DRIVE_MARKS.map((m) => String(r.body.marks[m] ?? '–')),
            `${r.by}, ${timeText(r.at)}${r.body.note ? `: ${r.body.note}` : ''}`,
          ],
        ]
      : [],
  )
  const bounce = AXLES.flatMap((axle) => {
    const f = assessed.active.level[axle]?.frequency
    return f?.without
      ? `${AXLE_NAMES[axle]} bounces ${f.without.toFixed(1)} a second without the kit, ${f.with.toFixed(1)} with it (worked out).`
      : []
  })
  return [
    heading('Road test, 1 is bad, 5 is good'),
    table(
      ['', 'load', ...DRIVE_MARKS.map((m) => DRIVE_MARK_NAMES[m]), 'by'],
      rows,
      [40, 80, 40, 40, 40, 44, 40, '*'],
      [2, 3, 4, 5, 6],
    ),
    ...(driven.before && driven.after && !driven.comparable
      ? [note('Another load or another person: the two are not compared.')]
      : []),
    ...bounce.map(note),
  ]
}

/** What was asked of the vehicle, and by whom it was found in the bay. */
function answers(job: Job, { standing }: Assessment, system: UnitSystem, timeText: At): Content[] {
  const rows = answersOf(job, standing)
  if (!rows.length) return []
  return [
    heading('Questions and answers'),
    table(
      ['Question', 'axle', 'answer', 'found'],
      rows.map(({ fact, axle, value, found }) => [
        SURVEY_QUESTIONS[fact].ask,
        axle ?? '',
        answerText(fact, value, system),
        found ? `${found.by}, ${timeText(found.at)}` : 'survey',
      ]),
      ['*', 34, 130, 120],
    ),
  ]
}

/** By which way each kit was fitted, and how the shop worked. */
function wayOfWorking({ kits, choices }: Job): Content[] {
  const ways = kits.flatMap(({ kit, work: done, method }) => {
    const way = kit.methods.find((m) => (method ? m.id === method : m.instructed))
    return done === 'fit' && way ? `${kit.name}: ${way.name}${way.instructed ? '' : ', not by its instructions'}.` : []
  })
  return [
    heading('Way of working'),
    note(
      `Wheels ${choices.wheels}, ${choices.lift === 'lift' ? 'two-post lift' : 'floor jack and stands'}, ${choices.crew === 2 ? 'two technicians' : 'one technician'}.`,
    ),
    ...ways.map(note),
  ]
}

/** Where the work left its instructions, with why. */
function departures({ departures: all }: Assessment, timeText: At): Content[] {
  if (!all.length) return []
  return [
    heading('Not as the instructions have it'),
    table(
      ['What', '', 'Why', 'By'],
      all.map((d) => [
        DEPARTURE_WORDS[d.kind].name,
        d.about.join('; '),
        d.answer ? d.answer.body.why : 'NO REASON GIVEN',
        d.answer ? `${d.answer.by}, ${timeText(d.answer.at)}` : '',
      ]),
      [130, '*', 130, 90],
    ),
  ]
}

/** Each consent and waiver by name, with the text that was signed. */
function signatures({ signed }: Report, timeText: At): Content[] {
  if (!signed.length) return []
  return [
    heading('Signed by the customer'),
    ...signed.flatMap(({ record, text }): Content[] => {
      const { body } = record
      const what =
        body.kind === 'consent'
          ? `${CONSENT_NAMES[body.to]}: ${body.outcome}${body.phone ? `, by phone, heard by ${body.phone.heardBy}` : ''}`
          : capital(WAIVER_NAMES[body.about])
      return [
        { text: `${what}. ${body.signedBy}, ${timeText(record.at)}`, bold: true, margin: [0, 3, 0, 0] },
        note(text ?? `Signed under another text than the job gives today, SHA-256 ${body.hash}.`),
        ...(body.kind === 'consent' && body.drawn
          ? [{ svg: signatureSvg(body.drawn), width: 160, margin: [0, 0, 0, 4] as [number, number, number, number] }]
          : []),
      ]
    }),
  ]
}
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const signatureSvg = (path: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 120"><path d="${path}" fill="none" stroke="#20262A" stroke-width="2"/></svg>`

/** Fasteners that have no figure, with why. */
function withoutFigure({ withoutFigure: rows }: Report, timeText: At): Content[] {
  if (!rows.length) return []
  return [
    heading('Not torqued to a figure'),
    table(
      ['Fastener', 'where', 'place', 'how', 'who, when'],
      rows.map(({ fastener, axle, side, place, of, state, record }) => [
        fastener,
        [axle, side].filter(Boolean).join(' '),
        `${place} of ${of}`,
        [PLACE_STATES[state], record.body.tried && `tried: ${record.body.tried.replace('-', ' ')}`, record.body.reason]
          .filter(Boolean)
          .join('; '),
        `${record.by}, ${timeText(record.at)}`,
      ]),
      ['*', 54, 40, 160, 90],
    ),
  ]
}

/** Where each inflation valve is. */
function valves(job: Job, { valves: all }: Report): Content[] {
  const circuit = circuitOf(job)
  return all.length
    ? [
        note(
          `Valves: ${all.map((v) => `${nodeName(circuit, v)}, ${v.where ? VALVE_PLACE_NAMES[v.where] : 'place not noted'}`).join('; ')}.`,
        ),
      ]
    : []
}

/** Figures of the kits that are not their makers', and who compared which of them with the paper. */
function kitFigures(a: Assessment, system: UnitSystem, timeText: At): Content[] {
  const lines = a.chosen.flatMap(({ kit }) => notTheMakers(kit, system).map((line) => note(`${kit.name}, ${line}.`)))
  const confirmed = ofKind(a.standing, 'kit-confirmed').map((record) =>
    note(`${recordText(record.body, system, namesOf(a.plan, [], record.body))}, ${record.by}, ${timeText(record.at)}.`),
  )
  const still = a.unconfirmed.map((u) =>
    note(`${u.kit.name}: ${count(u.figures.length, 'figure', 'figures')} not confirmed.`),
  )
  return lines.length || still.length
    ? [heading('Kit figures that are not the maker’s'), ...lines, ...confirmed, ...still]
    : []
}

/** Photos, each with what it is of, who took it and when. */
function pictures(
  { assessed: a, photos: ordered, beforeAfter: pair }: Report,
  job: Job,
  photos: Printing['photos'],
  { system, at: timeText }: { system: UnitSystem; at: At },
): Content[] {
  const shownOf = (record: RecordOf<'photo'>): Content[] => {
    const jpeg = photos.get(record.body.image)
    if (!jpeg) return []
    const names = namesOf(a.plan, circuitNames(job), record.body)
    return [
      { image: `data:image/jpeg;base64,${jpeg.toString('base64')}`, fit: [240, 180], margin: [0, 6, 0, 2] },
      note(`${recordText(record.body, system, names)}, ${record.by}, ${timeText(record.at)}`),
    ]
  }
  const sides = pair ? [shownOf(pair.before), shownOf(pair.after)] : []
  const isPair = sides.length > 0 && sides.every((s) => s.length)
  const rest = ordered.filter((r) => !isPair || (r !== pair?.before && r !== pair?.after)).flatMap(shownOf)
  return [
    ...(isPair ? [heading('Before and after'), { columns: sides.map((stack) => ({ stack })), columnGap: 12 }] : []),
    ...(rest.length ? [heading('Photos'), ...rest] : []),
  ]
}

/** What proves each check: every record with who, when and in which state. */
function provedBy(a: Assessment, job: Job, system: UnitSystem, timeText: At): Content[] {
  const rows = a.finalChecks.flatMap((check) =>
    chainOf(a, check).map(({ record, situation }) => [
      FINAL_CHECK_NAMES[check.check],
      recordText(record.body, system, namesOf(a.plan, circuitNames(job), record.body)),
      `${record.by}, ${timeText(record.at)}`,
      situationText(situation, job, system),
    ]),
  )
  const flagged = [...a.proof.evidence.values()].flatMap(({ record, flag, voided }) =>
    flag || voided
      ? [
          [
            recordText(record.body, system, namesOf(a.plan, circuitNames(job), record.body)),
            `${record.by}, ${timeText(record.at)}`,
            flag ? contradictionText(flag, { ...a, job }) : `void: ${VOIDS[voided!.code]}`,
          ],
        ]
      : [],
  )
  return [
    ...(rows.length
      ? [heading('What proves them'), table(['Check', 'Record', 'Who, when', 'State'], rows, [90, '*', 90, 150])]
      : []),
    ...(flagged.length
      ? [heading('Kept, and proving nothing'), table(['Record', 'Who, when', 'Why'], flagged, ['*', 100, 170])]
      : []),
  ]
}
/** What stands in the way of the kit, or is needed for it; what its steps have done is needed no more. */
function openReasons({ fit }: KitAssessment, { steps }: Assessment, system: UnitSystem): string {
  const isDone = steps.length > 0 && steps.every((s) => s.outcome !== 'open')
  const met = (effect: string) => effect === 'fine' || (isDone && (effect === 'part' || effect === 'work'))
  const reasons = fit.reasons.filter((r) => !met(r.effect)).map((r) => reasonText(r, system))
  return reasons.length ? `: ${reasons.join('; ')}` : ''
}

function heights(job: Job, { active }: Assessment, system: UnitSystem): Content[] {
  const len = (v: number | null) => (v === null ? '–' : formatNumber('length', v, system))
  const recovered = recoveredShare(active.heights)
  return [
    heading(`Heights, ${MARK_NAMES[job.mark]}, ${UNITS.length[system].symbol}`),
    table(
      ['', 'front', 'rear', 'rake', 'lean rear'],
      HEIGHT_ROWS.map(([key, name]) => {
        const h = active.heights[key]
        return [name, len(h.front), len(h.rear), len(h.rake), len(h.leanRear)]
      }),
      ['*', 70, 70, 70, 70],
      [1, 2, 3, 4],
    ),
    ...(recovered === null
      ? []
      : [
          note(
            `Recovered ${Math.round(100 * recovered.share)} ± ${Math.round(100 * recovered.tolerance)} % of the rear squat.`,
          ),
        ]),
  ]
}

function loads({ cases }: Assessment, system: UnitSystem): Content[] {
  return [
    heading('Loads and ratings'),
    table(
      ['Load case', 'front axle', 'rear axle', 'gross', 'tightest margin'],
      cases.map(({ loadCase, weights, ratings }) => [
        loadCase.name,
        ...[weights.frontTotal, weights.rearTotal, weights.gross].map((m) => formatQuantity('mass', m, system)),
        ratings.tightest
          ? `${RATING_NAMES[ratings.tightest.id]}: ${formatQuantity('mass', ratings.tightest.remaining!, system)} left`
          : 'no rating known',
      ]),
      ['*', 70, 70, 70, 150],
      [1, 2, 3],
    ),
  ]
}

function fit({ gaps }: Assessment, system: UnitSystem): Content[] {
  if (!gaps.length) return []
  return [
    heading('Clearances'),
    table(
      ['Check', 'side', 'read', 'rule', 'verdict'],
      gaps.map((g) => [
        g.own?.name ?? gapKeyName(g.check),
        g.side,
        g.value === null ? '–' : formatQuantity('length', g.value, system),
        g.high
          ? `${limitQuantity('min', 'length', g.limit.value, system)} to ${limitQuantity('max', 'length', g.high.value, system)}`
          : `${limitQuantity('min', 'length', g.limit.value, system)} or more`,
        GAP_VERDICTS[g.verdict],
      ]),
      ['*', 40, 60, 90, 120],
      [2],
    ),
  ]
}

type At = (time: string) => string

function work({ steps, torques, standing }: Assessment, system: UnitSystem, timeText: At): Content[] {
  if (!steps.length) return []
  const doneAt = new Map(standing.flatMap((r) => (r.body.kind === 'step' ? [[r.body.step, r.at] as const] : [])))
  return [
    heading('Steps'),
    table(
      ['Step', 'side', 'outcome', 'by', 'when'],
      steps.map((s) => [
        s.step.title,
        s.step.side ?? '',
        s.outcome === 'skipped' ? `skipped: ${s.reason}` : s.outcome,
        s.by ?? '',
        doneAt.has(s.step.id) ? timeText(doneAt.get(s.step.id)!) : '',
      ]),
      ['*', 34, 130, 60, 86],
    ),
    heading('Torques'),
    table(
      ['Fastener', 'side', 'place', 'reading', 'wrench', 'verdict'],
      torques.flatMap((t) =>
        t.places.map((p, i) => [
          t.fastener.source ? `${t.fastener.name} (${t.fastener.source})` : t.fastener.name,
          t.step.side ?? '',
          `${i + 1} of ${t.fastener.count}`,
          p.value === null ? '–' : formatQuantity('torque', p.value, system),
          p.record?.body.kind === 'torque' ? (p.record.body.wrench?.serial ?? '') : '',
          [PLACE_STATES[p.state], ...(p.doubt ? [WRENCH_DOUBTS[p.doubt]] : [])].join('; '),
        ]),
      ),
      ['*', 34, 44, 70, 44, 130],
      [3],
    ),
  ]
}

/** Steps that were passed over, with the reason: a page of its own lines, so that none hides in the long list. */
function skipped({ steps }: Assessment): Content[] {
  const passed = steps.filter((s) => s.outcome === 'skipped')
  if (!passed.length) return []
  return [
    heading('Skipped, with reason'),
    table(
      ['Step', 'side', 'reason', 'by'],
      passed.map((s) => [s.step.title, s.step.side ?? '', s.reason, s.by ?? '']),
      ['*', 34, '*', 80],
    ),
  ]
}

function air({ air: state, standing }: Assessment, system: UnitSystem, timeText: At): Content[] {
  const p = (v: number) => formatQuantity('pressure', v, system)
  const { connections, checks } = state
  const reading = (r: (typeof checks)[number]['start']) =>
    r
      ? `${formatQuantity('pressure', r.pressure, system, 1)} at ${formatQuantity('temperature', r.temperature, system)}, ${timeText(r.readAt)}`
      : 'not read'
  return [
    heading('Air'),
    note(
      `Soap test: no bubbles at ${connections.filter((j) => j.result === 'no-bubbles').length} of ${connections.length} connections.`,
    ),
    ...checks.flatMap(({ axle, side, start, end, verdict }) => [
      note(
        `${AXLE_NAMES[axle]}${side ? `, ${side}` : ''}, air check: start ${reading(start)}; end ${reading(end)}. ${verdict ? airCheckText(verdict, system) : 'No verdict on it yet'}.`,
      ),
    ]),
    ...[...new Set(checks.map((c) => c.axle))].map((axle) => {
      const set = ofKind(standing, 'bag-pressure').findLast((r) => r.body.axle === axle)
      return note(
        set
          ? `${AXLE_NAMES[axle]}, pressures as set: ${p(set.body.left)} left, ${p(set.body.right)} right, ${timeText(set.at)}.`
          : `${AXLE_NAMES[axle]}, pressures as set: not recorded.`,
      )
    }),
  ]
}

/** How each kind of open item ends where nothing else became of it. */
const ENDS = {
  'taken off': 'back on as it was',
  'loose on purpose': 'tightened',
  'opened again': 'tightened again',
  'factory fastener': 'tightened again',
} as const
function openItems({ openItems: items }: Assessment, timeText: At): Content[] {
  if (!items) return []
  const lines = [
    ...items.off.map((l) => ['taken off', l] as const),
    ...items.loose.map((l) => ['loose on purpose', l] as const),
    ...items.opened.map((l) => ['opened again', l] as const),
    ...items.factory.map((l) => ['factory fastener', l] as const),
  ]
  return [
    heading('Open items'),
    lines.length
      ? table(
          ['Kind', 'What', 'where', 'What became of it'],
          lines.map(([name, l]) => [
            name,
            l.what,
            [l.axle, l.side].filter(Boolean).join(' '),
            l.open ? 'OPEN' : 'fate' in l && l.fate ? FATE_NAMES[l.fate] : ENDS[name],
          ]),
          [90, '*', 60, 130],
        )
      : note('None.'),
    ...(items.deviations.length
      ? [
          heading('Deviations'),
          table(
            ['What', 'Why', 'Agreed by', 'Recorded'],
            items.deviations.map((d) => [d.what, d.why, d.agreedBy, `${d.by}, ${timeText(d.at)}`]),
            ['*', '*', 90, 110],
          ),
        ]
      : []),
  ]
}

function corrections(records: readonly BayRecord[], timeText: At): Content[] {
  const corrected = records.filter((r) => r.supersedes)
  if (!corrected.length) return []
  return [
    heading('Corrections'),
    table(
      ['Record', 'Why', 'By', 'When'],
      corrected.map((r) => [
        r.body.kind === 'withdrawn' ? 'withdrawn' : r.body.kind,
        r.supersedes!.why,
        r.by,
        timeText(r.at),
      ]),
      [90, '*', 80, 100],
    ),
  ]
}
