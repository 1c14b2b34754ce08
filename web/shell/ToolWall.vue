<script setup lang="ts">
import { Box, Connection, Grid, QuestionFilled, SetUp, Shop, Tickets, Upload, User, Van } from '@element-plus/icons-vue'
import { reach } from '../api/reach'
import { useSession } from '../stores/session'
import { useUnsent } from '../stores/job/unsent'

defineEmits<{ devices: []; keys: [] }>()
const session = useSession()
const { count } = useUnsent()
const TOOLS = [
  { name: 'bays', label: 'Bays', icon: Grid },
  { name: 'kits', label: 'Kits', icon: Box },
  { name: 'vehicles', label: 'Vehicles', icon: Van },
  { name: 'bench', label: 'Bench', icon: SetUp },
  { name: 'log', label: 'Log', icon: Tickets },
]
</script>

<template>
  <nav class="wall" aria-label="Tools">
    <RouterLink to="/" class="mark" aria-label="Stout Shackle, home">
      <svg viewBox="0 0 32 32" width="30" height="30">
        <path d="M9 8v9a7 7 0 0 0 14 0V8" fill="none" stroke="#EDE8DC" stroke-width="4" />
        <path d="M5 9h22" stroke="#F2B61B" stroke-width="4" />
      </svg>
    </RouterLink>
    <RouterLink v-for="tool in TOOLS" :key="tool.name" :to="{ name: tool.name }" class="tool">
      <component :is="tool.icon" class="icon" />{{ tool.label }}
    </RouterLink>
    <RouterLink v-if="count" :to="{ name: 'waiting' }" class="tool foot" :data-unsent="count"
      ><Upload class="icon" />{{ count }} waiting</RouterLink
    >
    <button
      class="tool"
      :class="{ foot: !count }"
      :data-person="session.person?.name ?? ''"
      @click="reach.signIn = true"
    >
      <User class="icon" />{{ session.person?.name ?? 'Sign in' }}
    </button>
    <RouterLink :to="{ name: 'shop' }" class="tool"><Shop class="icon" />Shop</RouterLink>
    <button class="tool" @click="$emit('devices')"><Connection class="icon" />Devices</button>
    <button class="tool" @click="$emit('keys')"><QuestionFilled class="icon" />Keys</button>
  </nav>
</template>

<style scoped>
.wall {
  display: flex;
  flex-direction: column;
  gap: 4px;
  background: var(--ink);
  padding: 8px 4px;
}
.mark {
  display: grid;
  place-items: center;
  height: 40px;
  margin-bottom: 4px;
}
.tool {
  all: unset;
  box-sizing: border-box;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 4px;
  padding: 8px 0;
  border-radius: 4px;
  color: #c9ccca;
  font-size: 12.5px;
  cursor: pointer;
  text-align: center;
}
.tool:hover,
.tool.router-link-exact-active {
  background: #353c41;
  color: #fff;
}
.tool.router-link-exact-active .icon {
  color: var(--paint);
}
.tool:focus-visible {
  outline: 2px solid var(--paint);
}
.icon {
  width: 22px;
  height: 22px;
}
.foot {
  margin-top: auto;
}
</style>
