import type { DepartureKind } from '../../records'
import type { LookId, StepLooks } from './looks'
import type { PlaceState, WrenchDoubt } from './torques'

export const PLACE_STATES: Record<PlaceState, string> = {
  missing: 'not torqued yet',
  within: 'within the torque spec',
  low: 'too low: pull again',
  high: 'over its max: undo it, look at threads and seat',
  'over-pulled': 'was pulled over its max: undo it, look at threads and seat',
  'wrong-unit': 'this is the target in another unit: check the wrench',
  'not-judged': 'recorded; the kit gives no limit',
  'needs-maker-figure': "look up the vehicle maker's figure first",
  'by-feel': 'tightened by feel',
  turned: 'turned as the instructions say',
  'look-again': 'wrench could not reach: look at it a second time',
  'not-reached': 'not torqued to a figure: wrench could not reach, looked at twice',
  'none-given': 'no torque given',
}

export const WRENCH_DOUBTS: Record<WrenchDoubt, string> = {
  'under-range': "read under a fifth of the wrench's range: pull again with a smaller one",
  overdue: 'read with a wrench whose calibration was over',
}

/** What is seen where it is as it has to be, and what puts it right where it is not. */
export const LOOK_WORDS: Record<LookId, { seen: string; remedy: string }> = {
  'bracket-as-pictured': {
    seen: 'bracket as pictured',
    remedy: 'Check its number, its side and its slot against Fit before anything is tightened.',
  },
  'slot-as-on-fit': {
    seen: 'slot and plate as on Fit',
    remedy: 'Take it to the slot that Fit picked, plate turned as drawn, or change Fit and look at the gaps again.',
  },
  'port-as-drawn': {
    seen: 'air port faces as drawn',
    remedy: 'Bag off its plate, turn it, back on. Turned later, the line kinks.',
  },
  'bolt-clear-of-brake-line': {
    seen: 'bolt clear of the brake line',
    remedy: 'Move the bolt to the other side of the line, or ease the line aside. Never bend it hard.',
  },
  'pin-in-its-hole': {
    seen: 'center pin in its hole',
    remedy: 'Loosen this side, shift the axle until the pin drops in, then tighten again in passes.',
  },
  'bag-upright': {
    seen: 'plates parallel, bag upright',
    remedy: 'Loosen the lower bracket, square the bag at low pressure, then tighten again.',
  },
  'coil-to-its-marks': {
    seen: 'coil back to its marks',
    remedy: 'Lower the axle, turn the coil to the marks, raise it.',
  },
  'insulator-right-way': {
    seen: 'insulator right way up',
    remedy: 'Lower the axle, turn the insulator over, raise it.',
  },
  'chips-out': {
    seen: 'chips out, edges painted, nothing lost in the rail',
    remedy: 'Magnet or vacuum into the rail, then rust paint on every edge.',
  },
  'cut-end-dressed': {
    seen: 'cut end dressed, threads past the nut',
    remedy: 'File and paint the end. With no thread past the nut, fit a longer bolt.',
  },
  'tube-clean': { seen: 'tube clean, cut square', remedy: 'Cut it again with the tube cutter, and blow it out.' },
  'tube-home': { seen: 'pushed home, tugged', remedy: 'Press the collar, pull it out, cut it square, push it home.' },
  'barb-clamped': {
    seen: 'over the whole barb, clamped',
    remedy: 'Clamp off, tube over the last barb, clamp back behind it.',
  },
  'loop-left': {
    seen: 'no sharp bend, loop left for travel',
    remedy: 'Pull slack from the valve end, or cut a longer piece.',
  },
  'ties-snug': {
    seen: 'ties snug, to nothing hot or moving',
    remedy: 'Cut the tie. Tie it to the frame or a bracket instead, never to a brake hose or brake line.',
  },
  'edges-loomed': {
    seen: 'loom on each edge, loop where it moves',
    remedy: 'Slit loom over the edge, tied at both ends. Pull slack to the part that moves.',
  },
  'tee-as-drawn': { seen: 'tee where it is drawn', remedy: 'Move it, or draw it on Air where it is now.' },
  'thread-outside': {
    seen: '3/8 in of thread outside the hole',
    remedy: 'Nuts off, set the inner nut further back, then tighten the outer one by hand.',
  },
  'shield-off-rubber': {
    seen: 'shield clear of the bag, band ends apart',
    remedy: 'Bend the shield to the pipe. With the band ends touching, join two bands.',
  },
  'filter-upright': { seen: 'filter upright, hose before it', remedy: 'Turn it so that water runs out of it.' },
  'ground-bare': { seen: 'ground on bare metal', remedy: 'Scrape the paint off, bolt it on, paint over it.' },
  'harness-off-pipe': { seen: 'harness off the pipe', remedy: 'Tie it away from heat: 6 in, or a sleeve.' },
  'spare-lead-capped': { seen: 'spare lead capped', remedy: 'Cap and tie back any lead that is not used.' },
  'fuse-as-worked-out': { seen: 'fuse as worked out', remedy: 'Put in the fuse that Air names, no larger one.' },
  'switch-own-side': {
    seen: 'each switch fills its own side',
    remedy: 'Air out, change the two lines over, soap both.',
  },
  'orange-cables-clear': {
    seen: 'orange cables clear of jack and stands',
    remedy: 'Find another lift point. Only trained people touch orange cables.',
  },
  'brake-in-service': {
    seen: 'electric parking brake in service position',
    remedy: "Set it by the vehicle maker's procedure before the wheels come off.",
  },
  'brake-out-of-service': {
    seen: 'parking brake out of service position, it holds',
    remedy: "Take it out of service by the vehicle maker's procedure. It does not roll before.",
  },
  'vent-clear': {
    seen: 'plate clear of the axle vent, on its wheels',
    remedy: 'Move the vent hose, or the bracket. A plate that was bent is a deviation.',
  },
  'boards-move': { seen: 'running boards swing free', remedy: 'Move the line or harness out of their way.' },
  'lines-clear-at-locks': {
    seen: 'front lines clear at both locks',
    remedy: 'Turn the wheels lock to lock, move the line where it comes near the tire.',
  },
  'lines-held': {
    seen: 'lines held, no kink, not taut, fittings dry',
    remedy: 'Back into its clip, or a longer way. A kinked or wet brake line stops the job.',
  },
  'lines-off-the-kit': {
    seen: 'brake, fuel and wire lines off bag, bracket and bolts',
    remedy: 'Ease it along its length and hold it there, or loom. Measure it on Fit where it stays near.',
  },
}

/** Where work leaves its instructions: what it is called, and the reasons that shops give for it. */
export const DEPARTURE_WORDS: Record<DepartureKind, { name: string; reasons: readonly string[] }> = {
  'wheels-on': { name: 'Done with the wheels on', reasons: ['enough room with the wheels on', 'no second lift free'] },
  'other-way': {
    name: 'Done another way than the instructions',
    reasons: ['more room this way', 'parts cannot come off'],
  },
  'fed-through': {
    name: 'Fed through a coil gap narrower than asked',
    reasons: ['it went in by hand, no force', 'coil cannot come out here'],
  },
  'sides-changed': {
    name: 'Left and right brackets changed over',
    reasons: ['clears the exhaust', 'clears the shock'],
  },
  'clamps-joined': { name: 'Two clamps joined to one', reasons: ['pipe is thicker than one clamp'] },
  'longer-bolt': { name: 'Longer bolts than in the box', reasons: ['lift block', 'spacers', 'thicker rail'] },
  'cut-bolt': { name: 'Bolt cut to length', reasons: ['no room behind the nut', 'that length is not sold'] },
  'other-order': {
    name: 'Steps in another order',
    reasons: ['part came late', 'easier to reach first', 'second person free'],
  },
  'part-changed': {
    name: 'Part of the vehicle not put back as it was',
    reasons: ['in the way of the bracket', 'rusted through', 'owner asked for it'],
  },
  'step-added': { name: 'Steps that no instructions have', reasons: ['found on the vehicle', 'owner asked for it'] },
  'not-torqued': { name: 'Not torqued to a figure', reasons: ['wrench does not reach, crowfoot neither'] },
}

/** What is seen at a look where it is right, and what puts it right: of a kit's own in its own words. */
export const lookWords = ({
  look,
  own,
}: Pick<StepLooks['looks'][number], 'look' | 'own'>): { seen: string; remedy: string } =>
  own ? { seen: own.seen, remedy: own.remedy || 'Put it right, then look again.' } : LOOK_WORDS[look as LookId]

/** Why a step is not done, as it is tapped; anything else is typed. */
export const SKIP_REASONS: readonly string[] = [
  'part is missing',
  'tool is not here',
  'this vehicle does not have it',
  'the owner said no',
  'done on a visit before',
]
/** Why the work on a step rests. */
export const PAUSE_REASONS: readonly string[] = ['break', 'waits for a part', 'called to another job', 'asks the owner']
