import { isBelow, type NewtonMeters } from '../quantity'

/** Share of its range under which a torque wrench is outside what it is calibrated for (ISO 6789-1: from 20 % up; from memory). */
const LEAST_OF_RANGE = 0.2

/**
 * Whether a reading lies under what a wrench of that range can be trusted with.
 * @param high of the range, N·m; a reading at a fifth of it, in whatever unit it was typed, is not under it
 */
export const isUnderRange = (value: NewtonMeters, high: NewtonMeters): boolean => isBelow(value, LEAST_OF_RANGE * high)
