import type { RecordKind, StageId } from '@stout-shackle/core/job'

/** The page on which a record of each kind is entered. */
export const STAGE_OF_RECORD: Record<RecordKind, StageId> = {
  height: 'measure',
  'scale-ticket': 'load',
  gap: 'fit',
  'room-gap': 'fit',
  step: 'bay',
  torque: 'bay',
  'opened-again': 'bay',
  'maker-torque': 'plan',
  deviation: 'bay',
  off: 'bay',
  'on-again': 'bay',
  connection: 'air',
  'air-check': 'air',
  'bag-pressure': 'hand-over',
  'final-check': 'hand-over',
  'handed-over': 'hand-over',
  withdrawn: 'measure',
  'load-on': 'measure',
  'connection-opened': 'air',
  'part-fate': 'bay',
  moved: 'bay',
  'bracket-moved': 'bay',
  waiver: 'hand-over',
  consent: 'hand-over',
}
