import { z } from 'zod'
import { formatQuantity, plainNumber, typed } from '../quantity'
import {
  clampForce,
  judgeTorque,
  NUT_FACTOR,
  PROOF,
  THREADS,
  torqueSpecSchema,
  wrenchSetting,
  type BoltGrade,
  type Finish,
  type ThreadName,
} from '../torque'
import { calculator, type Row } from './calculator'
import { figure, forceText } from './figure'

const names = <T extends string>(table: Record<T, unknown>) => Object.keys(table) as [T, ...T[]]
const oneOf = (what: string, table: object) => `${what} must be one of ${Object.keys(table).join(', ')}`

const torqueRequest = z.strictObject({
  torque: typed('torque', 0.05, 1500),
  bolt: z
    .strictObject({
      thread: z.enum(names<ThreadName>(THREADS), { error: oneOf('thread', THREADS) }),
      grade: z.enum(names<BoltGrade>(PROOF), { error: oneOf('grade', PROOF) }),
      finish: z.enum(names<Finish>(NUT_FACTOR), { error: oneOf('finish', NUT_FACTOR) }).default('unstated'),
    })
    .optional(),
  extension: z
    .strictObject({
      wrench: typed('length', 0.05, 2),
      extension: typed('length', 0, 1),
      angleDegrees: plainNumber('angleDegrees', -180, 180).default(0),
    })
    .optional(),
  spec: torqueSpecSchema.optional(),
  makerFigure: typed('torque', 1, 1500).optional(),
})

/**
 * Clamp force, wrench setting with an extension, and the verdict on a reading, as asked.
 * @param request as its schema reads it, SI
 * Source: Shigley; ASME B1.1, ISO 898-1, SAE J429.
 *
 * @example
 * CALCULATORS.torque.compute({ torque: 21.693, bolt: { thread: '3/8-16', grade: 'grade 5', finish: 'unstated' } }).clamp.proofPercent // => 38.9
 */
function computeTorque({ torque, bolt, extension, spec, makerFigure }: z.output<typeof torqueRequest>) {
  const clamp = bolt && clampForce(torque, bolt.thread, bolt.grade, bolt.finish)
  return {
    torque: figure('torque', torque),
    clamp: clamp
      ? { force: { value: clamp.force, unit: 'N' }, proofPercent: 100 * clamp.proof, note: clamp.note }
      : null,
    wrenchSetting: extension
      ? figure(
          'torque',
          wrenchSetting(torque, extension.wrench, extension.extension, (extension.angleDegrees * Math.PI) / 180),
        )
      : null,
    verdict: spec ? judgeTorque(spec, torque, makerFigure) : null,
  }
}

const CLAMP_NOTES = {
  ok: undefined,
  'look-again': 'Over 75 % of proof at a low nut factor: look again.',
  refused: 'Over proof load: no torque for this bolt.',
  'likely-inch-pounds': 'So low that it may be inch-pounds.',
}

export const torque = calculator({
  request: torqueRequest,
  compute: computeTorque,
  endpoint: { name: 'torque', summary: 'Clamp force, wrench with extension, verdict on a reading' },
  pages: [
    {
      id: 'torque',
      title: 'Torque, clamp and wrench',
      formula: 'F = T/(K d); with an extension T L/(L + E cos θ)',
      source: 'Shigley; ASME B1.1, ISO 898-1, SAE J429',
      inputs: {
        torque: ['torque', 'Torque', '16 lb-ft'],
        thread: ['choice', 'Thread', '3/8-16', { choices: names(THREADS), field: 'bolt.thread' }],
        grade: ['choice', 'Grade', 'grade 5', { choices: names(PROOF), field: 'bolt.grade' }],
        finish: ['choice', 'Finish', 'unstated', { choices: names(NUT_FACTOR), field: 'bolt.finish' }],
        wrench: ['length', 'Wrench length', '16 in', { field: 'extension.wrench' }],
        extension: ['length', 'Extension', '0 in', { field: 'extension.extension' }],
        angle: ['number', 'Angle of it, degrees', '0', { field: 'extension.angleDegrees' }],
      },
      words({ clamp, wrenchSetting }, system) {
        const rows: Row[] = []
        if (clamp)
          rows.push(
            ['Clamp force', forceText(clamp.force.value, system)],
            ['Of proof load', `${clamp.proofPercent.toFixed(1)} %`, CLAMP_NOTES[clamp.note]],
          )
        if (wrenchSetting) rows.push(['Set the wrench to', formatQuantity('torque', wrenchSetting.value, system)])
        return rows
      },
    },
  ],
})
