<script setup lang="ts">
import { reach } from '../api/reach'
import { useSession } from '../stores/session'

/** Who is at this screen, and the way to change hands without leaving the page. */
defineProps<{ dark?: boolean }>()
const session = useSession()
</script>

<template>
  <button
    class="boxed"
    :class="{ dark }"
    :data-person="session.person?.name ?? ''"
    aria-haspopup="dialog"
    @click="reach.signIn = true"
  >
    <span class="small muted">technician</span> {{ session.person?.name ?? 'sign in' }}
  </button>
</template>

<style scoped>
.boxed.dark {
  background: none;
  border-color: #454e52;
  color: #ede8dc;
  font-size: 20px;
  min-height: 44px;
}
.dark .muted {
  color: #b5bab8;
}
</style>
