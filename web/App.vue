<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import DeviceDrawer from './shell/DeviceDrawer.vue'
import KeyList from './shell/KeyList.vue'
import ToolWall from './shell/ToolWall.vue'
import { useShopKeys } from './shell/keys'
import { connectEvents } from './stores/events'
import { useSettings } from './stores/settings'

connectEvents()
// Without an answer a screen shows a new shop's settings; nothing stored depends on them.
useSettings()
  .load()
  .catch(() => undefined)
const route = useRoute()
const bare = computed(() => route.name === 'bay-view')
const keyList = ref(false)
const drawer = ref(false)
useShopKeys({ showKeys: () => (keyList.value = !keyList.value) })
</script>

<template>
  <div class="shop" :class="{ bare }">
    <ToolWall v-if="!bare" @devices="drawer = true" @keys="keyList = true" />
    <main>
      <RouterView />
    </main>
    <KeyList v-if="keyList" @close="keyList = false" />
    <DeviceDrawer v-if="drawer || bare" :open="drawer" :dark="bare" @open="drawer = true" @close="drawer = false" />
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
  min-width: 0;
  height: 100vh;
  overflow: hidden;
}
</style>
