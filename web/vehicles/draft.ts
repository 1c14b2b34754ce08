import { vehicleSchema, type Axle, type Vehicle, type AxleEnd } from '@stout-shackle/core/vehicle'

type Draft<T> = { [K in keyof T]: T[K] | null }
export type AxleDraft = Omit<Draft<Axle>, 'stages'> & { stages: Axle['stages'] }
/** A vehicle while it is typed: what is not known yet is null. */
export type VehicleDraft = Omit<Draft<Vehicle>, AxleEnd | 'ratings' | 'estimated'> &
  Record<AxleEnd, AxleDraft> & { ratings: Vehicle['ratings']; estimated: Vehicle['estimated'] }
/** A figure of a draft by its place: `wheelbase`, `rear.track`, `ratings.gvwr`. */
export type FigurePath = string

const blankAxle = (part: Partial<AxleDraft>): AxleDraft => ({
  suspension: 'coil',
  architecture: 'independent',
  wheels: 'single',
  track: null,
  springSpacing: null,
  motionRatio: null,
  tireSize: '',
  tireLimit: null,
  tireIndex: null,
  tirePressure: null,
  tireRate: null,
  curb: null,
  unsprung: null,
  rating: null,
  wheelRate: null,
  wheelRateTolerance: 0,
  stages: [],
  friction: null,
  swayBar: 0,
  mark: 0,
  reboundTravel: null,
  ...part,
})
/** A new vehicle, with nothing measured. */
const blankVehicle = (): VehicleDraft => ({
  id: '',
  make: '',
  model: '',
  trim: '',
  platform: null,
  year: new Date().getFullYear(),
  body: 'pickup',
  frameRails: true,
  drive: 'rear',
  bed: null,
  wheelbase: null,
  frontOverhang: null,
  rearOverhang: null,
  hitchBehindAxle: null,
  front: blankAxle({}),
  rear: blankAxle({ suspension: 'leaf', architecture: 'solid' }),
  passengerTires: false,
  tirePressureFull: null,
  ratings: { gvwr: null, receiver: null, tongue: null, gcwr: null },
  gravityHeight: null,
  ballHeight: null,
  hitchClearance: null,
  bumperHeight: null,
  underbody: null,
  vin: null,
  plate: '',
  estimated: {},
})

/** A draft to type in that leaves the vehicle it started from alone. */
export const draftOf = (vehicle: Vehicle | null): VehicleDraft =>
  vehicle ? structuredClone(toPlain(vehicle)) : blankVehicle()
/** Without what makes it reactive. */
const toPlain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** What stands at a place of a draft. */
export function figureAt(draft: VehicleDraft, path: FigurePath): number | null {
  const value = path.split('.').reduce<unknown>((keyHere, key) => (keyHere as Record<string, unknown>)[key], draft)
  return typeof value === 'number' ? value : null
}
/** Sets a figure that was typed or measured: it is no longer an estimate. */
export function setFigure(draft: VehicleDraft, path: FigurePath, value: number | null): void {
  const keys = path.split('.')
  const last = keys.pop()!
  const target = keys.reduce<Record<string, unknown>>(
    (tree, key) => tree[key] as Record<string, unknown>,
    draft as never,
  )
  target[last] = value
  if (path in draft.estimated) {
    const { [path]: _typed, ...estimated } = draft.estimated
    draft.estimated = estimated
  }
}

/** Id of a vehicle by its name; an earlier id stays. */
const idOf = ({ id, make, model, trim, year, body }: VehicleDraft): string =>
  id ||
  `${make || body} ${model} ${trim} ${year ?? ''}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') ||
  'vehicle'

const axleOf = (axle: AxleDraft, other: AxleDraft) => ({
  ...axle,
  tireIndex: axle.tireIndex || null,
  tireSize: axle.tireSize || other.tireSize,
})
/** The draft as a vehicle of the library, or what the schema refuses; an emptied text is an unknown one. */
export const checkDraft = (draft: VehicleDraft) =>
  vehicleSchema.safeParse({
    ...draft,
    id: idOf(draft),
    vin: draft.vin || null,
    year: draft.year || null,
    front: axleOf(draft.front, draft.rear),
    rear: axleOf(draft.rear, draft.front),
  })
