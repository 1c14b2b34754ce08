import type { Kit } from './schema'

const SCREWED_IN = /\b(?:stems?|fittings?|elbows?|nipples?|connectors?|barbs?)\b/i
/** Whether the tube goes over a barb that is one piece with the bag: there is no thread that could leak, and none to soap. */
export const hasMoldedBarb = ({ fitting, fasteners }: Pick<Kit, 'fitting' | 'fasteners'>): boolean =>
  fitting === 'molded' ||
  // A barbed one that is screwed in has its own line among what is torqued.
  (fitting === 'barbed' && !fasteners.some((f) => f.fitting !== null || SCREWED_IN.test(f.name)))
