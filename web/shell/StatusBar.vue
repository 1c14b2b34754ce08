<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { reach } from '../api/reach'
import { useSettings } from '../stores/settings'
import { useUnsent } from '../stores/job/unsent'
import { appUpdate } from './app-update'

/** What every screen says when something is not as usual: the server, what waits, the clock, the connection. */
const { count, refused } = useUnsent()
const settings = useSettings()
/** Said once a screen: it changes what to expect of it. */
const isWarned = useLocalStorage('told-plain-connection', false)
const plain = computed(() => !window.isSecureContext && !isWarned.value)
const minutes = computed(() => Math.max(1, Math.round(Math.abs(reach.clockOff) / 60)))
const from = computed(() => (reach.keptFrom ? settings.dateTime(reach.keptFrom) : null))
/** One tap in the bay puts down as much: the plan as the work begins, its looks, the step, and the next one begun. */
const AT_ONCE = 4
const hidden = ref(false)
const isOpen = ref(false)
</script>

<template>
  <div
    class="bars"
    role="status"
    aria-live="polite"
    :data-away="reach.away || undefined"
    :data-unsent="count || undefined"
  >
    <p v-if="reach.away" class="bar stop">
      <span
        >The shop server does not answer. What you type is kept on this screen and sent when it is back<template
          v-if="from"
          >; what you see is from {{ from }}</template
        >.</span
      >
      <RouterLink v-if="count" :to="{ name: 'waiting' }">{{ count }} waiting</RouterLink>
    </p>
    <p v-else-if="refused" class="bar stop">
      <span>{{ refused === 1 ? 'One thing' : `${refused} things` }} you entered could not be saved as it is.</span>
      <RouterLink :to="{ name: 'waiting' }">Look at {{ refused === 1 ? 'it' : 'them' }}</RouterLink>
    </p>
    <p v-else-if="count > AT_ONCE" class="bar">
      <span>Sending what was entered while the server was away.</span>
      <RouterLink :to="{ name: 'waiting' }">{{ count }} waiting</RouterLink>
    </p>
    <p v-if="reach.trouble" class="bar stop" data-code="trouble">{{ reach.trouble }}</p>
    <p v-if="reach.restarted && !isOpen" class="bar" data-code="restarted">
      <span
        >The shop server crashed and came up again at {{ settings.dateTime(reach.restarted) }}. What it had saved is
        there; tell the owner if it happens again.</span
      >
      <button class="plain" @click="isOpen = true">close</button>
    </p>
    <p v-if="reach.clockOff && !hidden" class="bar" data-code="clock">
      <span
        >This screen's clock is {{ minutes }} min {{ reach.clockOff > 0 ? 'fast' : 'slow' }}. Times are corrected by it;
        set it right.</span
      >
      <button class="plain" @click="hidden = true">close</button>
    </p>
    <p v-if="plain" class="bar" data-code="plain-connection">
      <span
        >This page came over a plain connection. Everything works while it stays open, also with the server away; a
        reload needs the server, and the screen may go dark in the bay. The owner can set up a secure address: README,
        "Setting up a shop".</span
      >
      <button class="plain" @click="isWarned = true">understood</button>
    </p>
    <p v-if="appUpdate.ready" class="bar" data-code="update">
      <span>A newer version of this program is here. What waits to be sent stays.</span>
      <button class="plain" @click="appUpdate.take()">reload with it</button>
    </p>
  </div>
</template>

<style scoped>
.bars {
  position: relative;
  z-index: 30;
}
.bar {
  display: flex;
  gap: 14px;
  align-items: baseline;
  margin: 0;
  padding: 6px 16px;
  background: #fbf0d2;
  border-bottom: 1px solid var(--edge);
  color: var(--ink);
}
.bar span {
  flex: 1;
}
.bar a {
  white-space: nowrap;
  font-weight: 600;
}
.stop {
  background: #f6dfd9;
}
</style>
