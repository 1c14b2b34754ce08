import type { AxleEnd, Vehicle } from '../vehicle'
import type { StandState } from '../kit'

export type Lifting = 'floor' | 'lift'
const NAMES: Record<AxleEnd, string> = { front: 'Front wheels', rear: 'Rear wheels' }
/** What the wheels of an end are called as parts that come off. */
export const WHEELS: readonly string[] = Object.values(NAMES)

const dualAt = (vehicle: Vehicle, axle: AxleEnd, words: string): string =>
  vehicle[axle].wheels === 'dual' ? words : ''

/** Where stands go to hold an end up. */
const stands = ({ frameRails }: Vehicle, axle: AxleEnd): string =>
  frameRails
    ? `stands under both frame rails, ${axle === 'rear' ? 'ahead of the rear springs' : 'behind the front springs'}`
    : `stands under the lift points its maker gives, both sides, ${axle === 'rear' ? 'ahead of the rear wheels' : 'behind the front wheels'}`
const isIndependent = (vehicle: Vehicle, axle: AxleEnd): boolean => vehicle[axle].architecture === 'independent'

/** What holds the frame and what holds the axle of an end, in a state. */
export function holderOf(
  { support, axle, wheels }: StandState,
  vehicle: Vehicle,
  lift: Lifting,
): { frame: string; axle: string } {
  const end = axle ?? 'rear'
  const links = isIndependent(vehicle, end) ? 'links' : 'axle'
  const up =
    lift === 'lift' ? 'the arms of the lift' : `stands under the ${vehicle.frameRails ? 'rails' : 'lift points'}`
  switch (support) {
    case 'on-wheels':
      return { frame: 'its springs', axle: 'its tires' }
    case 'axle-hanging':
      return { frame: up, axle: 'shocks and springs' }
    case 'axle-raised':
      return {
        frame: up,
        axle:
          links === 'links'
            ? 'a jack under the link that is worked on'
            : lift === 'lift'
              ? 'the pole jack'
              : 'the floor jack',
      }
    case 'frame-raised':
      return { frame: up, axle: wheels === 'on' ? 'its tires on the floor' : 'the floor' }
  }
}

/** Up from its wheels: jack, stands, down onto the stands; then where the axle is wanted. */
function up(vehicle: Vehicle, { axle }: StandState, lift: Lifting): string[] {
  const end = axle ?? 'rear'
  if (lift === 'lift')
    return [
      `Arms at the lift points its maker gives${vehicle.frameRails ? ', both rails' : '; never under a rail that is none'}.`,
      'Raise it a hand, rock it, look at all four pads, then up.',
    ]
  return [
    `Jack at ${vehicle.frameRails ? 'the frame' : 'a lift point'}, ${stands(vehicle, end)}.`,
    'Down onto the stands, jack free, then shake it.',
  ]
}
const jackUnder = (vehicle: Vehicle, axle: AxleEnd, lift: Lifting): string =>
  isIndependent(vehicle, axle)
    ? `A jack under the ${axle} link that is worked on, one side at a time, raised until it carries.`
    : `${lift === 'lift' ? 'Pole jack' : 'Floor jack'} under the ${axle} axle housing, raised until it carries.`

/** What is done to bring one end from a support into another, one end at a time. */
// eslint-disable-next-line complexity -- a sentence for each move from here to there
function moveLines(from: StandState, to: StandState, vehicle: Vehicle, lift: Lifting): string[] {
  const end = to.axle ?? from.axle ?? 'rear'
  const hang = isIndependent(vehicle, end)
    ? `Let the ${end} links down until they hang; jack away.`
    : `Let the ${end} axle down on the jack until it hangs; jack away.`
  switch (to.support) {
    case 'on-wheels':
      return [
        ...(from.support === 'axle-raised'
          ? [`Jack away from under the ${isIndependent(vehicle, end) ? 'link' : 'axle'} once nothing on it is open.`]
          : []),
        lift === 'lift' ? 'Lift down, arms out.' : 'Jack it up off its stands, stands out, lower it gently.',
      ]
    case 'axle-hanging':
      if (from.support === 'axle-raised') return [`It stays on its ${lift === 'lift' ? 'arms' : 'stands'}.`, hang]
      if (from.support === 'frame-raised')
        return ['Jack it up further until the tires are clear of the floor, stands higher.', hang]
      return lift === 'lift' ? up(vehicle, to, lift) : [...up(vehicle, to, lift), hang]
    case 'axle-raised':
      if (from.support === 'on-wheels') return [...up(vehicle, to, lift), jackUnder(vehicle, end, lift)]
      return [`It stays on its ${lift === 'lift' ? 'arms' : 'stands'}.`, jackUnder(vehicle, end, lift)]
    case 'frame-raised':
      if (from.support === 'on-wheels')
        return [
          `Jack at ${vehicle.frameRails ? 'the frame' : 'a lift point'} and raise it until the ${end} tires are out of the way but still stand; ${stands(vehicle, end)}.`,
          `Chock the ${end} wheels: they carry the ${isIndependent(vehicle, end) ? 'links' : 'axle'}.`,
        ]
      return [
        `Lower it on its stands until the ${end} tires stand on the floor and carry the ${isIndependent(vehicle, end) ? 'links' : 'axle'}; chock them.`,
      ]
  }
}

const TITLES: Record<StandState['support'], (axle: AxleEnd, links: boolean) => string> = {
  'on-wheels': () => 'lower it onto its wheels',
  'axle-hanging': (axle, links) => `${axle} end up, ${links ? 'links' : 'axle'} hanging`,
  'axle-raised': (axle, links) => (links ? `jack under one ${axle} link at a time` : `jack under the ${axle} axle`),
  'frame-raised': (axle, links) => `raise the ${axle} end, ${links ? 'wheels' : 'axle'} on the floor`,
}
const ON_WHEELS: StandState = { support: 'on-wheels', wheels: 'on', axle: null }

/**
 * What is done to bring a vehicle from one state into another, from here to there: wheels back on, one end down, the other up, wheels
 * off, in that order.
 * @param offLater wheels of that end come off before it stands on them again
 */
// eslint-disable-next-line complexity -- a sentence for each move from here to there
export function supportMove(
  from: StandState,
  to: StandState,
  { vehicle, lift, offLater = false }: { vehicle: Vehicle; lift: Lifting; offLater?: boolean },
): { title: string; lines: string[]; takesOff: string[]; refits: string[] } {
  const lines: string[] = []
  const title: string[] = []
  const takesOff: string[] = []
  const refits: string[] = []
  const otherEnd = from.axle !== null && to.axle !== null && from.axle !== to.axle
  const backOn = from.wheels === 'off' && (to.wheels === 'on' || otherEnd)
  const comeOff = to.wheels === 'off' && (from.wheels === 'on' || otherEnd)
  if (backOn) {
    lines.push(
      `${NAMES[from.axle!]} on${dualAt(vehicle, from.axle!, ', the inner ones first')}, nuts snug crosswise; their torque waits for the ground.`,
    )
    title.push('wheels on')
    refits.push(NAMES[from.axle!])
  }
  let now = from
  if (otherEnd) {
    lines.push(...moveLines(from, ON_WHEELS, vehicle, lift))
    lines.push(`Chock both ${from.axle} wheels, both ways: that end stays down now.`)
    title.push('lower it onto its wheels')
    now = ON_WHEELS
  }
  // Nuts come loose while the tires still stand on the floor, whenever the wheels come off after that.
  if ((comeOff || offLater) && now.support === 'on-wheels' && to.support !== 'on-wheels')
    lines.push(`Crack the ${to.axle} lug nuts loose on the ground.`)
  if (to.support !== now.support) {
    lines.push(...moveLines(now, to, vehicle, lift))
    title.push(TITLES[to.support](to.axle ?? 'rear', isIndependent(vehicle, to.axle ?? 'rear')))
  }
  if (comeOff) {
    lines.push(`${NAMES[to.axle!]} off, both sides${dualAt(vehicle, to.axle!, ', the outer ones, then the inner')}.`)
    title.push('wheels off')
    takesOff.push(NAMES[to.axle!])
  }
  const text = title.join(', ')
  return { title: text.charAt(0).toUpperCase() + text.slice(1), lines, takesOff, refits }
}
