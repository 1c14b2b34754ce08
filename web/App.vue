<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { reach } from './api/reach'
import DeviceDrawer from './shell/DeviceDrawer.vue'
import KeyList from './shell/KeyList.vue'
import StatusBar from './shell/StatusBar.vue'
import ToolWall from './shell/ToolWall.vue'
import { useShopKeys } from './shell/keys'
import { followHealth } from './stores/health'
import { connectEvents } from './stores/events'
import { useOutbox } from './stores/job/outbox'
import { useSession } from './stores/session'
import { useSettings } from './stores/settings'
import { tellUnsent } from './stores/job/unsent'

const SignIn = defineAsyncComponent(() => import('./people/SignIn.vue'))
const session = useSession()
const settings = useSettings()
const outbox = useOutbox()
const route = useRoute()
const bare = computed(() => route.name === 'bay-view')
const keyList = ref(false)
const drawer = ref(false)
useShopKeys({ showKeys: () => (keyList.value = !keyList.value) })
followHealth()
tellUnsent()

const idle = () =>
  new Promise<unknown>((resolve) =>
    'requestIdleCallback' in window ? requestIdleCallback(resolve, { timeout: 2000 }) : setTimeout(resolve, 200),
  )
// What earlier pages left unsent goes out first; the events start once somebody may hear them.
void session.load().then(async () => {
  await outbox.resume()
  // What assesses a job comes with it, not before the board is there: when the page has nothing else to do.
  await idle()
  const { useJob } = await import('./stores/job')
  await useJob().resume()
})
let listening = false
watch(
  () => session.person !== null && session.loaded,
  (ready) => {
    if (!ready) return
    // Without an answer a screen shows a new shop's settings; nothing stored depends on them.
    settings.load().catch(() => undefined)
    if (!listening) connectEvents()
    listening = true
  },
)
/** The page is built for somebody: another person, or nobody before, reads it anew. */
const seat = computed(() => (session.person ? 'taken' : session.loaded ? 'free' : 'unknown'))
</script>

<template>
  <div class="shop" :class="{ bare }">
    <ToolWall v-if="!bare" @devices="drawer = true" @keys="keyList = true" />
    <main>
      <StatusBar v-if="!bare" />
      <div class="view"><RouterView v-if="seat === 'taken'" /></div>
    </main>
    <KeyList v-if="keyList" @close="keyList = false" />
    <DeviceDrawer
      v-if="seat === 'taken' && (drawer || bare)"
      :open="drawer"
      :dark="bare"
      @open="drawer = true"
      @close="drawer = false"
    />
    <SignIn v-if="session.loaded && reach.signIn" />
  </div>
</template>

<style scoped>
.shop {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  height: 100%;
}
.bare {
  grid-template-columns: minmax(0, 1fr);
}
main {
  display: flex;
  flex-direction: column;
  min-width: 0;
  height: 100vh;
  overflow: hidden;
}
.view {
  flex: 1;
  min-height: 0;
}
</style>
