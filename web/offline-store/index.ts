export { forgetAnswers, keepAnswer, keptAnswer } from './answers'
export { keptDatabase } from './database'
export type { Conflict, Draft, KeptAnswer, Refusal, Sealed, Signer, Waiting } from './database'
export { openSealed, seal, sealedPeople } from './sealed'
