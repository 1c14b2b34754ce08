import { besideName, nodeName, RUN_BEGINS, RUN_NAMES, runName, VALVE_PLACE_NAMES } from '../../circuit'
import type { Circuit } from '../../fittings'
import { formatQuantity, formatRun, isBelow, limitQuantity, type Meters, type UnitSystem } from '../../quantity'
import { HAND_NAMES } from '../../kit'
import { formatDate } from '../../shop'
import type { HandRow, ShortRow } from '.'

/** A row as it is read: what it is about, the figure that counts, what is said beside it. */
export interface HandText {
  label: string
  figure: string
  note: string
}

/** Where a place is, for somebody under the vehicle. */
function placeText([ahead, left, up]: readonly [Meters, Meters, Meters], system: UnitSystem): string {
  const len = (v: Meters) => formatQuantity('length', Math.abs(v), system)
  return `${len(ahead)} ${ahead < 0 ? 'behind' : 'ahead of'} the rear axle, ${len(left)} ${left < 0 ? 'right' : 'left'} of center, ${len(up)} above the ground`
}
const FACES: Record<string, string> = {
  forward: 'forward',
  rearward: 'to the rear',
  inward: 'to the center',
  outward: 'outboard',
  inboard: 'inboard',
  outboard: 'outboard',
  up: 'up',
  down: 'down',
}
const listed = (items: readonly string[]): string => items.join(', ')

const told = (label: string, figure: string, ...notes: (string | false | null)[]): HandText => ({
  label,
  figure,
  note: notes.filter(Boolean).join(' · '),
})
const NEAR_NAMES: Record<Extract<HandRow, { is: 'near-line' }>['to'], string> = {
  bag: 'bag',
  bracket: 'bracket',
  bolt: 'U-bolt ends',
  pipe: 'exhaust',
}
/** From here on a stretch with nothing to tie to is said, m: a tie each foot, and half as much again. Common practice, no published source. */
const LONG_UNTIED: Meters = 0.5
type LineRow = Extract<HandRow, { line: string } | { is: 'fitting' | 'near-line' }>

/** A wrench is sold in one unit; beside it how wide that is in the other. */
const otherUnit = ({ flats, size }: Extract<HandRow, { is: 'hex' }>): string =>
  flats.endsWith('mm') ? formatQuantity('length', size, 'us') : `${(1000 * size).toFixed(1)} mm`

/** How something is put on. */
// eslint-disable-next-line complexity -- a case for each kind of row
function mountText(row: Exclude<HandRow, LineRow>, system: UnitSystem): HandText {
  const len = (v: Meters) => formatQuantity('length', v, system)
  switch (row.is) {
    case 'bracket':
      return told(
        'bracket',
        row.number || row.name,
        row.number ? row.name : null,
        HAND_NAMES[row.hand],
        row.port && `port ${FACES[row.port]}`,
      )
    case 'puck':
      return told('puck', row.name, 'between cylinder and seat', !row.inBox && 'not in the box')
    case 'hex':
      return told('wrench', row.flats, `${row.thread}, ${otherUnit(row)}`, 'usual hex, look at the head')
    case 'alike':
      return told('looks alike', row.otherThread, row.other, `here it is ${row.thread}: start it by hand`)
    case 'slot':
      return told('slot', row.name ?? 'first place')
    case 'spacer':
      return told('spacer', `${row.count} ×`, row.name, !row.inBox && 'not in the box')
    case 'turned':
      return told('plate', 'turned half round')
    case 'coil-gap':
      return told(
        'coil gap',
        row.has === null ? 'measure it' : len(row.has),
        `needs ${limitQuantity('min', 'length', row.needs, system)}`,
        row.has !== null && isBelow(row.has, row.needs) && 'too narrow: take the coil out',
      )
    case 'swapped':
      return told('sides', 'left and right brackets changed over')
    case 'port':
      return told('port', FACES[row.faces] ?? row.faces)
    case 'bolt': {
      // A bolt is asked for in its own series, whatever the shop reads.
      const sold = (v: Meters) => formatQuantity('length', v, row.series === 'inch' ? 'us' : 'metric')
      return told(
        'bolt',
        `${row.count === null ? '' : `${row.count} × `}${row.thread} × ${sold(row.length)}`,
        row.name,
        row.buy && 'buy it: the one in the box is too short',
        row.cut > 0 && `cut ${sold(row.cut)} off`,
      )
    }
    case 'u-bolt':
      return told('U-bolt', row.thread, row.name, `leg ${len(row.leg)} or more`, row.verdict !== 'fine' && row.verdict)
    case 'last-bags':
      return told(
        'last time',
        `${formatQuantity('pressure', row.left, system)} left, ${formatQuantity('pressure', row.right, system)} right`,
        formatDate(row.at, 'UTC'),
      )
    case 'last-torque':
      return told('last time', formatQuantity('torque', row.value, system), row.name)
    case 'shield':
      return told(
        'clamps',
        row.pipe === null ? 'measure the pipe' : `pipe ${len(row.pipe)}`,
        row.joined ? `each goes around ${len(row.most)}: join two` : `each goes around ${len(row.most)}`,
      )
  }
}

/** What a line comes to beside its cut and its way. */
function besideText(
  row: Extract<HandRow, { is: 'beside' | 'too-near' | 'near-line' | 'run' }>,
  circuit: Circuit,
  system: UnitSystem,
): HandText {
  const len = (v: Meters) => formatQuantity('length', v, system)
  const run = (v: Meters) => formatRun(v, system)
  switch (row.is) {
    case 'beside':
      return told(
        row.beside.how === 'tied' ? 'tie to' : row.beside.how,
        besideName(row.beside),
        row.loom && 'loom over its edge',
        row.loop !== null && `it moves: leave a loop of ${run(row.loop)}, counted in the length`,
      )
    case 'too-near':
      return told(
        'too near',
        row.part.toLowerCase(),
        row.gap <= 0 ? 'it goes through' : len(row.gap),
        `${limitQuantity('min', 'length', row.least, system)} or more: lay it another way`,
      )
    case 'run': {
      const found = circuit.runs.find((r) => r.id === row.line)
      return told(
        found ? RUN_NAMES[found.kind] : 'harness',
        run(row.length),
        found ? runName(circuit, found) : null,
        row.estimated && 'nobody has looked at this way yet',
      )
    }
    case 'near-line':
      return told(
        'near',
        row.part.toLowerCase(),
        row.gap <= 0 ? `touches the ${NEAR_NAMES[row.to]}` : `${len(row.gap)} from the ${NEAR_NAMES[row.to]}`,
        row.verdict === 'look' && 'estimated: look',
      )
  }
}

/**
 * What the hand needs at a step, in the units of the screen; threads, and bolts in their own series, stay as they are sold.
 * @param circuit the job's, whose lines and fittings the row is about
 */
// eslint-disable-next-line complexity -- a case for each kind of row
export function handText(row: HandRow, circuit: Circuit, system: UnitSystem): HandText {
  const len = (v: Meters) => formatQuantity('length', v, system)
  const run = (v: Meters) => formatRun(v, system)
  // What a coil has is told down, what is cut from it up.
  const has = (v: Meters) => formatRun(Math.max(0, v - 0.0127), system)
  const name = (id: string) => {
    const node = circuit.nodes.find((n) => n.id === id)
    if (node) return nodeName(circuit, node)
    return id in RUN_BEGINS ? RUN_BEGINS[id as keyof typeof RUN_BEGINS] : id
  }
  switch (row.is) {
    case 'cut':
      return row.was === null
        ? told(
            'cut',
            run(row.length),
            row.first && 'cut this one first: half the coil is too short',
            row.buy && 'no coil in the box reaches: buy tube',
            row.coil !== null && `of ${has(row.coil)}`,
            row.other !== null && `other side ${run(row.other)}`,
          )
        : told(
            'cut',
            run(row.was),
            'cut already',
            row.short > 0 && `${run(row.short)} too short for this way: cut a new one, or lay it shorter`,
          )
    case 'coiled':
      return told(
        'coil',
        run(row.length),
        row.later ? 'of that stays coiled at the valve, for the compressor later' : 'of that stays coiled and tied',
      )
    case 'way':
      return told(
        'way',
        `${name(row.from)} to ${name(row.to)}`,
        row.through.length > 0 && `through ${listed(row.through)}`,
        row.estimated && 'nobody has looked at this way yet',
      )
    case 'sleeve':
      return told(
        'sleeve',
        run(row.to - row.from),
        `from ${run(row.from)} to ${run(row.to)} along from the ${name(row.begins)}`,
        `pipe ${len(row.gap)} away`,
      )
    case 'no-sleeve':
      return told('sleeve', 'none needed', row.gap !== null && `pipe ${len(row.gap)} away`)
    case 'loom':
      return told(
        'loom',
        run(row.to - row.from),
        row.from > 0
          ? `over the edge ${run(row.from)} along from the ${name(row.begins)}`
          : `from the ${name(row.begins)} on`,
      )
    case 'ties':
      return told(
        'ties',
        row.count ? String(row.count) : row.untied > LONG_UNTIED ? 'find something to tie to' : 'none needed',
        row.untied > LONG_UNTIED && `${run(row.untied)} with nothing near it`,
        row.never.length > 0 && `not to: ${listed(row.never)}`,
      )
    case 'fitting':
      return told(
        'place',
        name(row.node),
        row.where && VALVE_PLACE_NAMES[row.where],
        placeText(row.place, system),
        row.estimated && 'usual place, nobody has picked one',
      )
    case 'beside':
    case 'too-near':
    case 'near-line':
    case 'run':
      return besideText(row, circuit, system)
    default:
      return mountText(row, system)
  }
}

/** What a job needs beyond its boxes, in one line. */
export function shortText(row: ShortRow, system: UnitSystem): string {
  const len = (v: Meters) => formatQuantity('length', v, system)
  const run = (v: Meters) => formatRun(v, system)
  switch (row.is) {
    case 'part':
      return `${row.count} × ${row.name}`
    case 'missing':
      return `${row.count} × ${row.name}, missing from the ${row.axle} box`
    case 'bolt': {
      const sold = (v: Meters) => formatQuantity('length', v, row.series === 'inch' ? 'us' : 'metric')
      return `${row.count} × ${row.thread} × ${sold(row.length)}, ${row.name}${row.cut > 0 ? `, cut ${sold(row.cut)} off` : ''}`
    }
    case 'clamp':
      return `Band clamps to join two and two: the pipe is ${len(row.pipe)}, one goes around ${len(row.most)}`
    case 'tube':
      return `${run(row.length)} of air line, no coil in the box reaches`
    case 'sleeve':
      return `${run(row.length)} more heat sleeve`
    case 'ties':
      return `${row.count} more cable ties`
    case 'sealant':
      return `Thread sealant for the ${row.name.toLowerCase()}`
    case 'figure':
      return `Vehicle maker's torque, ${row.name.toLowerCase()}: look it up`
  }
}
