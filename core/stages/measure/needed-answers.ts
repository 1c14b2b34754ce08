import { familyOf } from '../../kit'
import type { Job } from '../../job'
import { AXLES, type AxleEnd, isAxleSurveyKey, surveyAnswer, type Axle, type SurveyKey } from '../../vehicle'

/** A question that is still open, and at which axle. */
export interface OpenAnswer {
  key: SurveyKey
  /** Null for one about the whole vehicle. */
  axle: AxleEnd | null
}

const ALWAYS = ['bumpStop', 'exhaustSide', 'factoryAir', 'oldHelper', 'loadSensingValve', 'rust', 'frame'] as const
const COIL = ['coilInsideDiameter', 'coilGapStanding'] as const

/** Answers without which no kit can be judged, by what the springs of the axle are. */
const NEEDED: Record<Axle['suspension'], readonly SurveyKey[]> = {
  leaf: ['liftBlock', ...ALWAYS],
  coil: [...ALWAYS, ...COIL],
  'torsion-bar': ALWAYS,
  air: ALWAYS,
}

/**
 * Axles that are surveyed: those with a kit, or the rear, where most kits go, while none is picked.
 * @returns front before rear
 */
export function surveyedAxles({ kits }: Pick<Job, 'kits'>): AxleEnd[] {
  const axles = AXLES.filter((axle) => kits.some(({ kit }) => kit.axle === axle))
  return axles.length ? axles : ['rear']
}

/** Survey answers that decide fitment and are still open. Coil questions are asked while a kit may go into a coil. */
export function unansweredOf({ vehicle, survey, kits }: Pick<Job, 'vehicle' | 'survey' | 'kits'>): OpenAnswer[] {
  return surveyedAxles({ kits }).flatMap((axle, i) => {
    const picked = kits.find(({ kit }) => kit.axle === axle)?.kit
    const asks = NEEDED[vehicle[axle].suspension].filter(
      (key) => !isCoilQuestion(key) || !picked || familyOf(picked).asksCoil,
    )
    const rails: readonly SurveyKey[] =
      axle === 'rear' && vehicle.rear.suspension === 'leaf' && vehicle.frameRails ? ['hitchRails'] : []
    return [...asks, ...rails].flatMap((key): OpenAnswer[] => {
      if (surveyAnswer(survey, key, axle) !== null) return []
      if (isAxleSurveyKey(key)) return [{ key, axle }]
      // One about the whole vehicle is asked once.
      return i === 0 ? [{ key, axle: null }] : []
    })
  })
}
const isCoilQuestion = (key: SurveyKey): boolean => (COIL as readonly SurveyKey[]).includes(key)
