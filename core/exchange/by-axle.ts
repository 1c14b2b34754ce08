/*
 * Stored documents before and after vehicles were described by axle, in both directions. Nothing here knows today's schemas:
 * what was stored then is what it was.
 */

type Tree = Record<string, unknown>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)
const list = (value: unknown): Tree[] => (Array.isArray(value) ? value.filter(isTree) : [])

/** Moves the named members of an object into another under new names; a missing one stays missing. */
function moved(from: Tree, names: Readonly<Record<string, string>>): Tree {
  const to: Tree = {}
  for (const [was, is] of Object.entries(names)) if (from[was] !== undefined) to[is] = from[was]
  return to
}
const flipped = (names: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(names).map(([was, is]) => [is, was]))

const REAR = {
  suspension: 'suspension',
  rearWheels: 'wheels',
  track: 'track',
  springSpacing: 'springSpacing',
  tireSize: 'tireSize',
  tireLimitRear: 'tireLimit',
  tireIndexRear: 'tireIndex',
  tirePressureRear: 'tirePressure',
  tireRate: 'tireRate',
  curbRear: 'curb',
  rearUnsprung: 'unsprung',
  rearWheelRate: 'wheelRate',
  rearWheelRateTolerance: 'wheelRateTolerance',
  rearStages: 'stages',
  rearFriction: 'friction',
  swayBarRear: 'swayBar',
  markRear: 'mark',
  reboundTravel: 'reboundTravel',
}
const FRONT = {
  tireLimitFront: 'tireLimit',
  tireIndexFront: 'tireIndex',
  tirePressureFront: 'tirePressure',
  curbFront: 'curb',
  frontUnsprung: 'unsprung',
  frontWheelRate: 'wheelRate',
  swayBarFront: 'swayBar',
  markFront: 'mark',
}
/** A front rate that came without a tolerance was taken as a tenth unsure. */
const UNSAID_TOLERANCE = 0.1
/** Between the front springs where nobody had measured them. */
const FRONT_SPACING = 0.9
const AXLE_KEYS = new Set([...Object.keys(REAR), ...Object.keys(FRONT)])

/** A vehicle by axle: what was not known of the front is estimated, and says so. */
export function vehicleByAxle(old: Tree): Tree {
  if (isTree(old.rear)) return old
  const rest = Object.fromEntries(Object.entries(old).filter(([key]) => !AXLE_KEYS.has(key)))
  const { gawrFront = null, gawrRear = null, ...ratings } = isTree(old.ratings) ? old.ratings : {}
  const estimated: Tree = {}
  const front = moved(old, FRONT)
  if (front.unsprung == null) {
    front.unsprung = old.rearUnsprung
    estimated['front.unsprung'] = { tolerance: 0.3 * Number(old.rearUnsprung), from: 'class' }
  }
  estimated['front.suspension'] = estimated['front.architecture'] = { tolerance: 0, from: 'class' }
  return {
    ...rest,
    ratings,
    frameRails: old.body === 'pickup' || old.body === 'motorhome',
    front: {
      suspension: 'coil',
      architecture: 'independent',
      wheels: 'single',
      track: old.track,
      springSpacing: FRONT_SPACING,
      tireSize: old.tireSize,
      tireRate: old.tireRate,
      rating: gawrFront,
      wheelRateTolerance: UNSAID_TOLERANCE * Number(front.wheelRate ?? 0),
      reboundTravel: null,
      ...front,
    },
    rear: { architecture: 'solid', rating: gawrRear, ...moved(old, REAR) },
    estimated,
  }
}
/** The vehicle as it was stored before. */
export function vehicleFlat(now: Tree): Tree {
  const { front, rear, frameRails: _rails, plate: _plate, estimated, ratings, ...rest } = now
  if (!isTree(front) || !isTree(rear)) return now
  const flat = { ...moved(front, flipped(FRONT)), ...moved(rear, flipped(REAR)) }
  if (isTree(estimated) && 'front.unsprung' in estimated) flat.frontUnsprung = null
  return {
    ...rest,
    ...flat,
    year: rest.year ?? 1950,
    make: rest.make || 'unknown',
    model: rest.model || 'unknown',
    ratings: { ...(isTree(ratings) ? ratings : {}), gawrFront: front.rating, gawrRear: rear.rating },
  }
}

const AXLE_QUESTIONS = [
  'liftBlock',
  'otherLift',
  'bumpStop',
  'exhaustSide',
  'exhaustDiameter',
  'brakeLines',
  'axleVent',
  'springsChanged',
  'oldHelper',
  'coilInsideDiameter',
  'coilGapStanding',
  'coilGapHanging',
  'bracketSpace',
  'brakes',
]
/** A lift that was only said to be there: two inches, the usual one (common practice). */
const SOME_LIFT = 0.0508
const answerByAxle = (key: string, answer: unknown): unknown => {
  if (key === 'otherLift' && typeof answer === 'boolean') return answer ? SOME_LIFT : 0
  if (key === 'oldHelper' && typeof answer === 'boolean') return answer ? 'other' : 'none'
  return answer ?? null
}
const answerFlat = (key: string, answer: unknown): unknown => {
  if (key === 'otherLift' && typeof answer === 'number') return answer > 0
  if (key === 'oldHelper' && typeof answer === 'string') return answer !== 'none'
  return answer ?? null
}

/** A survey by axle: it was about the rear. */
function surveyByAxle(old: Tree): Tree {
  if (isTree(old.rear)) return old
  const was = { ...old, brakes: old.rearBrakes ?? null } as Tree
  const rear = Object.fromEntries(AXLE_QUESTIONS.map((key) => [key, answerByAxle(key, was[key])]))
  const front = Object.fromEntries(AXLE_QUESTIONS.map((key) => [key, null]))
  const rest = Object.entries(old).filter(([key]) => !AXLE_QUESTIONS.includes(key) && key !== 'rearBrakes')
  return { front, rear, frame: null, valveProcedure: null, highVoltage: null, ...Object.fromEntries(rest) }
}
/** The survey as it was stored before: the front's answers are left behind. */
function surveyFlat(now: Tree): Tree {
  const { front: _front, rear, highVoltage: _cables, ...rest } = now
  if (!isTree(rear)) return now
  const { brakes, ...own } = rear
  return {
    ...rest,
    ...Object.fromEntries(Object.entries(own).map(([key, answer]) => [key, answerFlat(key, answer)])),
    rearBrakes: brakes ?? null,
  }
}

const words = (is: unknown): unknown[] => (Array.isArray(is) ? is : [])
/** A condition, or a test of a rule. */
function conditionByAxle(old: Tree): Tree {
  if ('rearWheels' in old) return { wheels: old.rearWheels }
  const now = { ...old }
  if (now.vehicle === 'rearWheels') now.vehicle = 'wheels'
  if (now.fact === 'rearWheels') now.fact = 'wheels'
  if (now.notAmong === 'rearWheels') now.notAmong = 'wheels'
  if (now.survey === 'rearBrakes') now.survey = 'brakes'
  if (now.survey === 'oldHelper' && now.is !== undefined)
    now.is = words(now.is).flatMap((w) => (w === true ? ['in-coil', 'other'] : w === false ? ['none'] : [w]))
  if (now.survey === 'otherLift' && now.is !== undefined)
    return words(now.is).includes(true) ? { survey: 'otherLift', over: 0 } : { survey: 'otherLift', under: 0.01 }
  return now
}
/** The condition as it was stored before. */
function conditionFlat(now: Tree): Tree {
  if ('wheels' in now) return { rearWheels: now.wheels }
  const old = { ...now }
  if (old.vehicle === 'wheels') old.vehicle = 'rearWheels'
  if (old.fact === 'wheels') old.fact = 'rearWheels'
  if (old.notAmong === 'wheels') old.notAmong = 'rearWheels'
  if (old.survey === 'brakes') old.survey = 'rearBrakes'
  if (old.survey === 'oldHelper' && old.is !== undefined)
    old.is = [...new Set(words(old.is).map((w) => (typeof w === 'string' ? w !== 'none' : w)))]
  if (old.survey === 'otherLift' && !('unanswered' in old)) return { survey: 'otherLift', is: ['over' in old] }
  return old
}

type Each = (condition: Tree) => Tree
const conditionsOf = (value: unknown, each: Each): Tree[] => list(value).map(each)

/** One line of a kit's list of vehicles. */
function application(line: Tree, each: Each): Tree {
  const entries = (value: unknown) => list(value).map((e) => ({ ...e, when: conditionsOf(e.when, each) }))
  return {
    ...line,
    conditions: conditionsOf(line.conditions, each),
    needs: entries(line.needs),
    excludes: entries(line.excludes),
  }
}
export const applicationByAxle = (old: Tree): Tree => application(old, conditionByAxle)
export const applicationFlat = (now: Tree): Tree => application(now, conditionFlat)

/** Words that only rules of today know: a rule with one of them has no older form. */
const NEW_WORDS =
  /"(architecture|linkRatio|givesRatio|replaces|feedGap|highVoltage|frameRails|model|unanswered":true,"survey":"bracketSpace)"/

/** The shop's rules; the shipped ones that the new facts need come beside them. */
export function rulesByAxle(old: Tree, shipped: readonly Tree[]): Tree {
  const rules = list(old.rules).map((r) => ({ ...r, when: conditionsOf(r.when, conditionByAxle) }))
  const have = new Set(rules.map((r) => (r as Tree).id))
  return {
    ...old,
    rules: [...rules, ...shipped.filter((r) => !have.has(r.id) && NEW_WORDS.test(JSON.stringify(r.when)))],
  }
}
export const rulesFlat = (now: Tree): Tree => ({
  ...now,
  rules: list(now.rules)
    .filter((r) => !NEW_WORDS.test(JSON.stringify(r.when)))
    .map((r) => ({ ...r, when: conditionsOf(r.when, conditionFlat) })),
})

function kitWith(kit: Tree, each: Each, fitment: (f: Tree) => Tree): Tree {
  return {
    ...kit,
    fitment: fitment(isTree(kit.fitment) ? kit.fitment : {}),
    operations: list(kit.operations).map((o) => ({ ...o, when: conditionsOf(o.when, each) })),
  }
}
/** A kit: a cylinder in a coil goes by the vehicle's link, on either build; what is said of fronts was said of rears. */
export function kitByAxle(old: Tree): Tree {
  if (isTree(old.fitment) && old.fitment.wheels !== undefined) return old
  const inCoil = old.family === 'in-coil'
  const kit = kitWith(old, conditionByAxle, ({ rearWheels, ...rest }) => ({
    ...rest,
    feedGap: null,
    architecture: inCoil || old.axle === 'front' ? ['solid', 'independent'] : ['solid'],
    suspension: old.axle === 'front' ? ['leaf', 'coil'] : rest.suspension,
    wheels: old.axle === 'front' ? ['single'] : rearWheels,
  }))
  return inCoil && isTree(kit.bag) && kit.bag.motionRatio === 1
    ? { ...kit, bag: { ...kit.bag, motionRatio: null } }
    : kit
}
export function kitFlat(now: Tree): Tree {
  const kit = kitWith(now, conditionFlat, ({ architecture: _built, feedGap: _gap, wheels, ...rest }) => ({
    ...rest,
    rearWheels: wheels,
    suspension: words(rest.suspension).filter((s) => s === 'leaf' || s === 'coil'),
  }))
  if (!isTree(kit.bag)) return kit
  const { bracketStack: _stack, ...bag } = kit.bag
  return { ...kit, bag: { ...bag, motionRatio: bag.motionRatio ?? 1 } }
}

const decidedWith = (decided: unknown, line: Each, rules: (set: Tree) => Tree): unknown =>
  isTree(decided)
    ? {
        ...decided,
        applications: list(decided.applications).map(line),
        rules: isTree(decided.rules) ? rules(decided.rules) : decided.rules,
      }
    : null

/** A job: its kit becomes the one kit of its axle, its vehicle one with a history. */
export function jobByAxle(old: Tree, history: string | null): Tree {
  if (Array.isArray(old.kits)) return old
  const { kit, decided, air, vehicle, survey, ...rest } = old
  return {
    ...rest,
    vehicle: isTree(vehicle) ? vehicleByAxle(vehicle) : vehicle,
    survey: isTree(survey) ? surveyByAxle(survey) : survey,
    air: { front: air, rear: air },
    kits: isTree(kit)
      ? [{ kit: kitByAxle(kit), decided: decidedWith(decided, applicationByAxle, (set) => rulesByAxle(set, [])) }]
      : [],
    history,
  }
}
/** The job as it was stored before: of two kits the rear one stays. */
export function jobFlat(now: Tree): Tree {
  if (!Array.isArray(now.kits)) return now
  const { kits, air, vehicle, survey, history: _history, ...rest } = now
  const all = list(kits)
  const stays = all.filter((k) => k.work !== 'take-off')
  const own = stays.find((k) => isTree(k.kit) && k.kit.axle !== 'front') ?? stays[0]
  return {
    ...rest,
    vehicle: isTree(vehicle) ? vehicleFlat(vehicle) : vehicle,
    survey: isTree(survey) ? surveyFlat(survey) : survey,
    air: isTree(air) ? air.rear : air,
    kit: own && isTree(own.kit) ? kitFlat(own.kit) : null,
    decided: own ? decidedWith(own.decided, applicationFlat, rulesFlat) : null,
  }
}

const GEOMETRY_REAR = {
  track: 'track',
  springSpacing: 'springSpacing',
  tireRate: 'tireRate',
  rearWheelRate: 'wheelRate',
  rearWheelRateTolerance: 'wheelRateTolerance',
  reboundTravel: 'reboundTravel',
}
const GEOMETRY_FRONT = { track: 'track', tireRate: 'tireRate', frontWheelRate: 'wheelRate' }
const GEOMETRY_WHOLE = { wheelbase: 'wheelbase', frontOverhang: 'frontOverhang', rearOverhang: 'rearOverhang' }

export function platformByAxle(old: Tree): Tree {
  if (isTree(old.rear)) return old
  const geometry = isTree(old.geometry) ? old.geometry : {}
  const { rearBrakes, ...usually } = isTree(old.usually) ? old.usually : {}
  const now = Object.fromEntries(Object.entries(usually).map(([key, answer]) => [key, answerByAxle(key, answer)]))
  return {
    ...old,
    geometry: moved(geometry, GEOMETRY_WHOLE),
    front: moved(geometry, GEOMETRY_FRONT),
    rear: moved(geometry, GEOMETRY_REAR),
    usually: rearBrakes === undefined ? now : { ...now, brakes: rearBrakes },
  }
}
export function platformFlat(now: Tree): Tree {
  const { front, rear, geometry, usually, ...rest } = now
  if (!isTree(rear)) return now
  const { brakes, highVoltage: _cables, ...own } = isTree(usually) ? usually : {}
  const flat = Object.fromEntries(Object.entries(own).map(([key, answer]) => [key, answerFlat(key, answer)]))
  return {
    ...rest,
    geometry: {
      ...moved(isTree(geometry) ? geometry : {}, GEOMETRY_WHOLE),
      ...(isTree(front) ? moved(front, { wheelRate: 'frontWheelRate' }) : {}),
      ...moved(rear, flipped(GEOMETRY_REAR)),
    },
    usually: brakes === undefined ? flat : { ...flat, rearBrakes: brakes },
  }
}
