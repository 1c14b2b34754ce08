export { GAP_PASSES, gapChecks, judgeGap, judgeGaps, type GapJudgment, type GapVerdict } from './gaps'
export { GAP_CHECKS, type GapCheck } from './records'
