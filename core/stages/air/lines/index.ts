export { cuttingOf } from './cutting'
export { laidLines, routed, strandsOf, type LaidLine, type Strand } from './lay'
export { placedCircuit } from './places'
export { HAS_HOLES, holeAxis, undersideOf, type Underside, type UnderPart } from './underside'
