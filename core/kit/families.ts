/** Gaps that are read with a kit in place. */
type FamilyGap = 'bag-clearance' | 'bag-height' | 'plate-tire'
/** A helper spring from behind, in pixels: its middle, its upper end and how far it is to the axle. */
type Outline = (x: number, top: number, height: number) => string

/** What follows from where a kit stands: at the coil it goes where the coil goes, inside it its line leaves at the moving end. */
const STANDS = {
  'between-plates': { atCoil: false, insideCoil: false, betweenPlates: true },
  'in-coil': { atCoil: true, insideCoil: true, betweenPlates: false },
  'for-coil': { atCoil: true, insideCoil: false, betweenPlates: false },
  'at-stop': { atCoil: false, insideCoil: false, betweenPlates: false },
} as const satisfies Record<string, { atCoil: boolean; insideCoil: boolean; betweenPlates: boolean }>

/** All that the program knows of a family of kits: everything that differs from family to family asks this table. */
interface Family {
  name: string
  /** Holds air; else it is sold without a bag, and nothing of it is filled, soaped or set. */
  air: boolean
  /** Takes the place of the vehicle's own spring: without air nothing carries. */
  replacesSpring: boolean
  /** Where it stands: with plates between axle and frame, inside the vehicle's coil, or where the coil was. */
  stands: keyof typeof STANDS
  /** Its plates are dished: one can sit on the axle vent, and its area falls as it is drawn out. */
  dished: boolean
  /** Gaps that are read of it, besides those of its line. */
  gaps: readonly FamilyGap[]
  /** Whether the coil's inside and gaps decide it, and are asked for. */
  asksCoil: boolean
  outline: Outline
}

const bellowsOutline: Outline = (x, top, height) => {
  const [middle, bottom] = [top + height / 2, top + height]
  return `M${x - 9} ${top}Q${x - 19} ${top + height / 4} ${x - 9} ${middle}Q${x - 19} ${bottom - height / 4} ${x - 9} ${bottom}H${x + 9}Q${x + 19} ${bottom - height / 4} ${x + 9} ${middle}Q${x + 19} ${top + height / 4} ${x + 9} ${top}Z`
}
const sleeveOutline: Outline = (x, top, height) => {
  const [roll, bottom] = [top + 0.62 * height, top + height]
  return `M${x - 10} ${top}V${roll}Q${x - 10} ${roll + 6} ${x - 6} ${roll + 6}V${bottom}H${x + 6}V${roll + 6}Q${x + 10} ${roll + 6} ${x + 10} ${roll}V${top}Z`
}
const PLATE_GAPS = ['bag-clearance', 'bag-height', 'plate-tire'] as const

/**
 * The families of kits. A new one is a row here; its operations, fitment rules and part names are a kit's own data.
 */
export const FAMILY_TABLE = {
  bellows: {
    name: 'bellows',
    air: true,
    replacesSpring: false,
    stands: 'between-plates',
    dished: true,
    gaps: PLATE_GAPS,
    asksCoil: false,
    outline: bellowsOutline,
  },
  sleeve: {
    name: 'sleeve',
    air: true,
    replacesSpring: false,
    stands: 'between-plates',
    dished: false,
    gaps: PLATE_GAPS,
    asksCoil: false,
    outline: sleeveOutline,
  },
  'in-coil': {
    name: 'in-coil',
    air: true,
    replacesSpring: false,
    stands: 'in-coil',
    dished: false,
    // A cylinder inside a coil has no room around it to measure.
    gaps: [],
    asksCoil: true,
    outline: (x, top, height) =>
      `M${x - 8} ${top + 4}Q${x} ${top - 3} ${x + 8} ${top + 4}V${top + height - 4}Q${x} ${top + height + 3} ${x - 8} ${top + height - 4}Z`,
  },
  'coil-replacement': {
    name: 'coil replacement',
    air: true,
    replacesSpring: true,
    stands: 'for-coil',
    dished: false,
    gaps: ['bag-clearance', 'bag-height'],
    asksCoil: false,
    outline: (x, top, height) =>
      `M${x - 12} ${top}Q${x - 18} ${top + height / 2} ${x - 12} ${top + height}H${x + 12}Q${x + 18} ${top + height / 2} ${x + 12} ${top}Z`,
  },
  rubber: {
    name: 'rubber helper',
    air: false,
    replacesSpring: false,
    stands: 'at-stop',
    dished: false,
    gaps: [],
    asksCoil: false,
    outline: (x, top, height) => `M${x - 11} ${top}H${x + 11}L${x + 6} ${top + height}H${x - 6}Z`,
  },
} as const satisfies Record<string, Family>

export type KitFamily = keyof typeof FAMILY_TABLE
/** Families in the order in which they are listed. */
export const FAMILIES = Object.keys(FAMILY_TABLE) as [KitFamily, ...KitFamily[]]

/** What is known of a kit's family. */
export const familyOf = ({ family }: { family: KitFamily }): Family => FAMILY_TABLE[family]
/** What follows from where a kit stands. */
export const standOf = (kit: { family: KitFamily }) => STANDS[familyOf(kit).stands]
