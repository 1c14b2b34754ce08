import type { BlockCode, GapCheck, GapVerdict, FinalCheckId, PlaceState, StageId } from '../job'
import type { FitVerdict, KitFamily } from '../kit'
import type { StandState } from '../plan'
import type { LoadView } from '../job'
import type { BandSource } from '../spring'
import type { Corner, LoadItem, Mark, RatingId, RatingSource, Survey, Vehicle } from '../vehicle'

/** Names as a shop says them, in one place for screens, documents and messages. */
export const STAGE_NAMES: Record<StageId, string> = {
  measure: 'Measure',
  load: 'Load',
  choose: 'Choose',
  fit: 'Fit',
  plan: 'Plan',
  bay: 'Bay',
  air: 'Air',
  'hand-over': 'Hand over',
}
export const CORNER_NAMES: Record<Corner, string> = {
  'front-left': 'Front left',
  'front-right': 'Front right',
  'rear-right': 'Rear right',
  'rear-left': 'Rear left',
}
export const MARK_NAMES: Record<Mark, string> = {
  'wheel-center': 'wheel center to lip',
  ground: 'ground to lip',
}
export const RATING_NAMES: Record<RatingId, string> = {
  'gawr-front': 'GAWR front',
  'gawr-rear': 'GAWR rear',
  gvwr: 'GVWR',
  'front-tire': 'front tire rating, each',
  'rear-tire': 'rear tire rating, each',
  receiver: 'hitch rating',
  tongue: 'tongue rating',
  gcwr: 'GCWR',
  kit: 'kit capacity, the pair',
}
export const FAMILY_NAMES: Record<KitFamily, string> = {
  bellows: 'bellows',
  sleeve: 'sleeve',
  'in-coil': 'in-coil',
  rubber: 'rubber helper',
  'coil-replacement': 'coil replacement',
}
export const VERDICT_NAMES: Record<FitVerdict, string> = {
  fits: 'fits',
  'fits-with-parts': 'fits, with parts or work',
  'needs-answer': 'hangs on an answer',
  'does-not-fit': 'does not fit',
}
export const PLACE_NAMES: Record<LoadItem['place'], string> = {
  cabin: 'cabin',
  bed: 'bed or floor',
  rack: 'roof rack',
  receiver: 'out on the receiver',
  tongue: 'hitch ball (tongue)',
  pin: 'pin over the axle',
}
export const LOAD_KIND_NAMES: Record<LoadItem['kind'], string> = {
  cargo: 'cargo',
  passenger: 'person',
  tank: 'tank',
}
/** Who stands behind a rating. */
export const RATING_SOURCES: Record<RatingSource, string> = {
  plate: "the vehicle's plate (vehicle)",
  sidewall: 'load index or figure on the sidewall (tire)',
  'sidewall-at-pressure': 'load index, less what the cold pressure in it leaves away (tire)',
  'hitch label': 'label on the hitch (vehicle)',
  kit: 'most pressure times area of two bags, no rating of the vehicle (kit)',
}
export const VIEW_NAMES: Record<LoadView, string> = {
  listed: 'as listed',
  ticket: 'by the scale',
  squat: 'from squat and library rate',
  pressure: 'from heights with air in',
}
export const BAND_SOURCE_NAMES: Record<BandSource, string> = {
  load: 'the load itself',
  tape: 'tape on the height aimed at',
  rate: "the springs' rate",
  'bag-length': "tape on the bag's length",
  friction: 'friction of the springs',
}
export const BODY_NAMES: Record<Vehicle['body'], string> = {
  pickup: 'pickup',
  suv: 'SUV',
  van: 'van',
  motorhome: 'motorhome',
}
export const SUPPORT_NAMES: Record<StandState['support'], string> = {
  'on-wheels': 'on its wheels',
  'axle-hanging': 'axle hanging',
  'axle-raised': 'axle raised',
  'frame-raised': 'frame raised',
}
export const FINAL_CHECK_NAMES: Record<FinalCheckId, string> = {
  heights: 'Heights read again',
  clearance: 'Clearance, loaded',
  torques: 'Torques',
  soap: 'Every connection soaped dry',
  'air-check': '24 h pressure hold',
  'minimum-pressure': 'At least minimum pressure in both bags',
}
export const CHECK_NAMES: Record<GapCheck, string> = {
  'bag-clearance': 'Free all round the bag, loaded',
  'plate-tire': 'Plate to tire, wheels on',
  'line-exhaust': 'Air line to exhaust',
  'bag-length': 'Bag length at ride height',
}
export const GAP_VERDICTS: Record<GapVerdict, string> = {
  missing: 'not read yet',
  fine: 'within limits',
  close: 'within limits, but by less than a tape can tell',
  sleeved: 'closer than the rule, heat sleeve fitted',
  'off-middle': 'inside the window, far from its middle',
  'too-little': 'too little',
  'too-much': 'too much',
}
export const PLACE_STATES: Record<PlaceState, string> = {
  missing: 'not torqued yet',
  within: 'within the window',
  low: 'too low: pull again',
  high: 'too high: replace what was overtightened',
  'wrong-unit': 'that is the target in another unit: check the wrench',
  'not-judged': 'recorded, nothing to judge it by',
  'needs-maker-figure': "look up the vehicle maker's figure first",
  'by-feel': 'tightened by feel',
  'not-reached': 'wrench could not reach',
  'none-given': 'no torque given',
}
export const BLOCK_NAMES: Record<BlockCode, string> = {
  'final-check-open': 'Final check still open',
  'item-open': 'Ledger line still open',
  'over-rating': 'Over a rating',
  'steps-left': 'Steps not done',
  'no-kit': 'No kit picked',
  'plan-stuck': 'The plan cannot be ordered',
  'torque-wrong': 'Torque outside its window',
}

/** Survey questions, with what hangs on the answer. */
export const SURVEY_QUESTIONS: Record<keyof Survey, { ask: string; why: string }> = {
  bumpStop: { ask: 'Bump stop', why: 'decides the upper bracket and whether anything is cut' },
  liftBlock: { ask: 'Lift block height', why: 'the lower bracket needs longer bolts or spacers; 0 for none' },
  otherLift: { ask: 'Any other lift', why: 'moves the bag away from mid-stroke' },
  exhaustSide: { ask: 'Exhaust side', why: 'shield and sleeve go on that side' },
  exhaustDiameter: { ask: 'Exhaust diameter', why: 'a large pipe needs two band clamps joined' },
  exhaustFactory: { ask: 'Factory exhaust', why: 'others run where a bag may want to be' },
  hitchRails: { ask: 'Hitch rails on the frame', why: 'they take the room of some upper brackets' },
  spareUnderBed: { ask: 'Spare under the bed', why: 'comes down for the line, goes back up' },
  parkingBrake: { ask: 'Parking brake', why: 'a cable runs where a bracket goes' },
  brakeLines: { ask: 'Brake lines run', why: 'look before any saw, bolt or drill' },
  runningBoards: { ask: 'Running boards', why: 'their brackets can be in the way of the line' },
  axleVent: { ask: 'Axle vent', why: 'a roll plate may not sit on it' },
  loadSensingValve: { ask: 'Load-sensing brake valve', why: 'a leveled truck reads as empty to it' },
  factoryAir: { ask: 'Factory air or self-leveling', why: 'helper springs work against it' },
  springsChanged: { ask: 'Springs already changed', why: 'library spring rates no longer hold' },
  oldHelper: { ask: 'Old helper still fitted', why: 'in the way, and falsifies every rate' },
  coilInsideDiameter: { ask: 'Coil inside diameter', why: 'a cylinder must go in and not rub' },
  coilGapStanding: { ask: 'Coil gap, standing empty', why: 'sets the maximum pressure of an in-coil kit' },
  coilGapHanging: { ask: 'Widest coil gap, hanging', why: 'whether a cylinder can be fed in' },
  bracketSpace: { ask: 'Bracket to bracket, standing', why: 'the bag must be near mid-stroke there' },
  rust: { ask: 'Rust', why: 'bolts that will break, frames that should not be loaded' },
  drillingAgreed: { ask: 'Owner agrees to drilling', why: 'cannot be undone' },
  rearBrakes: { ask: 'Rear brakes', why: 'some lower brackets clear a drum but not a caliper' },
  frame: { ask: 'Frame, looked at', why: 'nothing is mounted on a frame that is unsound' },
  valveProcedure: {
    ask: "Brake valve: maker's procedure in hand",
    why: 'leveling changes what the valve reads; without the procedure no kit is sold',
  },
}
