import type { Content, TableCell } from 'pdfmake/interfaces'
import type { Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import type { Assessment } from '@stout-shackle/core/judge'
import { reportOf, type Report } from '@stout-shackle/core/report'
import {
  count,
  formatLimit,
  formatNumber,
  formatQuantity,
  limitQuantity,
  UNITS,
  type UnitSystem,
} from '@stout-shackle/core/quantity'
import { formatDate, type ShopSettings } from '@stout-shackle/core/shop'
import { firstReadingText, type KitAssessment } from '@stout-shackle/core/stages'
import type { Limit } from '@stout-shackle/core/kit'
import { nodeName, VALVE_PLACE_NAMES } from '@stout-shackle/core/circuit'
import { circuitOf } from '@stout-shackle/core/job'
import {
  AXLE_NAMES,
  beforeText,
  MARK_NAMES,
  notTheMakers,
  offText,
  RATING_NAMES,
  settingText,
  stopText,
  vehicleName,
  WAIVER_NAMES,
} from '@stout-shackle/core/wording'
import { boxed, heading, marked, note, PAPER, render, table } from './pdf'

type Settings = Report['kits'][number]['settings']
/** What every part of the card is printed by. */
interface Printing {
  units: UnitSystem
  shop: Pick<ShopSettings, 'name' | 'phone' | 'timeZone'>
  made: string
}

/**
 * The owner's card, two half pages: what to set for each load and how it should stand, then what to do when loading and unloading.
 * @param made when, as the shop's clock shows it: a screen may keep the paper while the server is away
 */
export async function ownersCard(job: Job, records: readonly BayRecord[], printing: Printing): Promise<Buffer> {
  const { units: system, made } = printing
  const report = reportOf(job, records)
  const mark = openMark(report.assessed, system)
  return render(
    `Owner's card, job ${job.number}`,
    [...front(job, report, printing), ...back(job, report, printing)],
    `Job ${job.number}, made ${made}`,
    {
      pageSize: PAPER[system].card,
      pageMargins: [28, mark ? 64 : 26, 28, 36],
      ...(mark ? marked(mark) : {}),
    },
  )
}

/** The page that is looked at with a gauge in the hand. */
function front(job: Job, report: Report, { units: system, shop }: Printing): Content[] {
  const { plate } = job.vehicle
  const several = report.kits.length > 1
  return [
    {
      columns: [
        { text: 'Helper springs', style: 'title' },
        { text: [{ text: shop.name, bold: true }, shop.phone ? `\n${shop.phone}` : ''], alignment: 'right' },
      ],
    },
    { text: `${vehicleName(job.vehicle)}${plate ? ` · plate ${plate}` : ''} · ${job.customer.name}` },
    ...(report.kits.length ? [] : [note('No kit is fitted on this job yet.')]),
    ...report.kits.flatMap(({ assessed, settings }): Content[] => [
      ...(several ? [heading(AXLE_NAMES[assessed.kit.axle])] : []),
      note(`${assessed.kit.maker} ${assessed.kit.name}, ${assessed.kit.number}`),
      ...notMakers(assessed, system),
      ...(assessed.minimum && assessed.maximum
        ? airPart(withEmpty(settings, report, assessed), assessed.minimum, assessed.maximum.value, system)
        : rubberPart(settings, assessed, system)),
    ]),
    ...(report.kits.length ? [note(heightsText(job, report))] : []),
    ...aimPart(job),
    ...firstPart(report, system, shop.timeZone),
    ...valvesPart(job, report),
  ]
}
/** Who reads the card sees what the figures rest on. */
function notMakers({ kit }: KitAssessment, system: UnitSystem): Content[] {
  const lines = notTheMakers(kit, system, 'pressure')
  return lines.length ? [note(`Not the maker's figures: ${lines.join('; ')}.`)] : []
}
const heightsText = ({ mark }: Job, { kits }: Report): string =>
  `Height is ${MARK_NAMES[mark]}, mean of both sides${kits.some((k) => k.settings.some((s) => s.height !== null && !s.read)) ? '; "about" is worked out, not read' : ''}.`

/** What was aimed at, where it is not the height it has empty. */
function aimPart({ target }: Job): Content[] {
  if (target.kind === 'recover')
    return [note(`Set to take out ${Math.round(100 * target.share)} % of the drop, not all of it.`)]
  return target.kind === 'empty-rake' ? [note('Set to the rake it has empty, not to its empty height.')] : []
}

/** When the bags are read for the first time, and how far they may have fallen. */
function firstPart({ first, followUps, assessed }: Report, system: UnitSystem, zone: string): Content[] {
  const days = followUps.filter((f) => f.byPressure)
  if (!first.length || !days.length) return []
  const left = assessed.handedOver
  const dates = days.map(({ days: n }) =>
    left
      ? formatDate(new Date(Date.parse(left.at) + n * 86_400_000).toISOString(), zone)
      : n === 1
        ? 'the day after'
        : `after ${n} days`,
  )
  return [
    heading(`Read the bags: ${dates.join(', then ')}`),
    ...first.map((reading) =>
      note(
        `${AXLE_NAMES[reading.axle]}, ${firstReadingText(reading, system)}: call the shop. Under the min: put air in and come by.`,
      ),
    ),
  ]
}
function valvesPart(job: Job, { valves }: Report): Content[] {
  const circuit = circuitOf(job)
  const told = valves.flatMap((v) => (v.where ? [`${nodeName(circuit, v)}: ${VALVE_PLACE_NAMES[v.where]}`] : []))
  return told.length ? [note(`Valves. ${told.join('; ')}.`)] : []
}

/** The page that is read once. */
function back(job: Job, report: Report, { units: system }: Printing): Content[] {
  const { assessed } = report
  const { chosen, asLeft, finalChecks } = assessed
  const least = chosen.flatMap(({ minimum, kit }) =>
    minimum
      ? `${limitQuantity('min', 'pressure', minimum.value, system)}${chosen.length > 1 ? ` at the ${kit.axle}` : ''}`
      : [],
  )
  const handled = least.length ? [...handling(least.join(', ')), ...compressorPart(job)] : []
  const off = asLeft.filter((row) => row.within === false)
  const signed = finalChecks.flatMap(({ waiver }) => (waiver ? [waiver.body] : []))
  return [
    // A rubber kit has nothing to set: one page holds it all.
    ...(handled.length ? [{ text: '', pageBreak: 'before' as const }, ...handled] : []),
    boxed(
      'These springs raise no rating.',
      ` ${ratingsText(assessed, system)}Vehicle, axles, tires and hitch carry what their labels say, and the lowest decides. They put no weight back on the front axle.`,
    ),
    ...comeBack(job, report),
    ...lampPart(report, system),
    ...(off.length
      ? [heading('As it left the shop'), ...off.map((row) => note(`${offText(row, job, system)}. Signed for.`))]
      : []),
    ...(signed.length
      ? [
          heading('Not shown in the shop'),
          ...signed.map((w) =>
            note(
              `${capital(WAIVER_NAMES[w.about])}${w.due ? ` on ${formatDate(w.due, 'UTC')}` : ''}: ${w.because}. Signed by ${w.signedBy}.`,
            ),
          ),
        ]
      : []),
    ...(job.survey.loadSensingValve
      ? [
          note(
            "This vehicle has a load-sensing brake valve: leveled, it reads as empty. The vehicle maker's procedure comes first.",
          ),
        ]
      : []),
    ...(report.kits.length
      ? [
          {
            columns: [
              { qr: plainText(job, report, system), fit: 92, width: 100 },
              note('The same figures as text: any camera reads them, without a network.'),
            ],
            margin: [0, 8, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    note(
      "The kit maker's instructions outrank this card. Lamps and suspension changes are regulated: local codes and a licensed technician decide. Check with a gauge before driving.",
    ),
  ]
}
/** Ratings of the axles that are helped, where they are known. */
function ratingsText({ active, chosen }: Assessment, system: UnitSystem): string {
  const ids = new Set<string>(chosen.map(({ kit }) => (kit.axle === 'front' ? 'gawr-front' : 'gawr-rear')))
  const told = active.ratings.margins.filter((m) => ids.has(m.id) && m.limit !== null)
  return told.length
    ? `${told.map((m) => `${RATING_NAMES[m.id]} ${formatQuantity('mass', m.limit!, system)}. `).join('')}`
    : ''
}
const comeBack = (_job: Job, { followUps }: Report): Content[] => {
  const again = followUps.find((f) => f.key === 're-torque')
  return again
    ? [
        heading('Come back after 100 miles (160 km)'),
        note(`Torqued again: ${again.text.split(';').slice(0, -1).join(';')}.`),
      ]
    : []
}
function lampPart({ lamps: { before, after, read, aim } }: Report, system: UnitSystem): Content[] {
  if (before === null && after === null && aim === null) return []
  const len = (v: number) => `${formatQuantity('length', Math.abs(v), system)} ${v < 0 ? 'lower' : 'higher'}`
  const told = [
    before === null ? '' : `With the load on and no air the beam lands ${len(before)} at 25 ft than empty`,
    after === null
      ? ''
      : `${before === null ? 'With the load on and air in the beam lands' : 'with air in'} ${len(after)}`,
  ].filter(Boolean)
  return [
    heading('Headlamps'),
    note(
      `${told.length ? `${told.join(', ')}${read ? '' : ', worked out'}. ` : ''}Aim ${aim === 'checked' ? 'checked' : 'to be checked by a licensed shop'}.`,
    ),
  ]
}
/** All settings in short, for a camera. */
function plainText(job: Job, { kits }: Report, system: UnitSystem): string {
  const unit = UNITS.pressure[system].symbol
  const p = (v: number | null) => (v === null ? '-' : formatNumber('pressure', v, system))
  return [
    `${vehicleName(job.vehicle)} ${job.vehicle.plate}, job ${job.number}`,
    ...kits.flatMap(({ assessed: { kit, minimum, maximum }, settings }) => [
      minimum && maximum
        ? `${kit.axle}: min ${formatLimit('min', 'pressure', minimum.value, { system })}, max ${formatLimit('max', 'pressure', maximum.value, { system })} ${unit}`
        : `${kit.axle}: ${kit.name}`,
      ...settings.map(
        (s) => `${s.loadCase.name}: ${p(s.left)}/${p(s.right)} ${s.left === null ? settingText(s, system) : unit}`,
      ),
    ]),
  ].join('\n')
}

/** Stops that fit on the head of every page. */
const MOST_NAMED = 4
/**
 * What stands on every page while the vehicle has not left, or is open again: no such card looks final.
 * @returns null for a vehicle that was handed over, and of which nothing came in since
 */
function openMark(
  { handedOver, late, stops }: Assessment,
  system: UnitSystem,
): { title: string; lines: string } | null {
  if (handedOver) return null
  const named = stops.slice(0, MOST_NAMED).map((stop) => stopText(stop, system))
  const more = stops.length - named.length
  const came = late.length
    ? [`${count(late.length, 'record', 'records')} came in after it was handed over: it is handed over again first`]
    : []
  return {
    title: late.length ? 'NOT HANDED OVER AGAIN' : 'NOT HANDED OVER',
    lines:
      [...came, ...named, ...(more > 0 ? [`and ${more} more`] : [])].join('; ') || 'Nothing is open: hand it over.',
  }
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** How its owner uses a compressor; nothing without one. */
function compressorPart(job: Job): Content[] {
  if (job.supply !== 'compressor' && job.supply !== 'compressor-tank') return []
  const unit = job.procedures.find((p) => p.procedure.compressor)?.procedure.compressor
  return [
    heading('The compressor'),
    note(
      'Park, ignition on, fill in short bursts with the panel and stop at the figure for the load. Let air out the same way.',
    ),
    note(
      `${unit?.fillsItself ? 'It fills by itself as soon as it has current: take its fuse out before anybody works near the bags. ' : ''}${unit ? `It may run ${Math.round(100 * unit.duty)} % of the time: after a long run let it cool. ` : ''}Running often with no load changed means a leak: have it looked at.`,
    ),
    note(
      'It does not start: look at its fuse first, then let it cool. Nobody under the vehicle while it fills or empties.',
    ),
  ]
}

/** Settings with one for nothing on it, where no load case says that. */
function withEmpty(
  settings: Settings,
  { assessed: { asLeft, cases } }: Report,
  { kit, minimum }: KitAssessment,
): Settings {
  if (!minimum || cases.some((c) => !c.loadCase.items.length)) return settings
  const read = asLeft.find((s) => s.axle === kit.axle && s.loadCase === null)
  const both = { left: minimum.value, right: minimum.value }
  return [
    ...settings,
    {
      axle: kit.axle,
      loadCase: { id: '', name: 'Nothing on it' },
      code: 'min-is-enough',
      ...both,
      before: both,
      rating: null,
      recovered: null,
      short: 0,
      proved: read?.within === true,
      height: read?.height ?? null,
      read: read !== undefined,
    },
  ]
}

function airPart(settings: Settings, minimum: Limit, maximum: number, system: UnitSystem): Content[] {
  const p = (v: number | null) => (v === null ? '–' : formatNumber('pressure', v, system))
  const unit = UNITS.pressure[system].symbol
  const least = formatLimit('min', 'pressure', minimum.value, { system })
  const most = formatLimit('max', 'pressure', maximum, { system })
  const limit = (name: string, value: string): Content[] => [
    { text: name },
    { text: [value, { text: ` ${unit}`, fontSize: 11 }], style: 'figure' },
  ]
  const big = (text: string): TableCell => ({ text, style: 'setting', alignment: 'right' })
  return [
    { columns: [limit('never under', least), limit('never over', most)], margin: [0, 4, 0, 2] },
    // Where the bag is the spring, its min is what holds the vehicle up.
    ...(minimum.source === 'vehicle'
      ? [
          note(
            `Never under ${least} ${unit}: at that pressure the bags carry the empty vehicle, and there is no spring beside them.`,
          ),
        ]
      : []),
    table(
      ['Load', `left ${unit}`, `right ${unit}`, 'before loading', 'height'],
      settings.map((s): TableCell[] => [
        {
          text: [
            { text: s.loadCase.name, bold: true },
            { text: `\n${settingText(s, system)}`, fontSize: 7.5 },
          ],
        },
        big(p(s.left)),
        big(p(s.right)),
        beforeText(s, system),
        s.height === null ? '–' : `${s.read ? '' : 'about '}${formatQuantity('length', s.height, system)}`,
      ]),
      ['*', 46, 46, 50, 72],
      [1, 2, 3, 4],
    ),
    note(
      '"Before loading": the same air with nothing on yet, left and right where they differ. With the load on it reads higher.',
    ),
  ]
}

/** What to do with the load on and off, whichever axles have air. */
const handling = (least: string): Content[] => [
  heading('Loading'),
  {
    ol: [
      'Tires to the pressure on the door-jamb label for the load.',
      'Load, or hitch up. Add air a little at a time: a bag fills in seconds. Stop at the setting for that load.',
      'With a weight-distributing hitch: air to height first, then the bars.',
      'Measure at the same marks: within a quarter inch (6 mm) of the height on the front.',
    ],
  },
  heading('Unloading'),
  {
    ol: [
      'Unload first, then let air out.',
      `Leave ${least} in: an empty bag is pinched and wears through.`,
      'Left aired up and empty it stands high: shocks and hoses near their reach.',
    ],
  },
]

/** Of a kit without air: nothing to set, but an end to what it carries. */
const rubberPart = (settings: Settings, { kit }: KitAssessment, system: UnitSystem): Content[] => [
  note(
    `${kit.name}: nothing to fill and nothing to set. The rubbers take up the load as the vehicle comes down on them.`,
  ),
  table(
    ['Load', '', 'height'],
    settings.map((s) => [
      s.loadCase.name,
      settingText(s, system),
      s.height === null ? '–' : `${s.read ? '' : 'about '}${formatQuantity('length', s.height, system)}`,
    ]),
    ['*', 130, 62],
    [2],
  ),
]
