import {
  figureValue,
  originOf,
  originWords,
  plain,
  unconfirmedFigures,
  figureName,
  type Kit,
  type KitPart,
} from '../kit'
import { torqueText } from '../paper'
import { formatLimit, formatQuantity, formatRun, GRAVITY, UNITS, type UnitSystem } from '../quantity'

const pressure = (end: 'min' | 'max', value: number, system: UnitSystem): string =>
  `${formatLimit(end, 'pressure', value, { system })} ${UNITS.pressure[system].symbol}`

/** What a figure of a kit says, to be compared with its paper; empty where it is a table or a list of its own. */
// eslint-disable-next-line complexity -- one figure after the other, each in its own unit
export function kitFigureText(kit: Kit, path: string, system: UnitSystem): string {
  const { bag, rubber, fitment } = kit
  switch (path) {
    case 'bag.minimum':
      return bag ? pressure('min', bag.minimum, system) : ''
    case 'bag.maximum':
      return bag ? pressure('max', bag.maximum, system) : ''
    case 'testPressure':
      return kit.testPressure === null ? '' : pressure('max', kit.testPressure, system)
    case 'bag.margin':
      return bag ? `kept ${pressure('max', bag.margin, system)} under it` : ''
    case 'bag.coilGap':
      return bag?.coilGap
        ? `${pressure('max', bag.coilGap.wideMaximum, system)} where the coils stand ${formatQuantity('length', bag.coilGap.threshold, system)} or more apart`
        : ''
    case 'bag.rideHeight':
      return bag ? formatQuantity('length', bag.rideHeight, system) : ''
    case 'bag.maximumDiameter':
      return bag ? formatQuantity('length', bag.maximumDiameter, system) : ''
    case 'bag.spacing':
      return bag ? formatQuantity('length', bag.spacing, system) : ''
    case 'rubber.max':
      return rubber ? formatQuantity('mass', rubber.max / GRAVITY, system) : ''
    case 'airLine':
      return kit.airLine ? formatRun(kit.airLine.length, system) : ''
    case 'bolts':
      return kit.fasteners.map((f) => f.name).join(', ') || 'none'
    case 'fitment':
      return `${fitment.suspension.map(plain).join(' or ')} springs, ${fitment.wheels.join(' or ')} wheels, ${fitment.architecture.join(' or ')} axle; ${fitment.bodies.map(plain).join(', ')}`
    default: {
      if (!path.startsWith('fasteners.')) return ''
      const bolt = figureValue(kit, path) as Kit['fasteners'][number] | null
      return bolt ? `${bolt.count} a side, ${torqueText(bolt.spec, bolt.evenly, system) || 'no torque given'}` : ''
    }
  }
}

/**
 * Figures of a kit that are not its maker's, a line each; none for one whose figures all are.
 * @param part of which part of its page; all of them where nothing is said
 */
export const notTheMakers = (kit: Kit, system: UnitSystem, part?: KitPart): string[] =>
  unconfirmedFigures(kit)
    .filter((figure) => !part || figure.part === part)
    .map((figure) => {
      const text = kitFigureText(kit, figure.path, system)
      return `${figureName(figure)}${text && ` ${text}`}: ${originWords(originOf(kit, figure.path))}`
    })
