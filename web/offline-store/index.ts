export { forgetAnswers, keepAnswer, keptAnswer } from './answers'
export { keptDatabase } from './database'
export type { Conflict, Draft, Refusal, Signer, Waiting } from './database'
export { openSealed, seal, sealedPeople } from './sealed'
