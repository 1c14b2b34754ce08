<script setup lang="ts">
import { computed } from 'vue'
import { kitConfirmed, unconfirmedFigures, type KitPart } from '@stout-shackle/core/kit'
import { KIT_PART_NAMES } from '@stout-shackle/core/wording'
import { isKit, useWriting } from './writing'

/** One part of the page: its heading, what is to be done in it, and one tap that says it is as on the paper. */
const props = defineProps<{ part: KitPart; hint?: string }>()
const { paper, changeKit } = useWriting()
const open = computed(() =>
  paper.value && isKit(paper.value) ? unconfirmedFigures(paper.value).filter((f) => f.part === props.part) : [],
)
const confirm = () =>
  changeKit((kit) =>
    kitConfirmed(
      kit,
      open.value.map((f) => f.path),
    ),
  )
</script>

<template>
  <section :id="`part-${part}`" class="card" :data-part="part">
    <header>
      <h2>
        {{ KIT_PART_NAMES[part] }} <span v-if="hint" class="small muted hint">{{ hint }}</span>
      </h2>
      <slot name="tools" />
      <el-button
        v-if="open.length"
        link
        type="primary"
        :aria-label="`${KIT_PART_NAMES[part]}: all as on the paper`"
        @click="confirm"
        >All as on the paper</el-button
      >
    </header>
    <slot />
  </section>
</template>

<style scoped>
.hint {
  font:
    400 12.5px/1.2 'Barlow',
    sans-serif;
  margin-left: 8px;
}
</style>
