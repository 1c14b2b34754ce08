import type { Content } from 'pdfmake/interfaces'
import { nodeName, VALVE_PLACE_NAMES } from '@stout-shackle/core/circuit'
import { circuitOf, type Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { reportOf } from '@stout-shackle/core/report'
import { formatNumber, limitQuantity, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import { AXLE_NAMES, HAND_NAMES, settingText, vehicleName } from '@stout-shackle/core/wording'
import type { ShopSettings } from '@stout-shackle/core/shop'
import { heading, note, PAPER, render } from './pdf'

/** A label with a border to cut along. */
const label = (lines: readonly (readonly [text: string, size: number])[]): Content => ({
  table: {
    widths: [232],
    body: [[{ stack: lines.map(([text, fontSize], i) => ({ text, fontSize, bold: i === 0 })), margin: [4, 4, 4, 4] }]],
  },
  layout: { hLineStyle: () => ({ dash: { length: 3 } }), vLineStyle: () => ({ dash: { length: 3 } }) },
  margin: [0, 3, 8, 3],
  unbreakable: true,
})
/** Labels two in a row. */
const inPairs = (labels: readonly Content[]): Content[] =>
  labels.flatMap((one, i) => (i % 2 ? [] : [{ columns: [one, labels[i + 1] ?? { text: '' }], columnGap: 4 }]))

/**
 * Labels of a job to cut out: a sticker for the door jamb with the settings, one for each valve, one for each bracket while it is on the
 * bench.
 */
export async function labelSheet(
  job: Job,
  records: readonly BayRecord[],
  { units: system, shop }: { units: UnitSystem; shop: Pick<ShopSettings, 'name' | 'phone'> },
): Promise<Buffer> {
  const report = reportOf(job, records)
  const unit = UNITS.pressure[system].symbol
  const p = (v: number | null) => (v === null ? '–' : formatNumber('pressure', v, system))
  const circuit = circuitOf(job)
  const stickers = report.kits.map(({ assessed: { kit, minimum, maximum }, settings }) =>
    label([
      [`Helper springs, ${AXLE_NAMES[kit.axle].toLowerCase()}`, 11],
      [
        minimum && maximum
          ? `never under ${limitQuantity('min', 'pressure', minimum.value, system)}, never over ${limitQuantity('max', 'pressure', maximum.value, system)}`
          : kit.name,
        10,
      ],
      ...settings.map(
        (s) =>
          [
            s.left === null
              ? `${s.loadCase.name}: ${settingText(s, system)}`
              : `${s.loadCase.name}: ${p(s.left)} / ${p(s.right)} ${unit}`,
            9,
          ] as const,
      ),
      [`They raise no rating. ${shop.name}${shop.phone ? `, ${shop.phone}` : ''}, job ${job.number}`, 7],
    ]),
  )
  const valves = report.valves.map((v) => {
    const axle = report.kits.find(({ assessed }) => assessed.kit.axle === (v.axle ?? 'rear')) ?? report.kits[0]
    const max = axle?.assessed.maximum
    return label([
      [nodeName(circuit, v), 12],
      [v.where ? VALVE_PLACE_NAMES[v.where] : 'place:', 9],
      [max ? `max ${limitQuantity('max', 'pressure', max.value, system)}` : '', 9],
    ])
  })
  const brackets = report.kits.flatMap(({ assessed: { kit } }) =>
    kit.brackets.map((b) =>
      label([
        [`${b.name}, ${HAND_NAMES[b.hand]}`, 11],
        [[b.number && `stamped ${b.number}`, AXLE_NAMES[kit.axle].toLowerCase()].filter(Boolean).join(', '), 9],
        [`job ${job.number}, ${vehicleName(job.vehicle)}`, 7],
      ]),
    ),
  )
  const part = (title: string, labels: readonly Content[]): Content[] =>
    labels.length ? [heading(title), ...inPairs(labels)] : []
  const content = [
    { text: `Labels, job ${job.number}`, style: 'title' },
    ...part('Door jamb', stickers),
    ...part('Valves', valves),
    ...part('Brackets, while they are on the bench', brackets),
    ...(report.kits.length ? [] : [note('No kit is fitted on this job yet.')]),
  ] as Content[]
  return render(`Labels, job ${job.number}`, content, `Job ${job.number}`, { pageSize: PAPER[system].sheet })
}
