export { GAP_PASSES, judgeGap, judgeGaps, type GapJudgment, type GapVerdict } from './gaps'
export { type GapCheck } from './records'
export { ridesAlong, roomGapsOf, type GapState, type RoomGap } from './room-gaps'
