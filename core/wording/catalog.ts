import {
  type StockState,
  type DataFlag,
  type Fact,
  type Kit,
  type KitFigure,
  type Rule,
  type RuleTest,
  answerText,
  FACT_NAMES,
  factOf,
  KIT_PLACE_NAMES,
  plain,
} from '../kit'
import type { JobKit } from '../job'
import { formatQuantity, type UnitSystem } from '../quantity'
import type { ReadingId } from '../stages'
import type { Platform, Vehicle, AxleEnd } from '../vehicle'

export const BODY_NAMES: Record<Vehicle['body'], string> = {
  pickup: 'pickup',
  suv: 'SUV',
  van: 'van',
  motorhome: 'motorhome',
}

/** A vehicle by name; by what it is, and its plate, where nobody has named it. */
export function vehicleName({
  make,
  model,
  year,
  body,
  plate,
}: Pick<Vehicle, 'make' | 'model' | 'year' | 'body' | 'plate'>): string {
  const name = [make, model, year].filter(Boolean).join(' ')
  if (make || model) return name
  const what = BODY_NAMES[body]
  return [what.charAt(0).toUpperCase() + what.slice(1), year, plate].filter(Boolean).join(' ')
}

/** What a contradiction says, by its code. */
const FLAGS: Record<DataFlag['code'], (flag: DataFlag, as: ReturnType<typeof figuresIn>) => string> = {
  'capacity-disagrees': ({ has, against }, { mass }) =>
    `Listed capacity ${mass(has)} differs by more than 15 % from pressure times area, ${mass(against)}: ask the maker which is right`,
  'table-disagrees': ({ has }, { percent }) =>
    `Area and volume of the bag disagree by ${percent(has)}: pressures from this table are uncertain`,
  'area-rises': () => 'The bag gains area as it gets longer, which bellows do not: two columns may be swapped',
  'height-range-outside-table': ({ has, against }, { len }) =>
    `The height range reaches ${len(has)}, the table ends at ${len(against)}: no pressure can be given there`,
  'diameter-over-maximum': ({ has, against }, { len }) =>
    `A diameter of ${len(has)} in the table is over the maximum of ${len(against)}`,
  'off-mid-stroke': ({ has, against }, { len }) => `Ride height ${len(has)} is far from mid-stroke, ${len(against)}`,
  'torque-near-proof': ({ about, has }, { percent }) =>
    `${about}: the torque uses ${percent(has)} of proof load, and more with a slick finish: look again`,
  'torque-over-proof': ({ about, has }, { percent }) =>
    `${about}: the torque is ${percent(has)} of proof load: it would stretch the bolt`,
  'torque-tiny': ({ about, has }, { percent }) =>
    `${about}: the torque is ${percent(has)} of proof load: inch-pounds taken for foot-pounds?`,
  'mirror-missing': ({ about }) => `${about}: the mirrored part is not listed`,
  'no-operations': () => 'No operations: it can be chosen but not planned',
  'coil-never-out': () =>
    'No step says that it undoes the coil: until one does, the plan has no jack under the axle while the coil is out',
  'weight-before-air': ({ about }) =>
    `"${about}" puts weight on the bags before they have air: right only if the paper wants it so`,
  'line-without-fitting': () => 'There is air line in the box and no fitting to join it',
  'thread-differs': ({ about }) => `${about}: two threads for one bolt`,
  'drilling-unsaid': ({ about }) => `The kit says it drills nothing, and "${about}" drills`,
  'stop-never-out': () => 'The bag goes where the bump stop was, and no step takes that out',
  'no-list': () => 'No list of vehicles: it is judged by its measures alone',
}
const figuresIn = (system: UnitSystem) => ({
  len: (v: number | null) => formatQuantity('length', v ?? 0, system),
  mass: (v: number | null) => formatQuantity('mass', v ?? 0, system),
  percent: (v: number | null) => `${Math.round(100 * (v ?? 0))} %`,
})
/** A contradiction in a kit's data, as advice. */
export const flagText = (flag: DataFlag, system: UnitSystem): string => FLAGS[flag.code](flag, figuresIn(system))

/** How an item stands in stock. */
export const stockText = ({ item, free, order }: StockState): string =>
  `${item.onHand} in stock, ${free} free${order > 0 ? `, order ${order}` : ''}`

const KIT_FIGURE_NAMES: Record<KitFigure, string> = {
  liftBlockMax: "the kit's lift block as it comes",
  liftBlockMaxWithSpacer: "the kit's lift block with spacers",
  coilInsideMin: "the kit's min coil inside diameter",
  coilInsideMax: "the kit's max coil inside diameter",
  bracketSpaceMin: "the kit's min bracket to bracket",
  bracketSpaceMax: "the kit's max bracket to bracket",
  exhaustMax: "the kit's largest exhaust",
  feedGap: 'the gap the kit goes in through',
}

type KitWord = Extract<RuleTest, { kit: unknown }>['kit']
const KIT_WORD_NAMES: Record<KitWord, string> = {
  family: 'family',
  axle: 'axle',
  drilling: 'holes for its mounts',
  coilOut: 'steps to take the coil out',
  hitchRails: 'word on hitch rails',
  coilGap: 'maximum by coil gap',
  replaces: 'word on what comes out',
  givesRatio: 'own motion ratio',
}
type KitList = Extract<RuleTest, { notAmong: unknown }>['notAmong']
const KIT_LIST_NAMES: Record<KitList, string> = {
  suspension: 'springs',
  bodies: 'bodies',
  architecture: 'axles',
  wheels: 'wheels',
  bumpStops: 'bump stops',
}

/** What a rule looks at, as a person says it. */
export function testText(test: RuleTest, system: UnitSystem): string {
  const words = (list: readonly (string | boolean)[]) =>
    list.map((w) => (typeof w === 'boolean' ? (w ? 'yes' : 'no') : plain(w))).join(' or ')
  if ('kit' in test) return `kit's ${KIT_WORD_NAMES[test.kit]} is ${words(test.is)}`
  if ('unanswered' in test) return `${FACT_NAMES[test.survey]} is not answered`
  if ('fact' in test) return `${FACT_NAMES[test.fact]} is not among the kit's ${KIT_LIST_NAMES[test.notAmong]}`
  if ('overKit' in test) return `${FACT_NAMES[test.survey]} is over ${KIT_FIGURE_NAMES[test.overKit]}`
  if ('underKit' in test) return `${FACT_NAMES[test.survey]} is under ${KIT_FIGURE_NAMES[test.underKit]}`
  const fact = factOf(test)
  if ('is' in test) return `${FACT_NAMES[fact]} is ${words(test.is)}`
  if ('over' in test) return `${FACT_NAMES[fact]} is over ${answerText(fact, test.over, system)}`
  if ('under' in test) return `${FACT_NAMES[fact]} is under ${answerText(fact, test.under, system)}`
  return `${FACT_NAMES[fact]} is ${'suspension' in test ? test.suspension : test.wheels}`
}

export const EFFECT_NAMES: Record<Rule['effect'], string> = {
  no: 'does not fit',
  part: 'needs a part',
  work: 'needs work',
  ask: 'must be known',
}

/** What vehicles of a platform usually have. */
export const usualText = ({ usually }: Platform, system: UnitSystem): string =>
  (Object.entries(usually) as [Fact, string | number | boolean | null][])
    .filter(([, value]) => value !== null)
    .map(([fact, value]) => `${FACT_NAMES[fact]} ${answerText(fact, value, system)}`)
    .join(', ') || '–'

/** How often the instructions ask for a check. */
export const checksText = ({ checksAYear: n }: Pick<Kit, 'checksAYear'>): string =>
  n === 0 ? 'never' : n === 1 ? 'once a year' : `${n} times a year`

/** Which end, at the head of a line. */
export const AXLE_NAMES: Record<AxleEnd, string> = { front: 'Front axle', rear: 'Rear axle' }
/** What is done with a kit on a visit. */
export const WORK_NAMES: Record<JobKit['work'], string> = {
  fit: 'fitted on this visit',
  keep: 'there already',
  'take-off': 'taken off on this visit',
}

/** What is read to replace an estimate. */
export const READING_NAMES: Record<ReadingId, string> = {
  label: 'the door-jamb label',
  tape: 'tape: wheelbase, overhangs, track, springs',
  link: 'tape under it: pivot to spring and pivot to tire',
  'kit-paper': "the kit's paper, confirmed figure by figure",
  'loaded-heights': 'heights empty and with a weighed load on',
  scale: 'a scale ticket, empty',
  papers: "the vehicle maker's papers",
}
const OF_AXLE: Record<string, string> = {
  suspension: 'springs',
  architecture: 'solid or independent',
  wheels: 'single or dual wheels',
  track: 'track',
  springSpacing: 'between the springs',
  motionRatio: 'motion ratio of the link',
  tireRate: 'tire rate',
  curb: 'empty weight',
  unsprung: 'unsprung weight',
  wheelRate: 'spring rate',
  reboundTravel: 'travel down',
}
/** Figures that may be estimated, by their place in the vehicle. */
export const FIGURE_NAMES: Record<string, string> = {
  ...KIT_PLACE_NAMES,
  frameRails: 'frame rails',
  drive: 'driven wheels',
  wheelbase: 'wheelbase',
  frontOverhang: 'front overhang',
  rearOverhang: 'rear overhang',
  hitchBehindAxle: 'axle to ball',
  gravityHeight: 'center of gravity',
  ...Object.fromEntries(
    (['front', 'rear'] as const).flatMap((axle) =>
      Object.entries(OF_AXLE).map(([key, name]) => [`${axle}.${key}`, `${axle} ${name}`]),
    ),
  ),
}
