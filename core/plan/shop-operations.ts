import {
  hasAir,
  PLAIN_FASTENER,
  PLAIN_OPERATION,
  sitsOn,
  stepsBeforeWeight,
  stepsBehindAir,
  type Fastener,
  type Kit,
  type Operation,
  familyOf,
  kitFacts,
  standOf,
} from '../kit'
import { isBelow } from '../quantity'
import { motionOf, partName, partsAround, tooShort } from '../underbody'
import type { EasedAt, Handling, Survey, UndersidePart, Vehicle, AxleEnd } from '../vehicle'
import { type PlannedKit, WHEEL_NUTS } from './names'

const shopOperation = (part: Pick<Operation, 'id' | 'title' | 'phase' | 'steps'> & Partial<Operation>): Operation => ({
  ...PLAIN_OPERATION,
  ...part,
})
export const wheelNuts: Fastener = {
  ...PLAIN_FASTENER,
  id: WHEEL_NUTS,
  name: 'Lug nuts',
  spec: { kind: 'vehicle-maker' },
  evenly: true,
}

const isLinked = (vehicle: Vehicle, axle: AxleEnd): boolean => vehicle[axle].architecture === 'independent'
const hangs = (vehicle: Vehicle, axle: AxleEnd): string => (isLinked(vehicle, axle) ? 'links hang' : 'axle hangs')

/** Where a step says to look, by what was found. */
function linesToFind({ frameRails }: Vehicle, survey: Survey, axles: readonly AxleEnd[]): string[] {
  const where = frameRails ? 'behind both frame rails' : 'along the floor and the sills'
  const sides = axles.flatMap((axle) => {
    const run = survey[axle].brakeLines
    return run
      ? [
          `Brake lines at the ${axle} axle run ${run === 'inside' ? 'inside' : 'outside'} the ${frameRails ? 'frame' : 'body'}: keep saw, drill and bolts clear of them.`,
        ]
      : []
  })
  return [`Find the fuel, brake and electric lines ${where}.`, ...sides]
}

/** Which wheels to chock: those of the axle that stays down. */
function chocks(axles: readonly AxleEnd[], survey: Survey): string {
  if (axles.length === 2)
    return 'One end goes up at a time: chock both wheels of the axle that stays down, both ways, each time. Lever in park.'
  // The brake holds the rear wheels: with the rear in the air it holds nothing.
  return axles[0] === 'front'
    ? `Chock both rear wheels, both ways, lever in park, parking brake on${survey.parkingBrake === 'electric' ? ' (electric: by its switch)' : ''}.`
    : 'Chock both front wheels, both ways, lever in park. The parking brake holds the rear wheels only: it does not hold a vehicle whose rear is up.'
}

/** What every job starts with, whatever the kit. Source: common practice. */
export function openingOperations(vehicle: Vehicle, survey: Survey, axles: readonly AxleEnd[]): Operation[] {
  return [
    shopOperation({
      id: 'make-safe',
      title: 'Chock it and find the lines',
      phase: 'bench',
      steps: [
        chocks(axles, survey),
        ...linesToFind(vehicle, survey, axles),
        ...(axles.includes('rear') && survey.parkingBrake === 'electric'
          ? ['Electric parking brake: service position before its plug or caliper is touched.']
          : []),
        'Battery negative off where the instructions ask for it.',
      ],
      trap:
        survey.highVoltage === true
          ? 'Orange cables carry high voltage: no line, drill or jack near them. Power-down by trained people only.'
          : null,
      caution:
        'Never under a vehicle that only a jack holds. Rated stands on level, solid floor; no wood on top of stands.',
      tools: ['wheel chocks', 'inspection lamp'],
      blocking: true,
    }),
  ]
}

/**
 * An old helper inside a coil that the kit replaces comes out with the coil, after everything that takes the coil off and
 * before anything is mounted.
 */
export function oldHelperOperation(kit: Kit, survey: Survey): Operation[] {
  if (kit.replaces !== 'coil-spring' || survey[kit.axle].oldHelper !== 'in-coil') return []
  const before = kit.operations.filter((o) => o.phase === 'remove').map((o) => o.id)
  return [
    shopOperation({
      id: 'old-helper-out',
      title: 'Take out the old helper inside the coil',
      phase: 'remove',
      side: 'each',
      support: 'any',
      wheels: 'any',
      after: before,
      minutes: 5,
      steps: ['Air out of the old helper, its line off.', 'It comes out with the coil. It is not put back.'],
      trap: 'A cylinder with air in it holds the coil apart: let the air out first.',
      tools: ['valve core tool'],
    }),
  ]
}

/**
 * A look at the rubber once it was fed in through a gap that is narrower than its maker says, of a kit that leaves the coil in.
 * @returns none where the gap is wide enough, was not measured, or the coil comes out
 */
export function nickLook(kit: Kit, survey: Survey): Operation[] {
  const { feedGap } = kit.fitment
  const gap = survey[kit.axle].coilGapHanging
  const isNarrow = feedGap !== null && gap !== null && isBelow(gap, feedGap)
  if (!isNarrow || kitFacts(kit).coilOut) return []
  return [
    shopOperation({
      id: 'nick-look',
      title: 'Look for nicks: it went in through a narrow gap',
      phase: 'mount',
      side: 'each',
      support: 'any',
      wheels: 'any',
      after: kit.operations.filter((o) => o.phase === 'mount').map((o) => o.id),
      minutes: 3,
      steps: ['Turn it with a lamp on it, all around, both ends.', 'Cut or creased rubber does not go on: a new one.'],
      trap: 'A crease holds on the bench and lets go on the road.',
      tools: ['inspection lamp'],
      blocking: true,
    }),
  ]
}

/** What is done to a line beside taking it out of its hold. */
const DONE_TO: Record<Handling, string> = {
  freed: 'out of what holds it',
  'clip-turned': 'its clip turned',
  'guide-moved': 'its guide moved',
  eased: 'eased aside by hand, never bent by force',
  loom: 'loom over it',
  'heat-sleeve': 'heat sleeve over it',
}
/** What is done to lines about an axle, and when. */
interface LineWork {
  clear: Operation | null
  back: Operation | null
  eased: Operation[]
}
const easedAt = (p: UndersidePart): EasedAt => p.easedAt ?? 'first'
const easedLine = (p: UndersidePart): string =>
  `${partName(p)}: by hand, no kink, its fittings dry${p.lies ? `; it lies ${p.lies}` : ''}.`
/** Eased as the mount goes in, while that is still loose. */
const easedAsMounted = (kit: Kit, lines: readonly UndersidePart[]): Operation[] =>
  lines.length
    ? [
        shopOperation({
          id: 'lines-eased',
          title: 'Ease the lines past the mount',
          phase: 'mount',
          support: 'any',
          wheels: 'any',
          after: kit.operations.filter((o) => o.phase === 'mount').map((o) => o.id),
          minutes: 4 * lines.length,
          steps: lines.map(easedLine).slice(0, 12),
          trap: 'A line that is bent by force kinks or cracks: it is eased along its length, or the mount waits.',
          caution: 'Brake lines are never opened for this.',
          blocking: true,
        }),
      ]
    : []
/** Eased where the vehicle stands at its height, and everything is where it lives. */
const easedAtHeight = (lines: readonly UndersidePart[]): Operation[] =>
  lines.length
    ? [
        shopOperation({
          id: 'lines-eased-standing',
          title: 'Ease the lines at the height it stands at',
          phase: 'refit',
          support: 'ride-height',
          minutes: 4 * lines.length,
          steps: lines.map(easedLine).slice(0, 12),
          trap: 'Eased while the axle hung, it pulls or chafes where it lives.',
          caution: 'Brake lines are never opened for this.',
          blocking: true,
        }),
      ]
    : []
/** What is undone for the work and comes back after it; the rest stays. */
const COMES_BACK: readonly Handling[] = ['freed', 'eased']

/**
 * Lines, hoses, cables and harness at an axle that have to be out of the way: before anything of the kit but its bench work, and back
 * after all of it. One that is too short for full droop is freed before the axle hangs, and goes back when it hangs no more. What was
 * freed is an open item until it is back.
 * One that is eased as the mount goes in, or once the height is known, is a step then.
 */
export function lineOperations(kit: Kit, vehicle: Vehicle, survey: Survey): LineWork {
  const parts = partsAround(vehicle, survey, kit.axle, sitsOn(kit))
  const short = tooShort(parts, motionOf(vehicle, kit.axle, parts))
  const lines = parts.flatMap((p) => {
    const freed = short.includes(p.id) && !p.handling.includes('freed') ? [...p.handling, 'freed' as const] : p.handling
    return freed.length ? [{ ...p, handling: freed }] : []
  })
  const later = (when: EasedAt) => lines.filter((p) => p.handling.includes('eased') && easedAt(p) === when)
  const eased = [...easedAsMounted(kit, later('mount')), ...easedAtHeight(later('height'))]
  // What is eased later is left alone until then, but for what else is done to it.
  const first = lines.flatMap((p) => {
    const handling = easedAt(p) === 'first' ? p.handling : p.handling.filter((h) => h !== 'eased')
    return handling.length ? [{ ...p, handling }] : []
  })
  if (!first.length) return { clear: null, back: null, eased }
  const off = first.filter((p) => p.handling.some((h) => COMES_BACK.includes(h))).map(partName)
  const support = short.length ? 'on-wheels' : 'any'
  return {
    clear: shopOperation({
      id: 'lines-clear',
      title: 'Get lines, hoses and harness out of the way',
      phase: 'remove',
      support,
      wheels: 'any',
      minutes: 4 * first.length,
      steps: first
        .map(
          (p) =>
            `${partName(p)}: ${p.handling.map((h) => DONE_TO[h]).join(', ')}${short.includes(p.id) ? '; too short for full droop' : ''}.`,
        )
        .slice(0, 12),
      trap: short.length
        ? `A hose or wire that is too short for full droop tears as the ${hangs(vehicle, kit.axle)}: it is free before that.`
        : null,
      caution: 'Brake lines are never opened for this.',
      tools: ['trim tool', 'socket set'],
      takesOff: off.slice(0, 8),
      blocking: true,
    }),
    back: shopOperation({
      id: 'lines-back',
      title: 'Lines, hoses and harness back in their holds',
      phase: 'refit',
      support,
      wheels: 'any',
      after: kit.operations.map((o) => o.id),
      minutes: 3 * first.length,
      steps: first.map((p) => `${partName(p)}: held again, not taut, nothing chafes.`).slice(0, 12),
      refits: off.slice(0, 8),
      tools: ['trim tool', 'socket set'],
      blocking: true,
    }),
    eased,
  }
}

/**
 * Compressor and current, where no instructions have them: battery off while wires are run, on again once nothing can be filled that
 * is open.
 * @param needed which of the two
 */
export function compressorOperations({ mount, current }: { mount: boolean; current: boolean }): Operation[] {
  const feed = ['Battery negative']
  const steps: Operation[] = []
  if (mount)
    steps.push(
      shopOperation({
        id: 'compressor-in',
        title: 'Mount the compressor, run its harness',
        phase: 'lines',
        support: 'any',
        wheels: 'any',
        minutes: 40,
        steps: [
          'Battery negative off before the first wire; the fuse stays out.',
          'Compressor where it is dry and cool, filter upright so that water drains.',
          'Harness on the side away from the exhaust, loom at every edge, ground on bare metal.',
          'Trigger wire to a switched source, its spare lead capped.',
        ],
        trap: 'Over the spare or in the way of a powered running board it is hit the first time that moves.',
        tools: ['socket set', 'crimper', 'trim tool'],
        ...(current ? { takesOff: feed } : {}),
        blocking: true,
      }),
    )
  if (current)
    steps.push(
      shopOperation({
        id: 'current',
        title: 'Hands clear, then current: the fuse last',
        phase: 'air',
        support: 'any',
        wheels: 'any',
        after: mount ? ['compressor-in'] : [],
        minutes: 4,
        steps: [
          'Every hole drilled, every line joined and tugged, every plug that was pulled back in.',
          'Nobody at the bags. Battery negative on, then the fuse.',
          'Try each switch: it fills what its label says, and lets it out again.',
        ],
        trap: 'Some compressors fill by themselves as soon as they have current.',
        tools: ['socket set'],
        ...(mount ? { refits: feed } : {}),
        blocking: true,
      }),
    )
  return steps
}

/** Where an axle can be held at the height at which its bags belong: on its jack, if the kit's work takes it there. */
const heldAtHeight = (operations: readonly Operation[]): Operation['support'] =>
  operations.some((o) => o.support === 'axle-raised') ? 'axle-raised' : 'on-wheels'

/**
 * First air, and soap on every connection: once its lines are in, before weight comes on the bags and before anything hides a
 * connection. What the kit's own steps do of it is not done twice.
 * @param operations operations of the kit as they are done
 * @param filled what the vehicle is and how its bags are filled
 * @returns none for a kit without air
 */
export function airOperations(
  kit: Kit,
  operations: readonly Operation[],
  { vehicle, compressor, bothEnds }: { vehicle: Vehicle; compressor: boolean; bothEnds: boolean },
): Operation[] {
  if (!hasAir(kit)) return []
  const withAir = stepsBehindAir({ operations: [...operations] })
  const early = stepsBeforeWeight({ operations: [...operations] })
  const mounted = operations
    .filter((o) => o.phase !== 'bench' && (o.phase !== 'refit' || early.has(o.id)))
    .filter((o) => o.support !== 'ride-height' && !withAir.has(o.id))
    .map((o) => o.id)
  const own = (check: Operation['checks'][number]) =>
    operations.filter((o) => o.checks.includes(check)).map((o) => o.id)
  const closing = operations.filter((o) => o.closes.length > 0).map((o) => o.id)
  const carries = kit.replaces === 'coil-spring'
  const atHeight = heldAtHeight(operations)
  const filled = own('first-air')
  const air = [
    shopOperation({
      id: 'first-air',
      title: carries
        ? `First air, in steps, ${isLinked(vehicle, kit.axle) ? 'links' : 'axle'} at ride height`
        : 'First air: the bags to their min',
      phase: 'air',
      // Not standing yet: no weight comes on an empty bag.
      support: atHeight === 'axle-raised' ? atHeight : 'any',
      wheels: 'any',
      raise: carries
        ? { until: 'ride-height', note: 'Wheel center to lip as it was measured empty.' }
        : atHeight === 'axle-raised'
          ? { until: 'bag-height', note: 'The bag at the height the instructions give.' }
          : null,
      after: [...new Set([...mounted, ...closing])],
      minutes: 4,
      steps: [
        compressor ? 'Every line pushed home and tugged.' : 'Both lines pushed home and tugged, cores in the valves.',
        `${compressor ? FILLED_BY[bothEnds ? 'line' : 'panel'] : 'Short bursts'}, a look at the gauge after each: to the min of the kit and no further.`,
        'Read each side and record it.',
      ],
      trap: `A bag filled hard while the ${hangs(vehicle, kit.axle)} pulls shocks and hoses to full reach.`,
      tools: [compressor && !bothEnds ? 'gauge' : 'air chuck with gauge'],
      checks: ['first-air'],
      blocking: true,
    }),
    shopOperation({
      id: 'soap',
      title: 'Soap every connection',
      phase: 'air',
      support: atHeight === 'axle-raised' ? atHeight : 'ride-height',
      wheels: 'any',
      raise:
        atHeight === 'axle-raised'
          ? { until: 'bag-height', note: 'The bag at the height the instructions give.' }
          : null,
      after: filled.length ? filled : ['first-air'],
      minutes: 8,
      steps: [
        'Up to the test pressure of the kit: it is no max and no setting.',
        'Soap each connection, wait, look again; record each by its name.',
        'Bubbles at a tube: air off, recut square, push home. At a thread: a little further within its turns.',
        'A compression fitting that was opened gets a new ferrule.',
      ],
      trap: 'What is put back before it was soaped hides a leak.',
      tools: ['air chuck with gauge', 'leak fluid'],
      checks: ['connections'],
      blocking: true,
    }),
  ]
  return air.filter((o) => !o.checks.some((check) => own(check).length))
}

/** How the first air of a compressor's job goes in: at the panel, or before its line goes into the manifold. */
const FILLED_BY = {
  panel: 'Short presses at the panel, or shop air at the service valve',
  line: 'Short bursts of shop air at the free end of the line',
}

/** Watching the bags while the axle is run down and up, before anything of them gets its final torque. */
export function watchTravel(kit: Kit, operations: readonly Operation[], vehicle: Vehicle): Operation[] {
  const aligned = operations.filter((o) => o.phase === 'align').map((o) => o.id)
  if (!aligned.length || !standOf(kit).betweenPlates) return []
  if (heldAtHeight(operations) !== 'axle-raised') return []
  return [
    shopOperation({
      id: 'watch-travel',
      title: isLinked(vehicle, kit.axle)
        ? 'Watch the bags while the links go down and up, one side at a time'
        : 'Watch the bags while the axle goes down and up',
      phase: 'align',
      support: 'axle-raised',
      wheels: 'any',
      raise: {
        until: 'part-way',
        note: 'Slowly down until the shocks begin to pull, then up again; nobody reaches in.',
      },
      after: aligned,
      minutes: 4,
      hands: 2,
      steps: [
        'One at the jack, one watching: the rubber rolls and touches nothing.',
        'Lines and hoses follow and stay slack.',
        'Stop before shocks or hoses are at full reach.',
      ],
      trap: 'Bags pumped up to lift the empty vehicle pull shocks and hoses to full reach: the jack moves it.',
      tools: ['floor jack'],
      blocking: true,
    }),
  ]
}

/** What is looked at only as it stands on its wheels. */
export function standingChecks(kit: Kit, after: string[]): Operation[] {
  if (!standOf(kit).betweenPlates) return []
  return [
    shopOperation({
      id: 'plate-to-tire',
      title: 'Plate to tire, wheels on',
      phase: 'refit',
      support: 'ride-height',
      after,
      minutes: 4,
      steps: ['Tape between plate or bracket and the tire, both sides, and record each.'],
      trap: 'With the wheel off there is nothing to meet: it is read with the tire in its place.',
      tools: ['tape'],
      checks: ['plate-tire'],
    }),
  ]
}

/**
 * Taking a kit off again, by its own parts.
 * @param followed another one goes in its place: what was taken out for it waits for that one's own steps
 */
export function takeOffOperations({ kit }: PlannedKit, followed: boolean): Operation[] {
  const steps = [
    'Air out through the valve until nothing comes.',
    'Line off at the bag, bag and brackets off, in the reverse order of fitting.',
    'A stud that has to be cut is cut with a board in front of the rubber: a nicked bag is no spare.',
    ...(kit.replaces === 'nothing' || followed
      ? []
      : [
          `${kit.replaces === 'coil-spring' ? 'Coil spring and its seats' : 'Bump stop'} back in, as the vehicle maker has it.`,
        ]),
  ]
  return [
    shopOperation({
      id: 'take-off',
      title: `Take off ${kit.name}`,
      phase: 'remove',
      side: 'each',
      support: kit.replaces === 'coil-spring' ? 'axle-raised' : 'axle-hanging',
      wheels: 'off',
      minutes: 25,
      steps,
      trap: 'A bag with air in it lets go all at once: open the valve, not the fitting.',
      tools: ['socket set', 'tube cutter'],
      blocking: true,
    }),
  ]
}

/**
 * A wrench on every fastener of a kit that was fitted elsewhere. Fittings in their threads are left: soap and a hold prove those, and
 * turning one further spoils its seal.
 * @returns none where the kit names no fastener
 */
export function torqueLook({ name, fasteners, operations }: Kit): Operation[] {
  const bolts = new Set(fasteners.filter((f) => f.fitting === null).map((f) => f.id))
  const torqued = (sided: boolean) => [
    ...new Set(operations.flatMap((o) => ((o.side !== 'once') === sided ? o.torques.filter((f) => bolts.has(f)) : []))),
  ]
  return [true, false].flatMap((sided): Operation[] => {
    const torques = torqued(sided)
    return torques.length
      ? [
          shopOperation({
            id: sided ? 'torque-look' : 'torque-look-once',
            title: `Go over the torques of ${name}`,
            phase: 'torque',
            side: sided ? 'each' : 'once',
            support: 'ride-height',
            minutes: 2 * torques.length,
            steps: [
              'It was fitted elsewhere: each bolt and nut to its figure, one after the other.',
              'Look at brackets, rubber and lines on the way: nothing cracked, chafed or shifted.',
            ],
            tools: ['torque wrench', 'inspection lamp'],
            torques,
            blocking: true,
          }),
        ]
      : []
  })
}

/** What every job ends with; everything of the kits comes first. */
export function closingOperations(
  { body }: Vehicle,
  survey: Survey,
  kits: readonly PlannedKit[],
  after: string[],
): Operation[] {
  const vents = kits.filter(({ kit }) => survey[kit.axle].axleVent !== 'none' && familyOf(kit).dished)
  const settle = shopOperation({
    id: 'settle',
    title: 'Stand it on its wheels and settle it',
    phase: 'refit',
    after,
    minutes: 4,
    support: 'ride-height',
    steps: [
      'Lower it fully, roll it a length back and forth, bounce each end.',
      body === 'motorhome'
        ? 'Leveling jacks stay up: they are no stands, and they hide how it stands.'
        : `Look from behind: ${kits.some(({ kit }) => standOf(kit).betweenPlates) ? 'plates parallel, ' : ''}nothing touching.`,
      ...(survey.runningBoards ? ['Running boards: if they are powered, see that they still move.'] : []),
    ],
    trap: vents.length ? 'A dished plate that cleared the axle vent in the air can sit on it now.' : null,
    blocking: true,
  })
  return [settle]
}

/**
 * The load-sensing brake valve, where there is one: leveling changes what it sees. The vehicle maker's procedure, where the job has it,
 * says the same step with its figure.
 */
export function brakeValve(survey: Survey, after: string[]): Operation[] {
  if (survey.loadSensingValve !== true) return []
  return [
    shopOperation({
      id: 'brake-valve',
      title: "Set the load-sensing brake valve by the vehicle maker's procedure",
      phase: 'refit',
      support: 'ride-height',
      after,
      minutes: 12,
      steps: [
        'Its rod in the hole that it came from, its length as the procedure has it at this height.',
        'Rod or gap measured, the figure noted beside the one of the procedure; no line is opened.',
        'Valve and rod move freely through the travel.',
      ],
      trap: 'A leveled truck reads as empty to it: the rear brakes get too little with the load on.',
      tools: ['tape', 'socket set'],
      same: 'brake-valve',
      blocking: true,
    }),
  ]
}

/** Lug nuts of an axle whose wheels came off; of duals they hold an inner and an outer wheel. */
export const lugNuts = (dual: boolean): Operation =>
  shopOperation({
    id: 'lug-nuts',
    title: dual ? 'Torque the lug nuts of inner and outer wheel, on the ground' : 'Torque the lug nuts, on the ground',
    phase: 'refit',
    side: 'each',
    after: [],
    minutes: 3,
    steps: [
      ...(dual
        ? [
            'Inner wheel seated and its valve reached through the outer one; where each has nuts of its own, inner ones first.',
          ]
        : []),
      'Crosswise, to the figure of the vehicle maker.',
      'Tell the owner: again after 100 miles.',
    ],
    tools: ['torque wrench', 'lug nut socket'],
    torques: [WHEEL_NUTS],
    disturbs: [WHEEL_NUTS],
    blocking: true,
  })
