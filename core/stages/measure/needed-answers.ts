import type { Survey, Vehicle } from '../../vehicle'

const ALWAYS = ['bumpStop', 'exhaustSide', 'factoryAir', 'oldHelper', 'loadSensingValve', 'rust', 'frame'] as const

/** Answers without which no kit can be judged, by what the rear springs are. */
const NEEDED: Record<Vehicle['suspension'], readonly (keyof Survey)[]> = {
  leaf: ['liftBlock', ...ALWAYS, 'hitchRails'],
  coil: [...ALWAYS, 'coilInsideDiameter', 'coilGapStanding'],
}

/** Survey answers that decide fitment and are still open. */
export const unansweredOf = (vehicle: Vehicle, survey: Survey): (keyof Survey)[] =>
  NEEDED[vehicle.suspension].filter((key) => survey[key] === null)
