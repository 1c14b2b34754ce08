import { formatQuantity, type UnitSystem } from '../quantity'
import type { Template } from '../kit'
import type { HoleFault, TemplateSide, TemplateWords } from './template'

/** What is written on a template, in a shop's units. */
export const templateWords = ({ name, on: part }: Template, side: TemplateSide, system: UnitSystem): TemplateWords => ({
  title: name,
  side: side === 'left' ? 'LEFT side' : 'RIGHT side',
  forward: 'front of the vehicle',
  bottomEdge: part === 'bump-stop' ? 'datum: the face it is bolted to' : 'datum: bottom edge of the rail, from outside',
  actualSize: 'Print at actual size, then measure both rulers.',
  fold: 'bend of the flange: no hole beyond this line',
  cut: 'cut here',
  hole: (hole, diameter, pilot) =>
    `${hole}: ${formatQuantity('length', diameter, system)}${pilot === null ? '' : `, pilot ${formatQuantity('length', pilot, system)}`}`,
})

export const HOLE_FAULTS: Record<HoleFault['code'], string> = {
  edge: 'nearer than two diameters to an edge',
  bend: 'in the bend of the flange',
  flange: 'in a flange: flanges are never drilled',
  holes: 'nearer than two diameters to another hole',
}
