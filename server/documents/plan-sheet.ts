import type { Content, TableCell } from 'pdfmake/interfaces'
import type { Job } from '@stout-shackle/core/job'
import type { Fastener } from '@stout-shackle/core/kit'
import type { Assessment } from '@stout-shackle/core/judge'
import type { BayRecord } from '@stout-shackle/core/records'
import { partsHere } from '@stout-shackle/core/proof'
import { reportOf } from '@stout-shackle/core/report'
import { shortOf, stepHand, type StepHands } from '@stout-shackle/core/stages/hand'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import { makerTarget } from '@stout-shackle/core/torque'
import {
  handText,
  hoursText,
  preparedText,
  shortText,
  specText,
  SUPPORT_NAMES,
  vehicleName,
} from '@stout-shackle/core/wording'
import { heading, note, PAPER, render, table } from './pdf'

/**
 * The work plan on two pages: steps in order with this vehicle's figures, then torques, tools, the box and what is needed beyond it.
 * Lines are worked out for it, which takes a moment: it is made on a thread of its own.
 */
export async function planSheet(
  job: Job,
  records: readonly BayRecord[],
  system: UnitSystem,
  made: string,
): Promise<Buffer> {
  const { assessed, standsFor } = reportOf(job, records)
  const { plan, active, torques, standing } = assessed
  const steps = assessed.steps.map((s) => s.step)
  if (!plan?.ok)
    return render(`Work plan, job ${job.number}`, [note('No plan yet.')], `Job ${job.number}`, {
      pageSize: PAPER[system].sheet,
    })
  const short = shortOf({ job, active, steps, torques, standing }, true)
  const hand = stepHand(job, active, steps)
  const makers = new Map(torques.map((t) => [t.fastener.id, t.makerFigure]))
  const wants = ({ id, spec }: Fastener) => {
    const figure = spec.kind === 'vehicle-maker' ? makers.get(id) : undefined
    return specText(figure === undefined ? spec : makerTarget(figure), system)
  }
  const rows = stepRows(assessed, hand, wants, system)
  const box = job.kits.filter((k) => k.work === 'fit').flatMap((k) => partsHere(k, job))
  const content: Content[] = [
    { text: `Work plan, job ${job.number}`, style: 'title' },
    {
      text: `${vehicleName(job.vehicle)}, plate ${job.vehicle.plate || '–'} · ${job.title} · ${job.kits.map((k) => k.kit.name).join(', ')}`,
    },
    table(['', 'Step', 'where', 'stands', 'min', 'done'], rows, [14, '*', 50, 70, 20, 34], [4]),
    note(
      `${hoursText(plan.plan.minutes)} of work${standsFor === null ? '' : `, then it stands ${standsFor} h for the air check, then the last readings`}.`,
    ),
    heading('Torques'),
    table(
      ['Fastener', 'wants', 'places', 'source'],
      plan.plan.torques.map((r) => [
        r.fastener.name,
        wants(r.fastener),
        String(r.fastener.count * r.steps.length),
        r.fastener.source || (r.fastener.spec.kind === 'vehicle-maker' ? 'vehicle maker' : 'kit'),
      ]),
      ['*', 150, 40, 130],
      [2],
    ),
    heading('Needed beyond the box'),
    ...(short.length
      ? [{ ul: short.map((row) => shortText(row, system)), fontSize: 8.5 } as Content]
      : [note('Nothing: the box has it all.')]),
    heading('Tools'),
    note(plan.plan.tools.join(' · ')),
    heading('In the box'),
    note(box.length ? box.map((p) => `${p.count} × ${p.name}`).join(' · ') : 'Its parts are not listed.'),
    note("The kit maker's instructions outrank this plan. Never under a vehicle that only a jack holds."),
  ]
  return render(`Work plan, job ${job.number}`, content, `Job ${job.number}, made ${made}`, {
    pageSize: PAPER[system].sheet,
    pageMargins: [34, 28, 34, 36],
  })
}

const small = (text: string): TableCell => ({ text, fontSize: 7.5 })
/** A row a step: its title with this vehicle's figures under it. */
const stepRows = (
  assessed: Assessment,
  hand: StepHands,
  wants: (fastener: Fastener) => string,
  system: UnitSystem,
): TableCell[][] =>
  assessed.steps.map(({ step, outcome }, i): TableCell[] => {
    const figures = [
      ...preparedText(step),
      ...(hand.rows[step.id] ?? []).map((row) => {
        const { label, figure, note: beside } = handText(row, hand.circuit, system)
        return [label, figure, beside].filter(Boolean).join(' ')
      }),
      ...step.torques.map((f) => `${f.name}: ${f.count > 1 ? `${f.count} × ` : ''}${wants(f)}`),
    ]
    const moves = step.kind === 'state'
    return [
      small(String(i + 1)),
      {
        text: [
          { text: step.title, bold: moves },
          ...(figures.length ? [{ text: `\n${figures.join('; ')}`, fontSize: 7 }] : []),
        ],
        fontSize: 8,
      },
      small([step.axle, step.side].filter(Boolean).join(' ')),
      small(moves ? SUPPORT_NAMES[step.state.support] : ''),
      small(step.minutes.toFixed(0)),
      small(outcome === 'open' ? '' : outcome),
    ]
  })
