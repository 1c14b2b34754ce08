export { FOLLOW_UPS, type FollowUp } from './follow-ups'
export { FINAL_CHECKS, type FinalCheckId } from './records'
