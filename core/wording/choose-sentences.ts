import type { AnswerFlip, Criterion, Flip, NoSale, Preferences } from '../job'
import {
  FACT_NAMES,
  factOf,
  type DataFlag,
  type Fact,
  type Kit,
  type KitFigure,
  type Rule,
  type RuleTest,
  type StockState,
} from '../kit'
import { formatQuantity, type UnitSystem } from '../quantity'
import type { Platform } from '../vehicle'
import { RATING_NAMES } from './names'
import { answerText, plain } from './sentences'

/** How somebody under the vehicle finds an answer out. */
export const HOW_TO_FIND: Record<Fact, string> = {
  body: 'look at it',
  suspension: 'look at the rear axle: leaf packs or coils',
  rearWheels: 'count the wheels on one side of the rear axle',
  drive: 'from the papers, or look for a front drive shaft',
  bed: 'look at the bed, or measure it inside: under 6 ft is short, over 7 ft is long',
  trim: 'from the papers or the badge on the tailgate',
  year: 'from the papers',
  liftBlock: 'measure the block between leaf pack and axle; 0 where there is none',
  otherLift: 'look for longer shackles, spacers above the coils, or a body lift',
  bumpStop: 'look at the rubber between axle and frame: how many bolts hold it, and to what',
  exhaustSide: 'follow the pipe past the rear axle',
  exhaustDiameter: 'measure across the pipe beside the axle',
  exhaustFactory: "look for welds and a maker other than the vehicle's",
  spareUnderBed: 'look under the bed behind the axle',
  parkingBrake: 'a lever or pedal pulls a cable; a switch does not',
  brakeLines: 'follow the hard lines along both rails',
  hitchRails: 'look for rails bolted to the frame under the bed',
  runningBoards: 'look along the rocker',
  axleVent: 'find the small hose or cap on top of the axle housing',
  loadSensingValve: 'look for a rod from the axle to a valve on the frame',
  factoryAir: 'look for bags, a height sensor arm or a leveling switch',
  springsChanged: 'ask the owner; look for new paint on the springs',
  oldHelper: "look for bags, extra leaves or rubber blocks that are not the maker's",
  coilInsideDiameter: 'measure inside a middle coil with a bent rule',
  coilGapStanding: 'vehicle standing empty, measure between two middle coils',
  coilGapHanging: 'axle hanging, measure the widest gap between coils',
  bracketSpace: 'vehicle standing empty, measure between the faces the brackets go on',
  rust: 'scrape the frame and the spring plates with a screwdriver',
  drillingAgreed: 'ask the owner, and write it down',
  rearBrakes: 'look through the wheel: drum or disc',
  frame: 'look at both rails from end to end for cracks, bends and holes',
  valveProcedure: "look the vehicle maker's procedure up and print it",
}

export const CRITERION_NAMES: Record<Criterion, string> = {
  pressure: 'pressure well inside its window',
  level: 'brings it to the aim',
  stroke: 'bag near mid-stroke',
  capacity: 'capacity in hand',
  adjusts: 'can be set for each load',
  straight: 'takes lean out',
  'empty-ride': 'ride when empty',
  'air-lost': 'still carried if the air goes',
  price: 'price',
  budget: 'within the budget',
  time: 'time in the bay',
  'no-drilling': 'no drilling',
  upkeep: 'little to look after',
  compressor: 'compressor later',
}

type Worded = Exclude<keyof Preferences, 'budget'>
/** What shop and customer are asked, and what may be answered. */
export const PREFERENCE_QUESTIONS: { [K in Worded]: { ask: string; answers: Record<Preferences[K], string> } } = {
  loadChanges: {
    ask: 'How often does the load change?',
    answers: { seldom: 'seldom', sometimes: 'now and then', daily: 'every day' },
  },
  offCenter: { ask: 'Is it off center?', answers: { no: 'no', sometimes: 'at times', often: 'mostly' } },
  emptyRide: {
    ask: 'How should it ride empty?',
    answers: { unimportant: 'does not matter', matters: 'not harshly', first: 'that comes first' },
  },
  drilling: { ask: 'May we drill?', answers: { fine: 'yes', 'rather-not': 'rather not' } },
  upkeep: {
    ask: 'Will the pressure be looked at?',
    answers: { 'looked-after': 'yes', forgotten: 'it will be forgotten' },
  },
  hurry: { ask: 'When is it wanted?', answers: { no: 'no hurry', today: 'today' } },
  compressor: { ask: 'A compressor later?', answers: { no: 'no', later: 'likely' } },
}

/** Why no kit should be sold, and what comes first. */
export function noSaleText(hold: NoSale, system: UnitSystem): string {
  switch (hold.code) {
    case 'over-rating':
      return `"${hold.loadCase}" is ${formatQuantity('mass', hold.over, system)} over the ${RATING_NAMES[hold.rating]}. No spring changes that: take weight off or move it.`
    case 'factory-air':
      return "It has factory self-leveling. Helper springs work against it: have it mended, or taken out by its maker's procedure, first."
    case 'unsound-frame':
      return 'Its frame was found unsound. Nothing is mounted on it until a licensed technician has mended it.'
    case 'brake-valve':
      return "It has a load-sensing brake valve and the vehicle maker's procedure is not in hand. Leveled, the valve would read a loaded axle as empty."
  }
}

/** What would turn the order round, by weight. */
export const flipText = ({ criterion, weight, at }: Flip, first: string, other: string): string =>
  `${other} would lead ${first} if "${CRITERION_NAMES[criterion]}" counted ${at.toFixed(1)} instead of ${weight.toFixed(1)}`

/** What would turn the order round, by one answer. */
export function answerFlipText({ question, answer }: AnswerFlip, first: string): string {
  const { ask, answers }: { ask: string; answers: Record<string, string> } = PREFERENCE_QUESTIONS[question]
  return `${ask} Answered "${answers[answer]}", ${first} comes first`
}

/** A contradiction in a kit's data, as advice. */
export function flagText({ code, about, has, against }: DataFlag, system: UnitSystem): string {
  const len = (v: number | null) => formatQuantity('length', v ?? 0, system)
  const mass = (v: number | null) => formatQuantity('mass', v ?? 0, system)
  const percent = (v: number | null) => `${Math.round(100 * (v ?? 0))} %`
  switch (code) {
    case 'capacity-disagrees':
      return `Listed capacity ${mass(has)} differs by more than 15 % from pressure times area, ${mass(against)}: ask the maker which is right`
    case 'table-disagrees':
      return `Area and volume of the bag disagree by ${percent(has)}: pressures from this table are weak`
    case 'area-rises':
      return 'The bag gains area as it gets longer, which bellows do not: two columns may be exchanged'
    case 'height-range-outside-table':
      return `The height window reaches ${len(has)}, the table ends at ${len(against)}: no pressure can be given there`
    case 'diameter-over-maximum':
      return `A diameter of ${len(has)} in the table is over the maximum of ${len(against)}`
    case 'off-mid-stroke':
      return `Ride height ${len(has)} is far from mid-stroke, ${len(against)}`
    case 'torque-near-proof':
      return `${about}: the torque uses ${percent(has)} of proof load, and more with a slick finish: look again`
    case 'torque-over-proof':
      return `${about}: the torque is ${percent(has)} of proof load: it would stretch the bolt`
    case 'torque-tiny':
      return `${about}: the torque is ${percent(has)} of proof load: inch-pounds taken for foot-pounds?`
    case 'mirror-missing':
      return `${about}: the mirrored part is not listed`
    case 'no-operations':
      return 'No operations: it can be chosen but not planned'
    case 'line-without-fitting':
      return 'There is air line in the box and no fitting to join it'
    case 'no-list':
      return 'No list of vehicles: it is judged by its measures alone'
  }
}

/** How an item stands on the shelf. */
export const stockText = ({ item, free, order }: StockState): string =>
  `${item.onHand} on the shelf, ${free} free${order > 0 ? `, order ${order}` : ''}`

const KIT_FIGURE_NAMES: Record<KitFigure, string> = {
  liftBlockMax: "the kit's lift block as it comes",
  liftBlockMaxWithSpacer: "the kit's lift block with spacers",
  coilInsideMin: "the kit's least coil inside",
  coilInsideMax: "the kit's most coil inside",
  bracketSpaceMin: "the kit's least bracket to bracket",
  bracketSpaceMax: "the kit's most bracket to bracket",
  exhaustMax: "the kit's largest exhaust",
}

type KitWord = Extract<RuleTest, { kit: unknown }>['kit']
const KIT_WORD_NAMES: Record<KitWord, string> = {
  family: 'family',
  axle: 'axle',
  drilling: 'drilling',
  hitchRails: 'word on hitch rails',
  coilGap: 'maximum by coil gap',
}
type KitList = Extract<RuleTest, { notAmong: unknown }>['notAmong']
const KIT_LIST_NAMES: Record<KitList, string> = {
  suspension: 'springs',
  bodies: 'bodies',
  rearWheels: 'rear wheels',
  bumpStops: 'bumpStops',
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
  return `${FACT_NAMES[fact]} is ${'suspension' in test ? test.suspension : test.rearWheels}`
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

/** How often the booklet wants it looked at. */
export const checksText = ({ checksAYear: n }: Pick<Kit, 'checksAYear'>): string =>
  n === 0 ? 'never' : n === 1 ? 'once a year' : `${n} times a year`
