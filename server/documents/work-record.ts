import dayjs from 'dayjs'
import type { Content } from 'pdfmake/interfaces'
import { type BayRecord, type Job } from '@stout-shackle/core/job'
import { assessJob, recoveredShare, type Assessment, type JobHeights } from '@stout-shackle/core/stages'
import { formatNumber, formatQuantity, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import {
  GAP_CHECK_NAMES,
  FAMILY_NAMES,
  GAP_VERDICTS,
  FINAL_CHECK_NAMES,
  NEVER_APPLIES,
  airCheckText,
  MARK_NAMES,
  PLACE_STATES,
  RATING_NAMES,
} from '@stout-shackle/core/wording'
import { heading, note, render, table } from './pdf'

const at = (time: string) => dayjs(time).format('YYYY-MM-DD HH:mm')
const HEIGHT_ROWS: [keyof JobHeights, string][] = [
  ['beforeEmpty', 'before, empty'],
  ['beforeLoaded', 'before, loaded'],
  ['afterEmpty', 'after, empty'],
  ['afterLoaded', 'after, loaded'],
]

/** The work record: what was measured, done, torqued, tested, by whom, and what was not done and why. */
export async function workRecord(job: Job, records: readonly BayRecord[], system: UnitSystem): Promise<Buffer> {
  const a = assessJob(job, records)
  const content: Content[] = [
    { text: `Work record, job ${job.number}`, style: 'title' },
    { text: `${job.title} · ${job.customer.name} · ${job.day}` },
    {
      text: `${job.vehicle.make} ${job.vehicle.model} ${job.vehicle.year}${job.vehicle.vin ? `, VIN ${job.vehicle.vin}` : ''}`,
    },
    note(
      job.kit
        ? `${job.kit.maker} ${job.kit.name}, ${job.kit.number}, ${FAMILY_NAMES[job.kit.family]}`
        : 'No kit picked',
    ),
    ...heights(job, a, system),
    ...loads(a, system),
    ...fit(a, system),
    ...work(a, system),
    ...air(a, system),
    ...openItems(a),
    heading('Final checks'),
    table(
      ['Final check', 'State', 'Because'],
      a.finalChecks.map((g) => [
        FINAL_CHECK_NAMES[g.check],
        g.state.replace('-', ' '),
        g.never ? NEVER_APPLIES[g.never] : (g.because ?? ''),
      ]),
      ['*', 90, '*'],
    ),
    ...corrections(records),
  ]
  return render(`Work record, job ${job.number}`, content, `Job ${job.number}, ${job.customer.name}`)
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
      ['Load case', 'front axle', 'rear axle', 'gvwr', 'tightest'],
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
        GAP_CHECK_NAMES[g.check],
        g.side,
        g.value === null ? '–' : formatQuantity('length', g.value, system),
        `${formatQuantity('length', g.limit.value, system)} or more`,
        GAP_VERDICTS[g.verdict],
      ]),
      ['*', 40, 60, 90, 120],
      [2],
    ),
  ]
}

function work({ steps, torques, standing }: Assessment, system: UnitSystem): Content[] {
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
        doneAt.has(s.step.id) ? at(doneAt.get(s.step.id)!) : '',
      ]),
      ['*', 34, 130, 60, 86],
    ),
    heading('Torques'),
    table(
      ['Fastener', 'side', 'place', 'reading', 'verdict'],
      torques.flatMap((t) =>
        t.places.map((p, i) => [
          t.fastener.name,
          t.step.side ?? '',
          `${i + 1} of ${t.fastener.count}`,
          p.value === null ? '–' : formatQuantity('torque', p.value, system),
          PLACE_STATES[p.state],
        ]),
      ),
      ['*', 34, 44, 70, 150],
      [3],
    ),
  ]
}

function air({ air: state }: Assessment, system: UnitSystem): Content[] {
  const { connections, start, end, verdict } = state
  const reading = (r: typeof start) =>
    r
      ? `${formatQuantity('pressure', r.pressure, system, 1)} at ${formatQuantity('temperature', r.temperature, system)}, ${at(r.readAt)}`
      : 'not read'
  return [
    heading('Air'),
    note(
      `Connections: ${connections.filter((j) => j.result === 'no-bubbles').length} of ${connections.length} soaped dry.`,
    ),
    note(`Hold: start ${reading(start)}; end ${reading(end)}.`),
    note(verdict ? airCheckText(verdict, system) : 'No verdict on the hold yet.'),
  ]
}

function openItems({ openItems: kept }: Assessment): Content[] {
  if (!kept) return []
  const lines = [
    ...kept.off.map((l) => ['off and on again', l] as const),
    ...kept.loose.map((l) => ['loose on purpose', l] as const),
    ...kept.opened.map((l) => ['opened again', l] as const),
    ...kept.factory.map((l) => ['factory fastener', l] as const),
  ]
  return [
    heading('Ledgers'),
    lines.length
      ? table(
          ['Ledger', 'What', 'side', ''],
          lines.map(([name, l]) => [name, l.what, l.side ?? '', l.open ? 'OPEN' : 'closed']),
          [100, '*', 40, 50],
        )
      : note('No lines.'),
    ...(kept.deviations.length
      ? [
          heading('Deviations from the booklet'),
          table(
            ['What', 'Why', 'Agreed by', 'Recorded'],
            kept.deviations.map((d) => [d.what, d.why, d.agreedBy, `${d.by}, ${at(d.at)}`]),
            ['*', '*', 90, 110],
          ),
        ]
      : []),
  ]
}

function corrections(records: readonly BayRecord[]): Content[] {
  const corrected = records.filter((r) => r.supersedes)
  if (!corrected.length) return []
  return [
    heading('Corrections'),
    table(
      ['Record', 'Why', 'By', 'When'],
      corrected.map((r) => [
        r.body.kind === 'withdrawn' ? 'taken back' : r.body.kind,
        r.supersedes!.why,
        r.by,
        at(r.at),
      ]),
      [90, '*', 80, 100],
    ),
  ]
}
