import type { Content } from 'pdfmake/interfaces'
import { kitsLeft, type Job } from '@stout-shackle/core/job'
import { USUAL_MOUNT } from '@stout-shackle/core/kit'
import { boltNeeds, stackLayers, uBoltNeeds } from '@stout-shackle/core/mounting'
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import type { Assessment } from '@stout-shackle/core/judge'
import { besideDrawn, roomRegister, roomReport, sceneOf, sceneQuestion } from '@stout-shackle/core/stages/fit/room'
import {
  AXLE_NAMES,
  HAND_NAMES,
  HANDLING_WORDS,
  LAYER_NAMES,
  LINE_VERDICTS,
  partName,
  poseText,
  ROOM_VERDICTS,
  U_BOLT_VERDICTS,
} from '@stout-shackle/core/wording'
import { heading, note, table } from './pdf'

/** As many gaps as anybody looks at again. */
const SHOWN = 8

/** How each kit is mounted: brackets with their hands, the stack, the bolts, and the gaps as drawn and as read. */
// eslint-disable-next-line max-lines-per-function -- a paper from its head to its foot
export function mountingSheet(job: Job, a: Assessment, system: UnitSystem): Content[] {
  const len = (v: number) => formatQuantity('length', v, system)
  // eslint-disable-next-line complexity, max-lines-per-function -- a paper from its head to its foot
  return kitsLeft(job).flatMap(({ kit, mount = USUAL_MOUNT }): Content[] => {
    const question = sceneQuestion(job, kit, a.active)
    if (!question) return []
    const scene = sceneOf(question)
    const report = roomReport(scene)
    const lines = report ? roomRegister(scene, report.rows).lines : []
    const layers = stackLayers(kit, question.bag, mount)
    const bolts = boltNeeds(kit, mount, job.survey[kit.axle].liftBlock ?? 0)
    const uBolts = uBoltNeeds(
      kit,
      scene.obstacles.map((o) => o.part),
      job.survey[kit.axle].liftBlock ?? 0,
    )
    const slot = kit.mounting?.slots.find((s) => s.id === mount.slot)?.name ?? 'first place'
    const measured = report ? besideDrawn(scene, report, a.roomGaps, job.tapeTolerance) : []
    const rows = (report?.rows ?? []).slice(0, SHOWN)
    return [
      heading(`Mounting, ${AXLE_NAMES[kit.axle]}`),
      ...(kit.brackets.length
        ? [
            table(
              ['Bracket', 'Goes on', 'Stamped'],
              kit.brackets.map((b) => [b.name, HAND_NAMES[b.hand], b.number || '–']),
              ['*', '*', 90],
            ),
          ]
        : []),
      ...(layers.length
        ? [
            note(
              `Lower bracket in its ${slot}${mount.turned ? ', plate turned half round' : ''}${mount.swapped ? ', LEFT AND RIGHT CHANGED OVER' : ''}. ` +
                `From frame to axle: ${layers.map((l) => `${LAYER_NAMES[l.what]} ${len(l.height)}`).join(', ')}.`,
            ),
          ]
        : [
            note(
              'The instructions of this kit give no measures of brackets: the gaps are of what such kits usually have.',
            ),
          ]),
      ...(bolts.length
        ? [
            table(
              ['Bolt', 'clamps', 'needs', 'sold as', 'in the box'],
              bolts.map((b) => {
                const sold = (v: number) => formatQuantity('length', v, b.bolt.series === 'inch' ? 'us' : 'metric')
                return [
                  `${b.bolt.name}, ${b.bolt.thread}, ${b.bolt.count} a side`,
                  len(b.grip),
                  sold(b.needed),
                  sold(b.next),
                  b.fits ? (b.buy ? 'no: to be bought' : 'yes') : 'none that is long enough has room',
                ]
              }),
              ['*', 50, 60, 60, 120],
              [1, 2, 3],
            ),
          ]
        : []),
      ...(uBolts.length
        ? [
            table(
              ['U-bolt', 'goes over', 'inside', 'leg needs', 'leg has', 'on this axle'],
              uBolts.map((u) => [
                `${u.bolt.name}, ${u.bolt.thread}, ${u.bolt.count} a side`,
                len(u.across),
                len(u.bolt.inside),
                len(u.needed),
                len(u.bolt.leg),
                `${U_BOLT_VERDICTS[u.verdict]}${u.measured ? '' : ', by what is usual'}`,
              ]),
              ['*', 55, 50, 55, 50, 120],
              [1, 2, 3, 4],
            ),
          ]
        : []),
      ...(lines.length
        ? [
            table(
              ['Line, hose or cable', 'what happens to it', 'bag', 'bracket', 'U-bolt', 'pipe'],
              lines.map((l) => {
                const part = scene.obstacles.find((o) => o.id === l.part)!.part
                const gap = (v: number | null) => (v === null ? '–' : v <= 0 ? 'touches' : len(v))
                return [
                  `${partName(part)}: ${LINE_VERDICTS[l.verdict]}`,
                  part.handling.map((h) => HANDLING_WORDS[h]).join(', ') || '–',
                  gap(l.bag),
                  gap(l.bracket),
                  gap(l.bolt),
                  gap(l.pipe),
                ]
              }),
              ['*', 110, 50, 50, 50, 50],
              [2, 3, 4, 5],
            ),
          ]
        : []),
      ...(rows.length
        ? [
            table(
              ['Gap of the bag to', 'empty', 'loaded', 'least', 'where', 'read'],
              rows.map((r) => {
                const gapHere = measured.find(
                  (m) => m.gap.of === r.of && m.gap.part === r.part && m.gap.side === r.side,
                )
                return [
                  `${partName(r)}${r.of === 'plate' ? ', to the plate' : ''}: ${ROOM_VERDICTS[r.verdict]}`,
                  len(r.standing),
                  r.loaded === null ? '–' : len(r.loaded),
                  r.verdict === 'touches' ? 'touches' : len(r.least),
                  poseText(r, system),
                  gapHere ? len(gapHere.gap.value) : '–',
                ]
              }),
              ['*', 50, 50, 50, 130, 50],
              [1, 2, 3, 5],
            ),
            note(
              'Least gaps through the whole travel, by what was measured and what is usual; certain to 1/64 in by the drawing.',
            ),
          ]
        : []),
    ]
  })
}
