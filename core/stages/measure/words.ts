import type { RecordTexts } from '../record-parts'
import type { measureRecords } from './records'
import { formatQuantity, type UnitSystem } from '../../quantity'
import type { Fact } from '../../kit'
import type { CornerFinding, HeightPlace, Mark, SurveyKey } from '../../vehicle'
import { count } from '../count'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import type { measureStage } from './stage'

export const measureWaits: Record<WaitsOf<typeof measureStage>, (n: number) => string> = {
  'before-empty': (n) => `${count(n, 'empty height', 'empty heights')}, before`,
  'suspect-corner': () => 'a corner that disagrees',
  'before-loaded': () => 'loaded heights, before',
  survey: (n) => count(n, 'survey answer', 'survey answers'),
}
export const measureRefusals: Record<RefusalsOf<typeof measureStage>, () => string> = {
  'unknown-load-case': () => "Name the load case that was on: it must be one of the job's.",
}

export const measureStops: Record<StopsOf<typeof measureStage>, (stop: StageStop) => string> = {
  'frame-unsound': () =>
    'The frame was found unsound: nothing is mounted on it until a licensed technician has repaired it',
  'frame-not-looked-at': () => 'Nobody has looked at the frame: answer it in the survey',
  'valve-unanswered': () => 'Load-sensing brake valve: answer whether it has one',
  'valve-no-procedure': () => "It has a load-sensing brake valve: the vehicle maker's procedure has to be in hand",
}

export const CORNER_NAMES: Record<HeightPlace, string> = {
  front: 'Front, one height',
  rear: 'Rear, one height',
  'front-left': 'Front left',
  'front-right': 'Front right',
  'rear-right': 'Rear right',
  'rear-left': 'Rear left',
}
export const MARK_NAMES: Record<Mark, string> = {
  'wheel-center': 'wheel center to lip',
  ground: 'ground to lip',
}

/** Survey questions, with why it is asked. */
export const SURVEY_QUESTIONS: Record<SurveyKey, { ask: string; why: string }> = {
  bumpStop: { ask: 'Bump stop', why: 'decides the upper bracket and whether anything is cut' },
  liftBlock: { ask: 'Lift block height', why: 'the lower bracket needs longer bolts or spacers; 0 for none' },
  otherLift: { ask: 'Other lift, how high', why: 'the room at the bag no longer follows the instructions; 0 for none' },
  exhaustSide: { ask: 'Exhaust side', why: 'shield and sleeve go on that side' },
  exhaustDiameter: { ask: 'Exhaust diameter', why: 'a large pipe needs two band clamps joined' },
  exhaustFactory: { ask: 'Factory exhaust', why: 'others run where a bag may want to be' },
  hitchRails: { ask: 'Hitch rails on the frame', why: 'they take the room of some upper brackets' },
  spareUnderBed: { ask: 'Spare under the bed', why: 'comes down for the line, goes back up' },
  parkingBrake: { ask: 'Parking brake', why: 'a cable runs where a bracket goes' },
  brakeLines: { ask: 'Brake lines run', why: 'look before any saw, bolt or drill' },
  runningBoards: { ask: 'Running boards', why: 'their brackets can be in the way of the line' },
  highVoltage: { ask: 'High-voltage (orange) cables below', why: 'no line, drill or jack near them' },
  axleVent: { ask: 'Axle vent', why: 'a dished plate must not sit on it' },
  loadSensingValve: { ask: 'Load-sensing brake valve', why: 'a leveled truck reads as empty to it' },
  factoryAir: { ask: 'Factory air or self-leveling', why: 'helper springs work against it' },
  springsChanged: { ask: 'Springs already changed', why: 'library spring rates no longer apply' },
  mountTouches: { ask: 'Lower mount touches the U-bolts', why: 'a gap there gets spacers; seen with the axle hanging' },
  harnessRun: { ask: 'Harness runs', why: 'inside or outside decides what is moved aside' },
  oldHelper: { ask: 'Old helper still fitted', why: 'in the way, and falsifies every rate' },
  coilInsideDiameter: { ask: 'Coil inside diameter', why: 'a cylinder must go in and not rub' },
  coilGapStanding: { ask: 'Coil gap, standing empty', why: 'sets the maximum pressure of an in-coil kit' },
  coilGapHanging: { ask: 'Widest coil gap, hanging', why: 'whether a cylinder can be fed in' },
  bracketSpace: { ask: 'Bracket to bracket, standing', why: 'the bag must be near mid-stroke there' },
  rust: { ask: 'Rust', why: 'bolts that will break, frames that should not be loaded' },
  drillingAgreed: { ask: 'Owner agrees to drilling', why: 'cannot be undone' },
  brakes: { ask: 'Brakes', why: 'some lower brackets clear a drum but not a caliper' },
  frame: { ask: 'Frame, looked at', why: 'nothing is mounted on a frame that is unsound' },
  valveProcedure: {
    ask: "Brake valve: maker's procedure in hand",
    why: 'leveling changes what the valve reads; without the procedure no kit is sold',
  },
}

/** How somebody under the vehicle finds an answer out. */
export const HOW_TO_FIND: Record<Fact, string> = {
  body: 'look at it',
  frameRails: 'look under it: two long rails, or a floor that is its own frame',
  suspension: 'look at the axle: leaf packs, coils, torsion bars or bags',
  architecture: 'look between the wheels: one beam, or a link to each wheel',
  linkRatio:
    'on the link, measure pivot to middle of the spring and pivot to middle of the tire: the first over the second',
  wheels: 'count the wheels on one side of the axle',
  drive: 'from the papers, or look for a front drive shaft',
  bed: 'look at the bed, or measure it inside: under 6 ft is short, over 7 ft is long',
  trim: 'from the papers or the badge on the tailgate',
  year: 'from the papers',
  model: 'from the papers',
  liftBlock: 'measure the block between leaf pack and axle; 0 where there is none',
  otherLift: 'measure longer shackles, spacers above the coils, or a body lift; 0 where there is none',
  bumpStop: 'look at the rubber between axle and frame: how many bolts hold it, and to what',
  exhaustSide: 'follow the pipe past the rear axle',
  exhaustDiameter: 'measure across the pipe beside the axle',
  exhaustFactory: "look for welds and a maker other than the vehicle's",
  spareUnderBed: 'look under the bed behind the axle',
  parkingBrake: 'a lever or pedal pulls a cable; a switch does not',
  brakeLines: 'follow the hard lines along both sides',
  highVoltage: 'look for orange cables under the floor',
  hitchRails: 'look for rails bolted to the frame under the bed',
  runningBoards: 'look along the rocker',
  axleVent: 'find the small hose or cap on top of the axle housing',
  loadSensingValve: 'look for a rod from the axle to a valve on the frame',
  factoryAir: 'look for bags, a height sensor arm or a leveling switch',
  springsChanged: 'ask the owner; look for new paint on the springs',
  mountTouches: 'look at the lower mount, once it is held up to the U-bolts with the axle hanging',
  harnessRun: 'follow the wheel-speed and brake harness past the axle',
  oldHelper: "look for bags, extra leaves or rubber blocks that are not the maker's",
  coilInsideDiameter: 'measure inside a middle coil with a bent rule',
  coilGapStanding: 'vehicle standing empty, measure between two middle coils',
  coilGapHanging: 'axle hanging, measure the widest gap between coils',
  bracketSpace: 'vehicle standing empty, measure between the faces the brackets go on',
  rust: 'scrape the frame and the spring plates with a screwdriver',
  drillingAgreed: 'ask the owner, and write it down',
  brakes: 'look through the wheel: drum or disc',
  frame: 'look at both rails from end to end for cracks, bends and holes',
  valveProcedure: "look the vehicle maker's procedure up and print it",
}

/** A slip of the tape or the pen: where, what it looks like, what to do. */
export function cornerText({ code, set, corners, off, would }: CornerFinding, system: UnitSystem): string {
  const len = (v: number) => formatQuantity('length', v, system)
  const where = and(corners.map((c) => CORNER_NAMES[c].toLowerCase()))
  switch (code) {
    case 'implausible':
      return `${CORNER_NAMES[corners[0]!]}, ${set}: out of range for this mark by ${len(off)} or more. Read it again`
    case 'swapped':
      return `${set === 'empty' ? 'Empty' : 'Loaded'}: ${where} look swapped: exchanged, they agree. Check which was read where`
    case 'disagrees':
      return would.length === 1
        ? `${CORNER_NAMES[corners[0]!]}, ${set}, is out by ${len(off)}: about ${len(would[0]!)} would agree with the others. Read it again`
        : `${set === 'empty' ? 'Empty' : 'Loaded'}: ${where} disagree by ${len(off)}. ${corners.map((c, i) => `${len(would[i]!)} at the ${CORNER_NAMES[c].toLowerCase()}`).join(', or ')} would agree. Read both again`
    case 'sides-swapped':
      return `Loaded, the rear leans away from where the load sits, by ${len(off)}: left and right may be swapped or misread, or the load sits elsewhere`
    case 'again-higher':
      return `Unloaded again the rear is ${len(off)} higher than empty before: one of the two was misread. Measure again`
    case 'rows-swapped':
      return `The rear stands ${len(off)} higher loaded than empty: the two rows may be swapped, or it was not empty`
  }
}

const and = (words: readonly string[]) => words.join(' and ')

export const measureRecordTexts: RecordTexts<typeof measureRecords> = {
  height: ({ corner, timing, load, about, value }, system) =>
    `${CORNER_NAMES[corner]} ${timing}, ${load.replace('-', ' ')}: ${about ? 'about ' : ''}${formatQuantity('length', value, system)}`,
  'load-on': ({ loadCase }) => (loadCase === null ? 'Nothing on it now' : `On it now: load case ${loadCase}`),
  'scale-ticket'({ load, front, rear, trailer, ticket }, system) {
    const mass = (v: number) => formatQuantity('mass', v, system)
    return `Scale, ${load}: ${mass(front)} front, ${mass(rear)} rear${trailer === null ? '' : `, ${mass(trailer)} trailer`}${ticket ? `, ${ticket}` : ''}`
  },
}
