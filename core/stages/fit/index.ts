export { GAP_PASSES, gapKey, judgeGap, judgeGaps, type AskedGap, type GapJudgment, type GapVerdict } from './gaps'
export { ridesAlong, roomGapsOf, type GapState, type RoomGap } from './room-gaps'
export { GAP_HELP } from './words'
