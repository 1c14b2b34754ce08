import { formatQuantity, type UnitSystem } from '../../quantity'
import type { Fact } from '../../kit'
import { type CornerFinding, CORNER_NAMES } from '../../vehicle'

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
