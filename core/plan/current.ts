import type { Operation } from '../kit'

const FEED = /\b(?:batter(?:y|ies)|fuses?)\b/i
const FEED_ON = /^(?:fuse in|battery (?:negative )?(?:back )?on|(?:re)?connect (?:the )?battery)\b/i
/** Whether a step gives the vehicle its current back: from then on a compressor may run by itself. */
export const bringsCurrent = ({ refits, title }: Pick<Operation, 'refits' | 'title'>): boolean =>
  refits.some((part) => FEED.test(part)) || FEED_ON.test(title)
