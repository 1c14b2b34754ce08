import { describeFields } from '../quantity'
import { applicationSchema, FACT_NAMES } from './application'
import { bracketSchema, fastenerSchema, kitSchema, operationSchema } from './schema'

const BUMP_STOPS = {
  'two-bolt': 'two bolts',
  'three-bolt': 'three bolts',
  'twist-in': 'twist-in',
  'on-leaf': 'on the leaf pack',
  'on-axle': 'on the axle',
  none: 'no bump stop',
}
const WAYS = {
  up: 'up',
  down: 'down',
  inboard: 'inboard',
  outboard: 'outboard',
  forward: 'forward',
  rearward: 'rearward',
}

/** A field of a kit by its place. */
export const kitField = describeFields(kitSchema, {
  maker: { label: 'Maker' },
  number: { label: 'Number' },
  name: { label: 'Name' },
  family: {
    label: 'Family',
    choices: {
      bellows: 'bellows',
      sleeve: 'sleeve',
      'in-coil': 'in-coil',
      'coil-replacement': 'coil replacement',
      rubber: 'rubber helper',
    },
  },
  axle: { label: 'Axle', choices: { rear: 'rear', front: 'front' } },
  price: { label: 'Price', hint: 'what the customer pays for it' },
  'minutes.low': { label: 'Minutes, shortest', unit: 'min' },
  'minutes.high': { label: 'Minutes, longest', unit: 'min' },
  wheels: { label: 'Wheels', choices: { off: 'off', on: 'on' }, hint: 'while it is fitted' },
  drilling: { label: 'Drilling', hint: 'holes for its mounts; valve holes do not count' },
  cutting: { label: 'Cutting', hint: 'a part of the vehicle is cut' },
  replaces: {
    label: 'Takes the place of',
    choices: { nothing: 'nothing', 'bump-stop': 'bump stop', 'coil-spring': 'coil spring' },
  },
  compressorLater: { label: 'Compressor can follow' },
  checksAYear: { label: 'Looks a year', hint: 'how often its pressure is checked' },
  'bag.minimum': { label: 'Min' },
  'bag.maximum': { label: 'Max' },
  testPressure: { label: 'Test pressure', hint: 'for the soap test' },
  'bag.margin': { label: 'Keep under max by' },
  'bag.pressureNote': { label: 'What else it says of pressure' },
  'bag.coilGap.threshold': { label: 'Coil gap from', hint: 'standing' },
  'bag.coilGap.wideMaximum': { label: 'Max then' },
  'bag.innerBumpStop': { label: 'Stop inside the bag' },
  'bag.maximumDiameter': { label: 'Diameter, widest' },
  'bag.rideHeight': { label: 'Height at ride height', hint: 'plate to plate' },
  'bag.heightRange.low': { label: 'Height, min' },
  'bag.heightRange.high': { label: 'Height, max' },
  'bag.bracketStack': { label: 'Brackets take', hint: 'of the room between frame and axle' },
  'bag.spacing': { label: 'Bag centers apart' },
  'bag.motionRatio': { label: 'Bag travel over wheel travel' },
  'bag.listedPairCapacity': { label: 'Capacity of the pair' },
  'rubber.gap': { label: 'Gap, standing empty' },
  'rubber.max': { label: 'Max load of one', unit: 'N' },
  'rubber.spacing': { label: 'Centers apart' },
  'airLine.length': { label: 'Air line in the box' },
  'airLine.diameter': { label: 'Its outside diameter' },
  fitting: {
    label: 'Air fittings',
    choices: { 'push-to-connect': 'push in', barbed: 'barb and clamp', molded: 'barb molded on, clamp', none: 'none' },
  },
  'fitment.suspension': {
    label: 'Springs',
    choices: { leaf: 'leaf', coil: 'coil', 'torsion-bar': 'torsion bar', air: 'air' },
  },
  'fitment.architecture': { label: 'Axle build', choices: { solid: 'solid', independent: 'independent' } },
  'fitment.bodies': {
    label: 'Bodies',
    choices: { pickup: 'pickup', suv: 'SUV', van: 'van', motorhome: 'motorhome' },
  },
  'fitment.wheels': { label: 'Wheels', choices: { single: 'single', dual: 'dual' } },
  'fitment.bumpStops': { label: 'Bump stops', choices: BUMP_STOPS },
  'fitment.liftBlockMax': { label: 'Lift block, max', hint: 'as it comes' },
  'fitment.liftBlockMaxWithSpacer': { label: 'Lift block with spacers, max' },
  'fitment.coilInside.low': { label: 'Coil inside, min' },
  'fitment.coilInside.high': { label: 'Coil inside, max' },
  'fitment.bracketSpace.low': { label: 'Bracket to bracket, min' },
  'fitment.bracketSpace.high': { label: 'Bracket to bracket, max' },
  'fitment.feedGap': { label: 'Coil gap to feed it through', hint: 'spring left in' },
  'fitment.exhaustMax': { label: 'Exhaust, widest' },
  'fitment.hitchRails': {
    label: 'Hitch rails on the frame',
    choices: { fine: 'fine', 'needs-spacer': 'needs spacers', no: 'in the way' },
  },
})

/** A field of a bolt by its place. */
export const boltField = describeFields(fastenerSchema, {
  name: { label: 'Bolt' },
  count: { label: 'A side' },
  thread: { label: 'Thread' },
  grade: { label: 'Grade' },
  length: { label: 'Length' },
  washers: { label: 'Washers' },
  when: {
    label: 'Torque',
    choices: { 'as-fitted': 'as fitted', 'after-alignment': 'after alignment', 'at-ride-height': 'at ride height' },
  },
  head: { label: 'Head points', choices: WAYS },
  'fitting.kind': {
    label: 'Air fitting',
    choices: {
      push: 'push in',
      'barb-clamp': 'barb and clamp',
      compression: 'nut and ferrule',
      stem: 'stem in a thread',
    },
  },
  'fitting.sealant': { label: 'Sealant on it' },
  source: { label: 'Source of its torque' },
})

/** A field of a bracket by its place. */
export const bracketField = describeFields(bracketSchema, {
  place: { label: 'Goes on', choices: { frame: 'frame', axle: 'axle', spring: 'leaf pack', bag: 'bag' } },
  hand: {
    label: 'Hand',
    choices: { left: 'left', right: 'right', either: 'same both sides', turned: 'turned half round' },
  },
  port: { label: 'Port faces', choices: WAYS },
})

/** A field of a step by its place. */
export const stepField = describeFields(operationSchema, {
  title: { label: 'Step' },
  side: {
    label: 'Side',
    choices: { each: 'each side', once: 'once', left: 'left', right: 'right', 'exhaust-side': 'exhaust side' },
  },
  support: {
    label: 'It stands',
    choices: {
      any: 'any way',
      'on-wheels': 'on its wheels',
      'axle-hanging': 'axle hanging',
      'axle-raised': 'jack under the axle',
      'frame-raised': 'frame raised, axle on its tires',
      'ride-height': 'settled at ride height',
    },
  },
  wheels: { label: 'Wheels', choices: { on: 'wheels on', off: 'wheels off', any: 'wheels on or off' } },
  phase: {
    label: 'Part of the work',
    choices: {
      bench: 'bench',
      remove: 'remove',
      mount: 'mount',
      align: 'align',
      torque: 'torque',
      lines: 'air lines',
      air: 'air',
      refit: 'refit',
    },
  },
  hands: { label: 'Pairs of hands' },
  minutes: { label: 'Minutes', unit: 'min' },
  trap: { label: 'Trap', hint: 'what goes wrong here' },
  caution: { label: 'Caution' },
  'pressure.low': { label: 'Air in the bags, from' },
  'pressure.high': { label: 'Air in the bags, to' },
  bothFirst: { label: 'Both sides of the step before come first' },
  blocking: { label: 'Stop: nobody goes on before this is done' },
  hiddenBy: { label: 'Hidden by' },
  checks: {
    label: 'Done when this is on record',
    choices: {
      'first-air': 'first air read',
      connections: 'connections soaped',
      'plate-tire': 'plate to tire read',
      parts: 'parts counted',
    },
  },
  asks: { label: 'Asks at the vehicle', choices: FACT_NAMES },
  circuit: {
    label: 'Only where the air has',
    choices: {
      teed: 'a tee',
      separate: 'separate lines',
      valves: 'inflation valves',
      gauges: 'gauges',
      compressor: 'a compressor',
      tank: 'a tank',
    },
  },
  same: { label: 'Same as a step elsewhere', hint: 'a name that other instructions use for it too' },
  opens: {
    label: 'Undoes',
    choices: { shock: 'a shock', link: 'a link', coil: 'a coil', 'u-bolts': 'the U-bolts' },
  },
  closes: {
    label: 'Closes again',
    choices: { shock: 'a shock', link: 'a link', coil: 'a coil', 'u-bolts': 'the U-bolts' },
  },
  fits: {
    label: 'In its place from here',
    choices: {
      'upper-bracket': 'upper bracket',
      'lower-bracket': 'lower bracket',
      bag: 'bag',
      shield: 'heat shield',
      line: 'air line',
    },
  },
})
/** A field of a line of vehicles by its place. */
export const lineField = describeFields(applicationSchema, {
  make: { label: 'Make' },
  model: { label: 'Model' },
  from: { label: 'From' },
  to: { label: 'To' },
  source: { label: 'Source' },
})
