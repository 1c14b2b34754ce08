import type { HeightPlace, Mark } from './heights'
import type { SurveyKey } from './schema'

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

/** A thing with the side it is on, where it is on one. */
export const onSide = (what: string, side: string | null | undefined): string => (side ? `${what}, ${side}` : what)

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
