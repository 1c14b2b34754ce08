import { formatQuantity, type UnitSystem } from '../../quantity'
import type { Calibration, CorrectedFactor } from '../../spring'
import type { AxleEnd } from '../../vehicle'
import type { Job } from '../../job'

const percent = (factor: number) => `${(100 * (factor - 1)).toFixed(1)} %`
const moved = (name: string, { factor, tolerance, told: amount }: CorrectedFactor): string[] =>
  amount ? [`${name} ${factor >= 1 ? '+' : ''}${percent(factor)} ± ${(100 * tolerance).toFixed(1)} %`] : []

/** What heights and pressures read in the shop say of an axle, in lines: what moved and by how much, or that they contradict. */
export function correctionText(axle: AxleEnd, found: Calibration, job: Job, system: UnitSystem): string[] {
  const where = axle === 'front' ? 'Front' : 'Rear'
  const load = (id: string) => job.loadCases.find((c) => c.id === id)?.name ?? id
  switch (found.code) {
    case 'nothing-read':
      return []
    case 'contradict':
      return [
        `${where}: the readings contradict each other${found.odd ? `; the one that agrees least is ${oddText(found.odd, load)}` : ''}. Nothing is corrected: read them again. If they come out the same, the table of the bag may be wrong.`,
      ]
    case 'corrected': {
      const parts = [
        ...moved('spring rate', found.rate),
        ...moved('bag area', found.area),
        ...Object.entries(found.loads).flatMap(([id, f]) => moved(`load "${load(id)}"`, f)),
      ]
      const height =
        Math.abs(found.height.offset) > 0.0005
          ? [
              `bag height ${found.height.offset > 0 ? '+' : '−'}${formatQuantity('length', Math.abs(found.height.offset), system)}`,
            ]
          : []
      const all = [...parts, ...height]
      return [
        all.length
          ? `${where}, by what was read: ${all.join(', ')}.`
          : `${where}: the readings agree with what was computed.`,
      ]
    }
  }
}
function oddText(id: string, load: (id: string) => string): string {
  if (id === 'empty') return 'the empty height'
  return id.startsWith('before ')
    ? `the height before the work with "${load(id.slice(7))}"`
    : `the height with "${load(id)}"`
}
