import { z } from 'zod'
import { UNSAID, type Application } from '../kit'
import { stageSchema, type Axle, type Vehicle } from '../vehicle'
import { conditionsText, excludesText, needsText, parseConditions, parseExcludes, parseNeeds } from './condition-text'
import { gapsText, originsText, originText, parseGaps, parseOrigin, parseOrigins } from './origin-text'
import { cell, f, needed, rounded, scaled, scaledOne, type Field, type Parsed } from './field'

export const kitFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('maker', 'text', 'maker', needed),
  f('number', 'text', 'number', needed),
  f('name', 'text', 'name', needed),
  f('family', 'text', 'family', needed),
  f('axle', 'text', 'axle', { empty: 'rear' }),
  f('replaces', 'text', 'replaces', { empty: 'nothing' }),
  f('price', 'number', 'price'),
  f('origin', 'text', 'origin', { write: originText, read: parseOrigin, empty: UNSAID }),
  f('origins', 'text', 'origins', { write: originsText, read: parseOrigins, empty: {} }),
  f('drilling', 'yes-no', 'drilling', { empty: false }),
  f('cutting', 'yes-no', 'cutting', { empty: false }),
  f('work_wheels', 'text', 'wheels', { empty: 'off' }),
  f('minutes_low', 'number', 'minutes.low'),
  f('minutes_high', 'number', 'minutes.high'),
  f('suspension', 'words', 'fitment.suspension'),
  f('bodies', 'words', 'fitment.bodies'),
  f('architecture', 'words', 'fitment.architecture', { empty: ['solid'] }),
  f('wheels', 'words', 'fitment.wheels'),
  f('bump_stops', 'words', 'fitment.bumpStops'),
  f('lift_block_max', 'length', 'fitment.liftBlockMax', { empty: 0 }),
  f('lift_block_with_spacer', 'length', 'fitment.liftBlockMaxWithSpacer', { empty: 0 }),
  f('coil_inside_low', 'length', 'fitment.coilInside.low'),
  f('coil_inside_high', 'length', 'fitment.coilInside.high'),
  f('bracket_space_low', 'length', 'fitment.bracketSpace.low'),
  f('bracket_space_high', 'length', 'fitment.bracketSpace.high'),
  f('feed_gap', 'length', 'fitment.feedGap'),
  f('exhaust_max', 'length', 'fitment.exhaustMax'),
  f('hitch_rails', 'text', 'fitment.hitchRails', { empty: 'fine' }),
  f('heights', 'lengths', 'bag.table.heights'),
  f('areas_cm2', 'numbers', 'bag.table.areas', scaled(1e-4)),
  f('volumes_l', 'numbers', 'bag.table.volumes', scaled(1e-3)),
  f('ride_height', 'length', 'bag.rideHeight'),
  f('height_low', 'length', 'bag.heightRange.low'),
  f('height_high', 'length', 'bag.heightRange.high'),
  f('diameter_max', 'length', 'bag.maximumDiameter'),
  f('minimum', 'pressure', 'bag.minimum'),
  f('maximum', 'pressure', 'bag.maximum'),
  f('margin', 'pressure', 'bag.margin', { empty: 0 }),
  f('pressure_note', 'text', 'bag.pressureNote', { empty: '' }),
  f('coil_gap', 'length', 'bag.coilGap.threshold'),
  f('coil_gap_maximum', 'pressure', 'bag.coilGap.wideMaximum'),
  f('motion_ratio', 'number', 'bag.motionRatio'),
  f('bracket_stack', 'length', 'bag.bracketStack'),
  f('spacing', 'length', 'bag.spacing'),
  f('pair_capacity', 'mass', 'bag.listedPairCapacity'),
  f('inner_bump_stop', 'yes-no', 'bag.innerBumpStop', { empty: false }),
  f('rubber_gap', 'length', 'rubber.gap'),
  f('rubber_squeeze', 'lengths', 'rubber.squeeze'),
  f('rubber_force_n', 'numbers', 'rubber.force'),
  f('rubber_max_n', 'number', 'rubber.max'),
  f('rubber_spacing', 'length', 'rubber.spacing'),
  f('line_volume_l', 'number', 'lineVolume', { empty: 0, ...scaledOne(1e-3) }),
  f('test_pressure', 'pressure', 'testPressure'),
  f('air_line', 'length', 'airLine.length'),
  f('air_line_diameter', 'length', 'airLine.diameter'),
  f('fitting', 'text', 'fitting', { empty: 'push-to-connect' }),
  f('compressor_later', 'yes-no', 'compressorLater', { empty: true }),
  f('checks_a_year', 'number', 'checksAYear', { empty: 12 }),
  f('connections', 'words', 'connections', { empty: [] }),
  f('gaps', 'text', 'gaps', cell(gapsText, parseGaps)),
  f('spacer_parts', 'words', 'spacerParts', { empty: [] }),
]

export const applicationFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('kit', 'text', 'kit', needed),
  f('make', 'text', 'make', needed),
  f('model', 'text', 'model', needed),
  f('from', 'number', 'from', needed),
  f('to', 'number', 'to', needed),
  f('conditions', 'text', 'conditions', cell(conditionsText, parseConditions)),
  f(
    'needs',
    'text',
    'needs',
    cell((v: Application['needs']) => needsText(v), parseNeeds),
  ),
  f(
    'excludes',
    'text',
    'excludes',
    cell((v: Application['excludes']) => excludesText(v), parseExcludes),
  ),
  f('source', 'text', 'source', needed),
]

/** Helper leaves and stop: `leaf 50 mm 60 N/mm; bump-stop 80 mm 300 N/mm`. */
const stagesText = (stages: Axle['stages']): string =>
  stages.map((s) => `${s.kind} ${rounded(s.at * 1000)} mm ${rounded(s.adds / 1000)} N/mm`).join('; ')
function parseStages(text: string): Parsed {
  const stages = text
    .split(';')
    .filter((part) => part.trim())
    .map((part) => /^\s*(leaf|bump-stop) ([\d.]+) mm ([\d.]+) N\/mm\s*$/.exec(part))
  if (stages.some((m) => !m))
    return { ok: false, why: `"${text}" must read like "leaf 50 mm 60 N/mm; bump-stop 80 mm 300 N/mm"` }
  const read = z
    .array(stageSchema)
    .safeParse(
      stages.map((m) => ({ kind: m![1], at: rounded(Number(m![2]) / 1000), adds: rounded(Number(m![3]) * 1000) })),
    )
  return read.success ? { ok: true, value: read.data } : { ok: false, why: read.error.issues[0]!.message }
}

/** What was estimated: `wheelbase 0.25 class; rear.wheelRate 9000 platform`, tolerances in SI. */
const estimatedText = (estimated: Vehicle['estimated']): string =>
  Object.entries(estimated)
    .map(([figure, { tolerance, from }]) => `${figure} ${rounded(tolerance)} ${from}`)
    .join('; ')
function parseEstimated(text: string): Parsed {
  const parts = text.split(';').filter((part) => part.trim())
  const read = parts.map((part) => /^\s*([\w.]+) ([\d.e+-]+) (platform|class)\s*$/.exec(part))
  if (read.some((m) => !m)) return { ok: false, why: `"${text}" must read like "wheelbase 0.25 class"` }
  return {
    ok: true,
    value: Object.fromEntries(read.map((m) => [m![1]!, { tolerance: Number(m![2]), from: m![3] }])),
  }
}

/** Columns of one axle: `rear_wheels`, `front_track`. */
const axleFields = (end: 'front' | 'rear'): Field[] => [
  f(`${end}_suspension`, 'text', `${end}.suspension`, needed),
  f(`${end}_architecture`, 'text', `${end}.architecture`, needed),
  f(`${end}_wheels`, 'text', `${end}.wheels`, { empty: 'single' }),
  f(`${end}_track`, 'length', `${end}.track`, needed),
  f(`${end}_spring_spacing`, 'length', `${end}.springSpacing`, needed),
  f(`${end}_motion_ratio`, 'number', `${end}.motionRatio`),
  f(`${end}_tire_size`, 'text', `${end}.tireSize`, needed),
  f(`${end}_tire_limit`, 'mass', `${end}.tireLimit`),
  f(`${end}_tire_index`, 'text', `${end}.tireIndex`),
  f(`${end}_tire_pressure`, 'pressure', `${end}.tirePressure`),
  f(`${end}_tire_rate`, 'rate', `${end}.tireRate`),
  f(`${end}_curb`, 'mass', `${end}.curb`, needed),
  f(`${end}_unsprung`, 'mass', `${end}.unsprung`, needed),
  f(`${end}_gawr`, 'mass', `${end}.rating`),
  f(`${end}_wheel_rate`, 'rate', `${end}.wheelRate`),
  f(`${end}_wheel_rate_tolerance`, 'rate', `${end}.wheelRateTolerance`, { empty: 0 }),
  f(`${end}_stages`, 'text', `${end}.stages`, cell(stagesText, parseStages)),
  f(`${end}_friction_n`, 'number', `${end}.friction`),
  f(`${end}_sway_bar_nm`, 'number', `${end}.swayBar`, { empty: 0 }),
  f(`${end}_mark`, 'length', `${end}.mark`, { empty: 0, signed: true }),
  f(`${end}_rebound_travel`, 'length', `${end}.reboundTravel`),
]

export const vehicleFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('make', 'text', 'make', { empty: '' }),
  f('model', 'text', 'model', { empty: '' }),
  f('trim', 'text', 'trim', { empty: '' }),
  f('platform', 'text', 'platform'),
  f('year', 'number', 'year'),
  f('body', 'text', 'body', needed),
  f('frame_rails', 'yes-no', 'frameRails', needed),
  f('drive', 'text', 'drive', needed),
  f('bed', 'text', 'bed'),
  f('wheelbase', 'length', 'wheelbase', needed),
  f('front_overhang', 'length', 'frontOverhang', needed),
  f('rear_overhang', 'length', 'rearOverhang', needed),
  f('hitch_behind_axle', 'length', 'hitchBehindAxle'),
  ...axleFields('front'),
  ...axleFields('rear'),
  f('passenger_tires', 'yes-no', 'passengerTires', { empty: false }),
  f('tire_pressure_full', 'pressure', 'tirePressureFull'),
  f('gvwr', 'mass', 'ratings.gvwr'),
  f('hitch_rating', 'mass', 'ratings.receiver'),
  f('tongue_rating', 'mass', 'ratings.tongue'),
  f('gcwr', 'mass', 'ratings.gcwr'),
  f('gravity_height', 'length', 'gravityHeight'),
  f('ball_height', 'length', 'ballHeight'),
  f('hitch_clearance', 'length', 'hitchClearance'),
  f('bumper_height', 'length', 'bumperHeight'),
  f('vin', 'text', 'vin'),
  f('plate', 'text', 'plate', { empty: '' }),
  f('estimated', 'text', 'estimated', { ...cell(estimatedText, parseEstimated), empty: {} }),
]

export const stockFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('name', 'text', 'name', needed),
  f('kit', 'text', 'kit'),
  f('unit', 'text', 'unit', { empty: 'piece' }),
  f('on_hand', 'number', 'onHand', needed),
  f('reorder_at', 'number', 'reorderAt', { empty: 0 }),
  f('reorder_to', 'number', 'reorderTo', { empty: 0 }),
]
