import type { BoltHead } from '@stout-shackle/core/kit'

export type BayViewpoint = 'rear' | 'left' | 'right' | 'top'

/** A head that points away from whoever looks, and one that points at them: the tail and the tip of an arrow. */
const AWAY = '⊗'
const AT_YOU = '⊙'

/**
 * Which way a bolt's head points in a picture of the axle.
 * @param side of the vehicle that is worked on
 * @param view from behind, from the left or right side, or from above
 * @returns an arrow as it lies in the picture; empty where the picture does not tell
 */
// eslint-disable-next-line complexity -- which way a head faces, case by case
export function headArrow(head: BoltHead, side: 'left' | 'right' | null, view: BayViewpoint): string {
  const inboard = head === 'inboard'
  switch (head) {
    case 'up':
      return view === 'top' ? AT_YOU : '↑'
    case 'down':
      return view === 'top' ? AWAY : '↓'
    case 'inboard':
    case 'outboard':
      if (view === 'rear') return side === null ? '' : (side === 'left') === inboard ? '→' : '←'
      if (view === 'top' || side === null) return ''
      // From its own side, inboard is away.
      return (view === side) === inboard ? AWAY : AT_YOU
    case 'forward':
    case 'rearward': {
      const forward = head === 'forward'
      if (view === 'rear') return forward ? AWAY : AT_YOU
      if (view === 'top') return ''
      return (view === 'left') === forward ? '←' : '→'
    }
  }
}
