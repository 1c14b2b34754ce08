/** Every final check, in the order in which they are read out. */
export const FINAL_CHECKS = [
  'torques',
  'soap',
  'air-check',
  'minimum-pressure',
  'heights',
  'loaded-heights',
  'level',
  'clearance',
  'loaded-clearance',
] as const
export type FinalCheckId = (typeof FINAL_CHECKS)[number]
