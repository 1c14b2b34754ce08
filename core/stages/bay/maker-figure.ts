import { clampForce } from '../../torque'
import type { Fastener } from '../../kit'
import { WHEEL_NUTS } from '../../plan'

/** Lug nuts are of this size at least: their thread is on no paper. Common practice, no published source. */
const LEAST_STUD = { thread: 'M12', grade: '8.8' } as const
/** Under this part of its proof load a bolt clamps nothing to speak of. Common practice, no published source. */
const NO_CLAMP = 0.1
/**
 * Whether a vehicle maker's figure would leave a bolt without clamp: it was read in another unit, or is of another bolt.
 * @param value N·m
 */
export function holdsNothing({ id, thread, grade }: Pick<Fastener, 'id' | 'thread' | 'grade'>, value: number): boolean {
  const stud = id === WHEEL_NUTS ? LEAST_STUD : thread && grade ? { thread, grade } : null
  return stud !== null && clampForce(value, stud.thread, stud.grade).proof < NO_CLAMP
}
