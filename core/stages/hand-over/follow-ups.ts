export interface FollowUp {
  key: string
  /** Days after the handover. */
  days: number
  title: string
  text: string
}

/** What is due after a handover. Source: common practice, no published source. */
export const FOLLOW_UPS: readonly FollowUp[] = [
  {
    key: 'pressure-24h',
    days: 1,
    title: 'read bag pressure after 24 h',
    text: 'Both sides, with the temperature. Compare with the record.',
  },
  {
    key: 're-torque',
    days: 7,
    title: 're-torque clamped brackets (100 miles)',
    text: 'Straps, clamp bars and lug nuts, after about 100 miles.',
  },
  {
    key: 'month',
    days: 30,
    title: 'read bag pressure after a month',
    text: 'Same marks, same gauge if possible.',
  },
]
