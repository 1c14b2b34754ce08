import type { Carrier } from '../kit'
import type { Stuck } from './trial'

const CARRIER_NAMES: Record<Carrier, string> = {
  shock: 'a shock',
  link: 'a link',
  coil: 'a coil',
  'u-bolts': 'the U-bolts',
}

/**
 * The rule that keeps steps from any order, and what would free them.
 * @param titleOf a step of the plan by its id
 */
export function stuckText({ rule, chain, carrier }: Stuck, titleOf: (step: string) => string): string {
  const quoted = chain.map((id) => `"${titleOf(id)}"`)
  const way = quoted.join(', then ')
  const [first = '', last = ''] = [quoted[0], quoted.at(-1)]
  const open = carrier ? CARRIER_NAMES[carrier] : 'what carries the axle'
  switch (rule) {
    case 'circle':
      return quoted.length === 1
        ? `${first} waits for itself. Take it out of its own "after".`
        : `${way}, then ${first} again: each waits for the one before it. Take one of these out of "after".`
    case 'held':
      if (!carrier)
        return `${way}: from ${first} on the bags are in without air, until ${last}. A step between puts the vehicle on its wheels or raises the other axle. Give air before it, or give that step "axle hanging".`
      return `${way}: ${first} undoes ${open}, and until it is closed again the axle stays on its jack. A step between wants it another way. Give that step "jack under the axle", or close ${open} before it.`
    case 'no-such-state':
      return `${first} wants the vehicle as it never stands: wheels are off only while the axle hangs or is on its jack.`
    case 'unknown':
      return 'These steps fit into no order. Take out what comes after what, one by one, until they do.'
  }
}
