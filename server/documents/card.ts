import type { Content } from 'pdfmake/interfaces'
import { type BayRecord, type Job } from '@stout-shackle/core/job'
import { assessJob, type CaseAssessment } from '@stout-shackle/core/stages'
import { formatNumber, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import type { LevelSolution } from '@stout-shackle/core/spring'
import { levelText, RATING_NAMES } from '@stout-shackle/core/wording'
import { heading, note, render, table } from './pdf'

/** The owner's card: least, most, and the setting for each load, with what to do when loading and unloading. */
export async function ownersCard(job: Job, records: readonly BayRecord[], system: UnitSystem): Promise<Buffer> {
  const { cases, chosen } = assessJob(job, records)
  const p = (pa: number) => formatNumber('pressure', pa, system)
  const unit = UNITS.pressure[system].symbol
  // A setting that would lift the empty rear past its travel or the kit's window is not one to give away.
  const beforeLoading = (before: LevelSolution['before']) =>
    before && before.withinHeightRange && before.withinRebound !== false
      ? p(before.left) === p(before.right)
        ? p(before.left)
        : `${p(before.left)} / ${p(before.right)}`
      : 'add it loaded'
  const content: Content[] = [
    { text: 'Air helper springs', style: 'title' },
    {
      text: `${job.vehicle.make} ${job.vehicle.model} ${job.vehicle.year} · ${job.customer.name} · job ${job.number}`,
    },
  ]
  if (!chosen) content.push(note('No kit is fitted on this job yet.'))
  else {
    const { minimum, maximum, kit } = chosen
    content.push(note(`${kit.maker} ${kit.name}, ${kit.number}`))
    if (!minimum || !maximum) content.push(...rubberPart(cases))
    else
      content.push(
        {
          columns: [
            [
              { text: 'never below' },
              { text: [p(minimum.value), { text: ` ${unit}`, fontSize: 11 }], style: 'figure' },
            ],
            [
              { text: 'never above' },
              { text: [p(maximum.value), { text: ` ${unit}`, fontSize: 11 }], style: 'figure' },
            ],
          ],
          margin: [0, 6, 0, 0],
        },
        heading('Setting for each load'),
        table(
          ['Load', `left ${unit}`, `right ${unit}`, `before loading ${unit}`, ''],
          cases.map(({ loadCase, level, ratings }) => {
            if (ratings.exceeded.length)
              return [loadCase.name, '–', '–', '–', `Do not drive: over the ${RATING_NAMES[ratings.exceeded[0]!.id]}`]
            if (!level?.left || !level.right || level.code === 'out-of-window')
              return [loadCase.name, '–', '–', '–', 'No setting']
            if (level.code === 'nothing-to-lift' || level.code === 'below-minimum')
              return [loadCase.name, p(minimum.value), p(minimum.value), p(minimum.value), 'the minimum is enough']
            if (level.code !== 'level')
              return [loadCase.name, '–', '–', '–', levelText(level, minimum.value, maximum.value, system)]
            return [loadCase.name, p(level.left.pressure), p(level.right.pressure), beforeLoading(level.before), '']
          }),
          ['*', 60, 60, 90, 110],
          [1, 2, 3],
        ),
        note(
          '"Before loading" is left and right where they differ: the bag is shorter once loaded, so the same air reads higher. With the load on, the tape proves it.',
        ),
        heading('Loading'),
        {
          ol: [
            'Tires to the pressure on the door plate for the load.',
            `Load, or hitch up. Add air a little at a time: a bag fills in seconds. Stop at the setting above, never above ${p(maximum.value)} ${unit}.`,
            'With a weight-distributing hitch: air to height first, then the bars.',
            'Measure at the same marks as on the record: back within a quarter inch.',
          ],
        },
        heading('Unloading'),
        {
          ol: [
            'Unload first, then let air out.',
            `Leave ${p(minimum.value)} ${unit} in: an empty bag is pinched and wears through.`,
            'Left aired up and empty it stands high: shocks and hoses near their reach.',
          ],
        },
      )
  }
  content.push(
    heading('What these springs do not do'),
    note(
      "They raise no rating: vehicle, axles, tires and hitch carry what their plates say, and the lowest decides. They put no weight back on the front axle. Headlamp aim and suspension changes are regulated: local rules and a licensed technician decide, and the kit maker's booklet outranks this card.",
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
  return render(`Owner's card, job ${job.number}`, content, `Job ${job.number}`, {
    pageSize: 'A5',
    pageMargins: [28, 26, 28, 36],
  })
}

/** Of a kit without air: nothing to set, but an end to what it carries. */
const rubberPart = (cases: readonly CaseAssessment[]): Content[] => [
  note('Rubber helpers: nothing to fill and nothing to set. They take up the load as the vehicle comes down on them.'),
  table(
    ['Load', 'squat taken out', ''],
    cases.map(({ loadCase, rubber, ratings }) => [
      loadCase.name,
      rubber ? `${Math.round(100 * rubber.recovered)} %` : '–',
      ratings.exceeded.length
        ? `Do not drive: over the ${RATING_NAMES[ratings.exceeded[0]!.id]}`
        : rubber?.overloaded
          ? 'Do not drive: more than the rubbers may carry'
          : '',
    ]),
    ['*', 90, 160],
    [1],
  ),
]
