import { vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'

/** A vehicle while it is typed: what is not known yet is null. */
export type VehicleDraft = { [K in keyof Vehicle]: Vehicle[K] | null }
/** A new vehicle, with nothing measured. */
const blankVehicle = (): VehicleDraft => ({
  id: '',
  make: '',
  model: '',
  year: new Date().getFullYear(),
  body: 'pickup',
  suspension: 'leaf',
  rearWheels: 'single',
  drive: 'rear',
  wheelbase: null,
  frontOverhang: null,
  rearOverhang: null,
  hitchBehindAxle: null,
  track: null,
  springSpacing: null,
  tireSize: '',
  tireLimitFront: null,
  tireLimitRear: null,
  tireRate: null,
  curbFront: null,
  curbRear: null,
  rearUnsprung: null,
  ratings: { gvwr: null, gawrFront: null, gawrRear: null, receiver: null, tongue: null, gcwr: null },
  frontWheelRate: null,
  rearWheelRate: null,
  rearWheelRateTolerance: 0,
  reboundTravel: null,
  vin: null,
  tireIndexFront: null,
  tireIndexRear: null,
  passengerTires: false,
  tirePressureFront: null,
  tirePressureRear: null,
  tirePressureFull: null,
  rearStages: [],
  rearFriction: null,
  swayBarFront: 0,
  swayBarRear: 0,
  gravityHeight: null,
  ballHeight: null,
  hitchClearance: null,
  bumperHeight: null,
  markFront: 0,
  markRear: 0,
  trim: '',
  platform: null,
  bed: null,
  frontUnsprung: null,
})

/** A draft to type in that leaves the vehicle it started from alone. */
export const draftOf = (vehicle: Vehicle | null): VehicleDraft =>
  vehicle ? { ...vehicle, ratings: { ...vehicle.ratings }, rearStages: [...vehicle.rearStages] } : blankVehicle()

/** Id of a vehicle by its name; an earlier id stays. */
const idOf = ({ id, make, model, trim, year }: VehicleDraft): string =>
  id ||
  `${make} ${model} ${trim} ${year}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') ||
  'vehicle'

/** The draft as a vehicle of the library, or what the schema refuses; an emptied text is an unknown one. */
export const checkDraft = (draft: VehicleDraft) =>
  vehicleSchema.safeParse({
    ...draft,
    id: idOf(draft),
    vin: draft.vin || null,
    tireIndexFront: draft.tireIndexFront || null,
    tireIndexRear: draft.tireIndexRear || null,
  })
