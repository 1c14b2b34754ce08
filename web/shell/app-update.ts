import { reactive } from 'vue'

/** A newer version of the pages, and taking it when it suits: never under somebody's hands. */
export const appUpdate = reactive({ ready: false, take: () => {} })
