export { FOLLOW_UPS, type FollowUp } from './follow-ups'
export { loadSettings, type LoadSetting } from './settings'
export { FINAL_CHECKS, type FinalCheckId } from './records'
