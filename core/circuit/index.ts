export { circuitFor, newNode, runsTo, tubeSize, type AxleAir } from './build'
export {
  SET_INTO_LINES,
  withInLine,
  withNode,
  withBeside,
  withNodeChanged,
  withoutInLine,
  withoutNode,
  withoutTube,
  withPoints,
  withRunChanged,
  withoutRun,
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
export {
  BESIDE_THING_NAMES,
  BESIDE_WAY_NAMES,
  besideName,
  circuitFaultText,
  jointName,
  NODE_NAMES,
  nodeName,
  REMEDY_HOW,
  RUN_BEGINS,
  RUN_NAMES,
  runName,
  suspectName,
  tubeName,
  VALVE_PLACE_NAMES,
} from './words'
export { remediesFor, touchedBy } from './remedy'
export { feedLines } from './feed'
export { cutList, piecesToCut, type CoiledPiece, type CutList } from './cut'
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
export { kindOfPlace, leakRates, SUSPECT_KINDS, suspectsOf, type LeakHistory } from './suspects'
