import type { PlanStep } from '../../kit'

/** Whether the axle is run down and up at a step, with somebody watching: what is seen on the way may be recorded there. */
export const isTravelRun = ({ id, phase, raise }: Pick<PlanStep, 'id' | 'phase' | 'raise'>): boolean =>
  id.split(':')[0]!.endsWith('watch-travel') || (phase === 'align' && raise?.until === 'part-way')
