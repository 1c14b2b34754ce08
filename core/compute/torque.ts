import { z } from 'zod'
import { typed } from '../quantity'
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
import { figure } from './answer'

const names = <T extends string>(table: Record<T, unknown>) => Object.keys(table) as [T, ...T[]]
const oneOf = (what: string, table: object) => `${what} must be one of ${Object.keys(table).join(', ')}`

export const torqueRequest = z.strictObject({
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
      angleDegrees: z.number({ error: 'angleDegrees must be a number' }).min(-180).max(180).default(0),
    })
    .optional(),
  spec: torqueSpecSchema.optional(),
  makerFigure: typed('torque', 1, 1500).optional(),
})

/**
 * Clamp force, wrench setting with an extension, and the verdict on a reading, as asked.
 * @param request as its schema reads it, SI
 * Source: Shigley; ASME B1.1, ISO 898-1, SAE J429.
 */
export function computeTorque({ torque, bolt, extension, spec, makerFigure }: z.output<typeof torqueRequest>) {
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
