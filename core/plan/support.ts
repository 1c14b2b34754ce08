import type { AxleEnd } from '../spring'
import type { Vehicle } from '../vehicle'
import type { StandState } from './steps'

/** Where stands go to hold an end up. */
const stands = ({ frameRails }: Vehicle, axle: AxleEnd): string =>
  frameRails
    ? `stands under both frame rails, ${axle === 'rear' ? 'ahead of the rear springs' : 'behind the front springs'}`
    : `stands under the lift points its maker gives, both sides, ${axle === 'rear' ? 'ahead of the rear wheels' : 'behind the front wheels'}`

function line(vehicle: Vehicle, { support, axle }: StandState): string {
  const end = axle ?? 'rear'
  const lift = vehicle.frameRails ? 'the frame' : 'a lift point'
  const independent = vehicle[end].architecture === 'independent'
  switch (support) {
    case 'on-wheels':
      return 'Lift, stands out, lower it gently. Bounce it and let it settle.'
    case 'axle-hanging':
      return `Jack at ${lift}, ${stands(vehicle, end)}, let the ${independent ? `${end} links` : `${end} axle`} down until ${independent ? 'they hang' : 'it hangs'}.`
    case 'axle-raised':
      return independent
        ? `It stays on its stands; a jack of its own under each ${end} link that is opened, one side at a time, raised until the gap closes as needed.`
        : `It stays on its stands; jack under the ${end} axle, raise it until the gap closes as needed.`
    case 'frame-raised':
      return `Jack at ${lift} and raise it until the ${end} tires are out of the way; ${stands(vehicle, end)}.`
  }
}

const TITLES: Record<StandState['support'], (axle: AxleEnd) => string> = {
  'on-wheels': () => 'lower it onto its wheels',
  'axle-hanging': (axle) => `${axle} end on stands, axle hanging`,
  'axle-raised': (axle) => `raise the ${axle} axle toward the body`,
  'frame-raised': (axle) => `raise the ${axle} end, axle on the floor`,
}
const NAMES: Record<AxleEnd, string> = { front: 'Front wheels', rear: 'Rear wheels' }
/** What the wheels of an end are called as parts that come off. */
export const WHEELS: readonly string[] = Object.values(NAMES)

/** What is done to bring a vehicle from one state into another: wheels back on, let down, up, wheels off, in that order. */
export function supportLines(
  from: StandState,
  to: StandState,
  vehicle: Vehicle,
): { title: string; lines: string[]; takesOff: string[]; refits: string[] } {
  const lines: string[] = []
  const title: string[] = []
  const takesOff: string[] = []
  const refits: string[] = []
  const otherEnd = from.axle !== null && to.axle !== null && from.axle !== to.axle
  const backOn = from.wheels === 'off' && (to.wheels === 'on' || otherEnd)
  const comeOff = to.wheels === 'off' && (from.wheels === 'on' || otherEnd)
  if (backOn) {
    lines.push(`${NAMES[from.axle!]} on, nuts snug crosswise.`)
    title.push('wheels on')
    refits.push(NAMES[from.axle!])
  }
  if (otherEnd) {
    lines.push(line(vehicle, { support: 'on-wheels', wheels: 'on', axle: null }))
    lines.push(`Chock both ${from.axle} wheels, both ways: that end stays down now.`)
    title.push('lower it onto its wheels')
  }
  // Nuts come loose while the tires still stand on the floor.
  if (comeOff && (from.support === 'on-wheels' || otherEnd))
    lines.push(`Crack the ${to.axle} lug nuts loose on the ground.`)
  if (to.support !== from.support || otherEnd) {
    lines.push(line(vehicle, to))
    title.push(TITLES[to.support](to.axle ?? 'rear'))
  }
  if (comeOff) {
    lines.push(`${NAMES[to.axle!]} off, both sides.`)
    title.push('wheels off')
    takesOff.push(NAMES[to.axle!])
  }
  const text = title.join(', ')
  return { title: text.charAt(0).toUpperCase() + text.slice(1), lines, takesOff, refits }
}
