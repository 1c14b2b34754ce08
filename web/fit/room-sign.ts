import type { RoomVerdict } from '@stout-shackle/core/stages/fit/room'

/** The shape that a verdict is told by. */
export const signOf = (verdict: RoomVerdict): 'stop' | 'caution' | 'fine' =>
  verdict === 'touches' || verdict === 'under-rule' ? 'stop' : verdict === 'fine' ? 'fine' : 'caution'
