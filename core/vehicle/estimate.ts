import { POUND, type Kilograms } from '../quantity'
import type { AxleEnd } from './axles'
import type { Platform } from './platform'
import type { Intake } from './intake'
import { vehicleSchema, type Axle, type Estimate, type Vehicle } from './schema'

/** Weight classes by GVWR, as road authorities count them (FHWA vehicle classes, 49 CFR 565.15 table of weight ratings). */
const WEIGHT_CLASSES = ['1', '2a', '2b', '3', '4+'] as const
export type WeightClass = (typeof WEIGHT_CLASSES)[number]
const CLASS_TOPS: readonly Kilograms[] = [6_000, 8_500, 10_000, 14_000].map((pounds) => pounds * POUND)
/**
 * The weight class of a GVWR; a class's own top belongs to it.
 * @param gvwr kg
 */
export const weightClass = (gvwr: Kilograms): WeightClass => {
  const i = CLASS_TOPS.findIndex((top) => gvwr <= top * (1 + 1e-6))
  return WEIGHT_CLASSES[i < 0 ? 4 : i]!
}

/** A figure and its half-width. */
type Band = readonly [value: number, tolerance: number]
type Body = Vehicle['body']

/**
 * What vehicles of a body usually are. All from memory of published dimensions and curb weights of light trucks and coaches,
 * and from common practice (empty body frequency 1.2 to 1.8 Hz); the half-widths hold nine in ten of them. docs/models.md
 * gives the table.
 */
interface BodyClass {
  gvwr: Band
  /** By weight class, lightest first. */
  wheelbase: readonly [Band, Band, Band, Band, Band]
  frontOverhang: Band
  rearOverhang: Band
  track: Band
  gravityHeight: Band
  /** GAWR as a part of the GVWR, where the label does not give it. */
  axleShare: Record<AxleEnd, Band>
  /** Empty axle as a part of its GAWR. */
  emptyShare: Record<AxleEnd, Band>
  tireRate: Band
  axles: Record<AxleEnd, Pick<Axle, 'suspension' | 'architecture' | 'wheels'>>
  frameRails: boolean
  drive: Vehicle['drive']
}
const LEAF = { suspension: 'leaf', architecture: 'solid', wheels: 'single' } as const
const LINKS = { suspension: 'coil', architecture: 'independent', wheels: 'single' } as const
const CLASSES: Record<Body, BodyClass> = {
  pickup: {
    gvwr: [3_200, 800],
    wheelbase: [
      [3.2, 0.3],
      [3.65, 0.4],
      [3.85, 0.4],
      [4.05, 0.45],
      [4.3, 0.6],
    ],
    frontOverhang: [0.94, 0.1],
    rearOverhang: [1.2, 0.2],
    track: [1.72, 0.08],
    gravityHeight: [0.7, 0.08],
    axleShare: { front: [0.53, 0.06], rear: [0.62, 0.08] },
    emptyShare: { front: [0.78, 0.1], rear: [0.49, 0.1] },
    tireRate: [245_000, 50_000],
    axles: { front: LINKS, rear: LEAF },
    frameRails: true,
    drive: 'rear',
  },
  suv: {
    gvwr: [2_950, 500],
    wheelbase: [
      [2.85, 0.2],
      [2.95, 0.25],
      [3.1, 0.3],
      [3.2, 0.3],
      [3.3, 0.4],
    ],
    frontOverhang: [0.9, 0.1],
    rearOverhang: [1.05, 0.15],
    track: [1.65, 0.08],
    gravityHeight: [0.7, 0.08],
    axleShare: { front: [0.5, 0.05], rear: [0.57, 0.06] },
    emptyShare: { front: [0.79, 0.1], rear: [0.62, 0.1] },
    tireRate: [215_000, 45_000],
    axles: { front: LINKS, rear: LINKS },
    frameRails: false,
    drive: 'all',
  },
  van: {
    gvwr: [3_600, 900],
    wheelbase: [
      [3.05, 0.25],
      [3.35, 0.4],
      [3.65, 0.45],
      [3.85, 0.5],
      [4.1, 0.6],
    ],
    frontOverhang: [0.98, 0.12],
    rearOverhang: [1.25, 0.3],
    track: [1.68, 0.08],
    gravityHeight: [0.8, 0.1],
    axleShare: { front: [0.48, 0.06], rear: [0.62, 0.08] },
    emptyShare: { front: [0.76, 0.1], rear: [0.5, 0.12] },
    tireRate: [245_000, 50_000],
    axles: { front: LINKS, rear: LEAF },
    frameRails: false,
    drive: 'rear',
  },
  motorhome: {
    gvwr: [6_800, 2_200],
    wheelbase: [
      [3.6, 0.5],
      [3.8, 0.5],
      [4, 0.6],
      [4.4, 0.8],
      [5.4, 1.2],
    ],
    frontOverhang: [1.05, 0.3],
    rearOverhang: [2.6, 0.7],
    track: [1.93, 0.15],
    gravityHeight: [1.1, 0.15],
    axleShare: { front: [0.38, 0.05], rear: [0.66, 0.05] },
    emptyShare: { front: [0.79, 0.1], rear: [0.8, 0.12] },
    tireRate: [470_000, 110_000],
    axles: { front: LINKS, rear: { ...LEAF, wheels: 'dual' } },
    frameRails: true,
    drive: 'rear',
  },
}
/** Whether a body usually stands on a frame with rails. */
export const usuallyOnRails = (body: Body): boolean => CLASSES[body].frameRails
/** Over this a motorhome stands on a bus chassis, with leaves in front too (common practice). */
const BUS_CHASSIS: Kilograms = 18_000 * POUND
/** Unsprung part of a GAWR: a beam with its wheels, links with theirs (from memory: Milliken; light-truck axle weights). */
const UNSPRUNG: Record<Axle['architecture'], Band> = { solid: [0.092, 0.028], independent: [0.075, 0.022] }
/** Empty body frequency, Hz: front softer than rear (common practice, 1.2 to 1.8 Hz; Olley's flat ride, Gillespie ch. 5). */
const FREQUENCY: Record<AxleEnd, Band> = { front: [1.35, 0.15], rear: [1.5, 0.18] }
/** Between the springs as a part of the track: packs outboard, coils inboard of them (from memory). */
const SPRINGS: Record<Axle['suspension'], Band> = {
  leaf: [0.63, 0.05],
  coil: [0.57, 0.06],
  'torsion-bar': [0.45, 0.08],
  air: [0.57, 0.06],
}
/** Where a coil sits on an independent link, spring travel over wheel travel (from memory: Milliken, 0.5 to 0.8). */
const LINK_RATIO: Band = [0.65, 0.12]
const REBOUND: Band = [0.09, 0.03]
/** What a library's platform figure is off by between vehicles of it, as a part (common practice). */
const PLATFORM_SPREAD = 0.04

/**
 * A vehicle from what is known of it, the rest from its platform or, where that says nothing, from its body and weight class.
 * Everything that nobody measured or looked up is listed with its half-width.
 *
 * @param known from label, sidewall and customer
 * @param platform of the library, or null
 * @returns a vehicle, `estimated` naming every figure and word that is not known
 * Source: CLASSES above; wheel rate from the empty body frequency, k = (2 pi f)^2 m/2 a side.
 */
// eslint-disable-next-line complexity, max-lines-per-function -- each figure that may be missing, with what it is estimated from
export function estimateVehicle(known: Intake & { id: string }, platform: Platform | null = null): Vehicle {
  const like = CLASSES[known.body]
  const estimated: Record<string, Estimate> = {}
  const guess = (path: string, [value, tolerance]: Band): number => {
    estimated[path] = { tolerance: rounded(tolerance), from: 'class' }
    return rounded(value)
  }
  /** The platform's figure where it has one; then the class's. */
  const figure = (path: string, ofPlatform: number | null | undefined, band: Band): number => {
    if (ofPlatform == null) return guess(path, band)
    estimated[path] = { tolerance: rounded(PLATFORM_SPREAD * Math.abs(ofPlatform)), from: 'platform' }
    return ofPlatform
  }
  const word = <T>(path: string, answer: T | null | undefined, ofPlatform: T | undefined, usual: T): T => {
    if (answer != null) return answer
    estimated[path] = { tolerance: 0, from: ofPlatform === undefined ? 'class' : 'platform' }
    return ofPlatform ?? usual
  }
  const gawr = { front: known.gawrFront ?? null, rear: known.gawrRear ?? null }
  const gross: Band = known.gvwr != null ? [known.gvwr, 0] : grossOf(gawr, like)
  const heavy = weightClass(gross[0])
  const bus = known.body === 'motorhome' && gross[0] > BUS_CHASSIS
  const geometry = platform?.geometry ?? {}
  // eslint-disable-next-line complexity -- each figure that may be missing, with what it is estimated from
  const axle = (end: AxleEnd): Axle => {
    const p = platform?.[end] ?? {}
    const usual = bus ? LEAF : like.axles[end]
    const rear = end === 'rear'
    const suspension = word(`${end}.suspension`, rear ? known.suspension : null, p.suspension, usual.suspension)
    const architecture = word(
      `${end}.architecture`,
      rear ? (known.architecture ?? (suspension === 'leaf' && known.suspension ? 'solid' : null)) : null,
      p.architecture,
      usual.architecture,
    )
    const wheels = rear ? word('rear.wheels', known.wheels, undefined, like.axles.rear.wheels) : 'single'
    const rated: Band = gawr[end] !== null ? [gawr[end], 0] : times(gross, like.axleShare[end])
    const track = figure(`${end}.track`, p.track, like.track)
    const empty = times(rated, like.emptyShare[end])
    const curb = guess(`${end}.curb`, empty)
    const unsprung = figure(`${end}.unsprung`, p.unsprung, times(rated, UNSPRUNG[architecture]))
    const sprung: Band = [curb - unsprung, empty[1]]
    const [hz, spread] = FREQUENCY[end]
    const rate = p.wheelRate ?? ((2 * Math.PI * hz) ** 2 * sprung[0]) / 2
    const share = p.wheelRate == null ? Math.hypot((2 * spread) / hz, sprung[1] / sprung[0]) : PLATFORM_SPREAD
    const tolerance = p.wheelRateTolerance ?? share * rate
    estimated[`${end}.wheelRate`] = { tolerance: rounded(tolerance), from: p.wheelRate == null ? 'class' : 'platform' }
    return {
      suspension,
      architecture,
      wheels,
      track,
      springSpacing: figure(`${end}.springSpacing`, p.springSpacing, times([track, 0], SPRINGS[suspension])),
      motionRatio: architecture === 'solid' ? null : figure(`${end}.motionRatio`, p.motionRatio, LINK_RATIO),
      tireSize: known.tireSize,
      tireLimit: null,
      tireIndex: null,
      tirePressure: null,
      tireRate: figure(`${end}.tireRate`, p.tireRate, like.tireRate),
      curb,
      unsprung,
      rating: gawr[end],
      wheelRate: rounded(rate),
      wheelRateTolerance: rounded(tolerance),
      stages: [],
      friction: null,
      swayBar: 0,
      mark: 0,
      reboundTravel: figure(`${end}.reboundTravel`, p.reboundTravel, REBOUND),
    }
  }
  const rearOverhang = figure('rearOverhang', geometry.rearOverhang, like.rearOverhang)
  return vehicleSchema.parse({
    id: known.id,
    make: known.make ?? '',
    model: known.model ?? '',
    platform: platform?.id ?? null,
    year: known.year ?? null,
    body: known.body,
    frameRails: word('frameRails', null, geometry.frameRails, like.frameRails),
    drive: word('drive', known.drive, undefined, like.drive),
    bed: null,
    wheelbase: figure('wheelbase', geometry.wheelbase, like.wheelbase[WEIGHT_CLASSES.indexOf(heavy)]!),
    frontOverhang: figure('frontOverhang', geometry.frontOverhang, like.frontOverhang),
    rearOverhang,
    hitchBehindAxle: known.hitch
      ? guess('hitchBehindAxle', [rearOverhang + 0.05, estimated.rearOverhang!.tolerance])
      : null,
    front: axle('front'),
    rear: axle('rear'),
    ratings: { gvwr: known.gvwr ?? null, receiver: null, tongue: null, gcwr: known.gcwr ?? null },
    gravityHeight: figure('gravityHeight', geometry.gravityHeight, like.gravityHeight),
    underbody: platform?.underbody ?? null,
    vin: known.vin || null,
    plate: known.plate ?? '',
    estimated,
  })
}

/** Six figures: more would look measured. */
const rounded = (v: number): number => Number(v.toPrecision(6))
/** A product with its half-width; independent relative half-widths in quadrature (GUM 5.1.2). */
const times = ([a, da]: Band, [b, db]: Band): Band => [a * b, Math.hypot(a * db, b * da)]
/** GVWR where the label was not read: from the axle ratings, else what such bodies usually have. */
function grossOf(gawr: Record<AxleEnd, Kilograms | null>, like: BodyClass): Band {
  if (gawr.front !== null && gawr.rear !== null)
    return [0.92 * (gawr.front + gawr.rear), 0.05 * (gawr.front + gawr.rear)]
  return like.gvwr
}

/** A figure of a vehicle at a place like `rear.curb`; null where there is none. */
export function figureOf(vehicle: Vehicle, path: string): number | null {
  const value = path
    .split('.')
    .reduce<unknown>((keyHere, key) => (keyHere as Record<string, unknown> | null)?.[key], vehicle)
  return typeof value === 'number' ? value : null
}
/** What stands at a place of a vehicle like `rear.wheels`: a figure, a word, yes or no; null where nobody knows. */
export const valueAt = (vehicle: Vehicle, path: string): unknown =>
  path.split('.').reduce<unknown>((tree, key) => (tree as Record<string, unknown> | null)?.[key] ?? null, vehicle)
/** A vehicle with what somebody read or looked at, at a place like `rear.wheels`: it is no estimate any more. */
export function withSeen(vehicle: Vehicle, path: string, value: unknown): Vehicle {
  const [first, second] = path.split('.') as [keyof Vehicle, string | undefined]
  const { [path]: _was, ...estimated } = vehicle.estimated
  return second
    ? { ...vehicle, [first]: { ...(vehicle[first] as object), [second]: value }, estimated }
    : { ...vehicle, [first]: value, estimated }
}
/**
 * A vehicle with one figure replaced. A measured one is no longer estimated.
 * @param tolerance half-width where the figure is still an estimate; null where it was measured
 */
export function withFigure(vehicle: Vehicle, path: string, value: number, tolerance: number | null = null): Vehicle {
  const [first, second] = path.split('.') as [keyof Vehicle, string | undefined]
  const { [path]: was, ...rest } = vehicle.estimated
  const estimated = tolerance === null || !was ? rest : { ...rest, [path]: { ...was, tolerance } }
  return second
    ? { ...vehicle, [first]: { ...(vehicle[first] as object), [second]: value }, estimated }
    : { ...vehicle, [first]: value, estimated }
}
