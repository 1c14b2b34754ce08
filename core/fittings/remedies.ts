/**
 * What is done to a joint: a tube recut and pushed home, a thread turned further within its turns or sealed anew, a valve core, a new
 * ferrule, a whole new tube; only opened where nobody says more. Common practice, no published source.
 */
export const REMEDIES = ['opened', 'recut', 'turned-in', 'new-core', 'new-ferrule', 'new-tube'] as const
export type Remedy = (typeof REMEDIES)[number]

export const REMEDY_NAMES: Record<Remedy, string> = {
  opened: 'opened',
  recut: 'tube recut square and pushed home',
  'turned-in': 'thread turned in further',
  'new-core': 'new valve core',
  'new-ferrule': 'new ferrule',
  'new-tube': 'new tube',
}
