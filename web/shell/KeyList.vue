<script setup lang="ts">
import { KEYS } from './keys'

defineEmits<{ close: [] }>()
</script>

<template>
  <div class="veil" @click.self="$emit('close')">
    <section class="card" role="dialog" aria-label="Keys" tabindex="-1" @keydown.esc="$emit('close')">
      <header>
        <h2>Keys</h2>
        <button class="plain" @click="$emit('close')">close</button>
      </header>
      <table class="dense">
        <tbody>
          <tr v-for="[key, what] in KEYS" :key="key">
            <td>
              <kbd>{{ key }}</kbd>
            </td>
            <td>{{ what }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 60;
  display: grid;
  place-items: center;
  background: rgb(32 38 42 / 0.35);
}
.card {
  width: 420px;
}
kbd {
  font: 600 14px var(--condensed);
  border: 1px solid var(--edge);
  border-radius: 3px;
  padding: 1px 6px;
}
</style>
