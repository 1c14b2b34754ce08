import type { Content } from 'pdfmake/interfaces'
import { circuitNames, type Job } from '@stout-shackle/core/job'
import { ofKind, type BayRecord } from '@stout-shackle/core/records'
import { assessJob, chainOf, namesOf, type Assessment } from '@stout-shackle/core/judge'
import { AXLES } from '@stout-shackle/core/vehicle'
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
import { heading, note, PAPER, render, table } from './pdf'

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
  const a = assessJob(job, records)
  const content: Content[] = [
    { text: `Work record, job ${job.number}`, style: 'title' },
    { text: `${job.title} · ${job.customer.name} · ${job.day}` },
    {
      text: `${vehicleName(job.vehicle)}${job.vehicle.vin ? `, VIN ${job.vehicle.vin}` : ''}${job.vehicle.plate ? `, plate ${job.vehicle.plate}` : ''}`,
    },
    ...(job.kits.length
      ? job.kits.map(({ kit, work }) =>
          note(
            `${AXLE_NAMES[kit.axle]}: ${kit.maker} ${kit.name}, ${kit.number}, ${FAMILY_NAMES[kit.family]}, ${WORK_NAMES[work]}`,
          ),
        )
      : [note('No kit chosen')]),
    ...a.chosen.map((assessed) =>
      note(`On this vehicle ${assessed.kit.name} ${VERDICT_NAMES[assessed.verdict]}${openReasons(assessed, system)}.`),
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
    ...work(a, system, timeText),
    ...skipped(a),
    ...air(a, system, timeText),
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
    ...pictures(a, job, photos, { system, at: timeText }),
  ]
  return render(`Work record, job ${job.number}`, content, `Job ${job.number}, ${job.customer.name}, made ${made}`, {
    pageSize: PAPER[system].sheet,
  })
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
  a: Assessment,
  job: Job,
  photos: Printing['photos'],
  { system, at: timeText }: { system: UnitSystem; at: At },
): Content[] {
  const shown = ofKind(a.standing, 'photo').flatMap((record): Content[] => {
    const jpeg = photos.get(record.body.image)
    if (!jpeg) return []
    const names = namesOf(a.plan, circuitNames(job), record.body)
    return [
      { image: `data:image/jpeg;base64,${jpeg.toString('base64')}`, fit: [240, 180], margin: [0, 6, 0, 2] },
      note(`${recordText(record.body, system, names)}, ${record.by}, ${timeText(record.at)}`),
    ]
  })
  return shown.length ? [heading('Photos'), ...shown] : []
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
/** What stands in the way of the kit, or is needed for it. */
function openReasons({ fit }: KitAssessment, system: UnitSystem): string {
  const reasons = fit.reasons.filter((r) => r.effect !== 'fine').map((r) => reasonText(r, system))
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
    ...checks.flatMap(({ axle, start, end, verdict }) => {
      const set = ofKind(standing, 'bag-pressure').findLast((r) => r.body.axle === axle)
      return [
        note(`${AXLE_NAMES[axle]}, air check: start ${reading(start)}; end ${reading(end)}.`),
        note(verdict ? airCheckText(verdict, system) : 'No verdict on the air check yet.'),
        note(
          set
            ? `${AXLE_NAMES[axle]}, pressures as set: ${p(set.body.left)} left, ${p(set.body.right)} right, ${timeText(set.at)}.`
            : `${AXLE_NAMES[axle]}, pressures as set: not recorded.`,
        ),
      ]
    }),
  ]
}

function openItems({ openItems: items }: Assessment, timeText: At): Content[] {
  if (!items) return []
  const lines = [
    ...items.off.map((l) => ['off and on again', l] as const),
    ...items.loose.map((l) => ['loose on purpose', l] as const),
    ...items.opened.map((l) => ['opened again', l] as const),
    ...items.factory.map((l) => ['factory fastener', l] as const),
  ]
  return [
    heading('Open items'),
    lines.length
      ? table(
          ['Kind', 'What', 'side', ''],
          lines.map(([name, l]) => [name, l.what, l.side ?? '', l.open ? 'OPEN' : 'closed']),
          [100, '*', 40, 50],
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
