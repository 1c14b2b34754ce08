import type { Axle, Intake, Vehicle } from '@stout-shackle/core/vehicle'

/** What is typed of a vehicle at the desk; empty text is not known. */
export interface IntakeDraft {
  body: Vehicle['body']
  tireSize: string
  gvwr: number | null
  gawrFront: number | null
  gawrRear: number | null
  suspension: Axle['suspension'] | ''
  make: string
  model: string
  platform: string
  year: string
  vin: string
  plate: string
  hitch: boolean
}
/** Nothing known but that it is a vehicle. */
export const blankIntake = (): IntakeDraft => ({
  body: 'pickup',
  tireSize: '',
  gvwr: null,
  gawrFront: null,
  gawrRear: null,
  suspension: '',
  make: '',
  model: '',
  platform: '',
  year: '',
  vin: '',
  plate: '',
  hitch: false,
})
/** The draft as it is sent. */
export const intakeOf = ({ suspension, platform, year, vin, ...rest }: IntakeDraft): Intake => ({
  ...rest,
  suspension: suspension || null,
  platform: platform || null,
  year: year.trim() === '' ? null : Number(year),
  vin: vin.trim() || null,
})

/**
 * The form with what is known of a vehicle that has been here: only where nothing was typed yet.
 * @param vehicle as it was on its last job
 */
export function filledFrom(draft: IntakeDraft, vehicle: Vehicle): IntakeDraft {
  const typed = Boolean(draft.make || draft.tireSize)
  return {
    ...draft,
    body: typed ? draft.body : vehicle.body,
    make: draft.make || vehicle.make,
    model: draft.model || vehicle.model,
    year: draft.year || String(vehicle.year ?? ''),
    tireSize: draft.tireSize || vehicle.rear.tireSize,
    platform: draft.platform || (vehicle.platform ?? ''),
    hitch: draft.hitch || vehicle.hitchBehindAxle !== null,
  }
}
