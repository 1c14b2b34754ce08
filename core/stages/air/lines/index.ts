export { laidLines, routed, type LaidLine } from './lay'
export { placedCircuit } from './places'
export { undersideOf, type Underside, type UnderPart } from './underside'
