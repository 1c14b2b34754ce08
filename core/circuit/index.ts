export { circuitFor, newNode, tubeSize, type AxleAir } from './build'
export {
  SET_INTO_LINES,
  withInLine,
  withNode,
  withNodeChanged,
  withoutInLine,
  withoutNode,
  withoutTube,
  withPoints,
  withTube,
} from './edit'
export {
  circuitFaults,
  jointsOf,
  labelsOf,
  linesAt,
  pressureGroups,
  tubeVolume,
  wordsOf,
  type CircuitFault,
  type Joint,
  type PressureGroup,
} from './graph'
export * from './schema'
export {
  circuitFaultText,
  jointName,
  NODE_NAMES,
  nodeName,
  REMEDY_HOW,
  REMEDY_NAMES,
  suspectName,
  tubeName,
  VALVE_PLACE_NAMES,
} from './words'
export { REMEDIES, remediesFor, touchedBy, type Remedy } from './remedy'
export { cutList, type CutList, type Piece } from './cut'
export {
  chanceOf,
  leakSearch,
  nextTest,
  suspicions,
  type LeakAnswer,
  type LeakSearch,
  type LeakTest,
  type Suspicion,
} from './leak-search'
export {
  kindOfPlace,
  leakRates,
  SUSPECT_KINDS,
  suspectsOf,
  type LeakHistory,
  type Suspect,
  type SuspectKind,
} from './suspects'
