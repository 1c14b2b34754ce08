import { reactive } from 'vue'

/** What this page knows of the server from its latest answers. */
export const reach = reactive({
  /** It did not answer. */
  away: false,
  /** It says that nothing can be saved, and why. */
  trouble: null as string | null,
  /** When it came up again after a crash; null where it did not crash, or long ago. */
  restarted: null as string | null,
  /** What is shown was kept on this screen, from then; null where it is fresh. */
  keptFrom: null as string | null,
  /** It wants somebody to sign in. */
  signIn: false,
  /** By how much this screen's clock is ahead of the server's, s; 0 where nobody would call it off. */
  clockOff: 0,
})
