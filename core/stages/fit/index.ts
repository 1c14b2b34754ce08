export { GAP_PASSES, judgeGap, judgeGaps, type GapJudgment, type GapVerdict } from './gaps'
export { type GapCheck } from './records'
