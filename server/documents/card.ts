import type { Content } from 'pdfmake/interfaces'
import type { Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { assessJob, type Assessment } from '@stout-shackle/core/judge'
import { count, formatLimit, formatNumber, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import { formatDate } from '@stout-shackle/core/shop'
import { loadSettings, type KitAssessment } from '@stout-shackle/core/stages'
import type { Limit } from '@stout-shackle/core/kit'
import {
  AXLE_NAMES,
  beforeText,
  notTheMakers,
  offText,
  settingText,
  stopText,
  vehicleName,
  WAIVER_NAMES,
} from '@stout-shackle/core/wording'
import { heading, marked, note, PAPER, render, table } from './pdf'

/**
 * The owner's card: min, max and the setting for each load, with what to do when loading and unloading.
 * @param made when, as the shop's clock shows it: a screen may keep the paper while the server is away
 */
export async function ownersCard(
  job: Job,
  records: readonly BayRecord[],
  system: UnitSystem,
  made: string,
): Promise<Buffer> {
  const assessed = assessJob(job, records)
  const { cases, chosen, asLeft, finalChecks } = assessed
  const mark = openMark(assessed, system)
  const content: Content[] = [
    { text: 'Air helper springs', style: 'title' },
    {
      text: `${vehicleName(job.vehicle)} · ${job.customer.name} · job ${job.number}`,
    },
  ]
  if (!chosen.length) content.push(note('No kit is fitted on this job yet.'))
  for (const item of chosen) {
    if (chosen.length > 1) content.push(heading(AXLE_NAMES[item.kit.axle]))
    content.push(note(`${item.kit.maker} ${item.kit.name}, ${item.kit.number}`))
    // Who reads the card sees what the figures rest on.
    const notMakers = notTheMakers(item.kit, system, 'pressure')
    if (notMakers.length) content.push(note(`Not the maker's figures: ${notMakers.join('; ')}.`))
    const settings = loadSettings(cases, item, asLeft)
    if (item.minimum && item.maximum) content.push(...airPart(settings, item.minimum, item.maximum.value, system))
    else content.push(...rubberPart(settings, item, system))
  }
  const off = asLeft.filter((row) => row.within === false)
  if (off.length)
    content.push(heading('As it left the shop'), ...off.map((row) => note(`${offText(row, job, system)}. Signed for.`)))
  const signed = finalChecks.flatMap(({ waiver }) => (waiver ? [waiver.body] : []))
  if (signed.length)
    content.push(
      heading('Not shown in the shop'),
      ...signed.map((w) =>
        note(
          `${capital(WAIVER_NAMES[w.about])}${w.due ? ` on ${formatDate(w.due, 'UTC')}` : ''}: ${w.because}. Signed by ${w.signedBy}.`,
        ),
      ),
    )
  const leastText = chosen.flatMap(({ minimum, kit }) =>
    minimum
      ? `${formatLimit('min', 'pressure', minimum.value, { system })} ${UNITS.pressure[system].symbol}${chosen.length > 1 ? ` at the ${kit.axle}` : ''}`
      : [],
  )
  if (leastText.length) content.push(...handling(leastText.join(', ')), ...compressorPart(job))
  content.push(
    heading('What these springs do not do'),
    note(
      "They raise no rating: vehicle, axles, tires and hitch carry what their labels say, and the lowest decides. They put no weight back on the front axle. Headlamp aim and suspension changes are regulated: local codes and a licensed technician decide, and the kit maker's instructions outrank this card.",
    ),
  )
  if (job.survey.loadSensingValve)
    content.push(
      note(
        "This vehicle has a load-sensing brake valve: leveled, it reads as empty. The vehicle maker's procedure comes first.",
      ),
    )
  content.push(
    note(
      'Figures come from the readings of this job; check with a gauge before driving. Back after 100 miles (160 km): the clamped brackets are torqued again.',
    ),
  )
  return render(`Owner's card, job ${job.number}`, content, `Job ${job.number}, made ${made}`, {
    pageSize: PAPER[system].card,
    pageMargins: [28, mark ? 64 : 26, 28, 36],
    ...(mark ? marked(mark) : {}),
  })
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

type Settings = ReturnType<typeof loadSettings>

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

function airPart(settings: Settings, minimum: Limit, maximum: number, system: UnitSystem): Content[] {
  const p = (pa: number) => formatNumber('pressure', pa, system)
  const unit = UNITS.pressure[system].symbol
  const least = formatLimit('min', 'pressure', minimum.value, { system })
  const most = formatLimit('max', 'pressure', maximum, { system })
  const limit = (name: string, value: string): Content[] => [
    { text: name },
    { text: [value, { text: ` ${unit}`, fontSize: 11 }], style: 'figure' },
  ]
  return [
    { columns: [limit('min', least), limit('max', most)], margin: [0, 6, 0, 0] },
    // Where the bag is the spring, its min is what holds the vehicle up.
    ...(minimum.source === 'vehicle'
      ? [
          note(
            `Never under ${least} ${unit}: at that pressure the bags carry the empty vehicle, and there is no spring beside them.`,
          ),
        ]
      : []),
    heading(`Setting for each load, ${unit}`),
    table(
      ['Load', 'left', 'right', 'before loading', ''],
      settings.map((s) => [
        s.loadCase.name,
        s.left === null ? '–' : p(s.left),
        s.right === null ? '–' : p(s.right),
        beforeText(s, system),
        settingText(s, system),
      ]),
      ['*', 34, 34, 56, 82],
      [1, 2, 3],
    ),
    note(
      '"Before loading" is left and right where they differ: the bag is shorter once loaded, so the same air reads higher. With the load on, the tape proves it.',
    ),
  ]
}

/** What to do with the load on and off, whichever axles have air. */
const handling = (least: string): Content[] => [
  heading('Loading'),
  {
    ol: [
      'Tires to the pressure on the door-jamb label for the load.',
      'Load, or hitch up. Add air a little at a time: a bag fills in seconds. Stop at the setting above, and at its max.',
      'With a weight-distributing hitch: air to height first, then the bars.',
      'Measure at the same marks as on the record: back within a quarter inch.',
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
    ['Load', ''],
    settings.map((s) => [s.loadCase.name, settingText(s, system)]),
    ['*', 180],
  ),
]
