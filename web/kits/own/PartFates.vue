<script setup lang="ts" generic="F extends string">
import { ref } from 'vue'
import { FATE_NAMES } from '@stout-shackle/core/wording'

/** What becomes of parts at a step: of the vehicle, or of the kit itself; some on one side only. */
interface Line {
  part: string
  fate: F
  note: string
  side?: 'left' | 'right' | null
}
const props = defineProps<{
  lines: readonly Line[]
  fates: readonly F[]
  /** Whose parts they are. */
  of: string
  /** It may be done on one side only. */
  sided?: boolean
}>()
const emit = defineEmits<{ change: [lines: Line[]] }>()
const SIDES = [
  { value: 'both', label: 'both sides' },
  { value: 'left', label: 'left only' },
  { value: 'right', label: 'right only' },
]
const part = ref('')
const fate = ref(props.fates[0]!)
const side = ref('both')
const note = ref('')
function add() {
  const name = part.value.trim()
  if (!name) return
  const line: Line = { part: name, fate: fate.value, note: note.value.trim() }
  const one = side.value === 'left' || side.value === 'right' ? side.value : null
  emit('change', [...props.lines, props.sided ? { ...line, side: one } : line])
  part.value = ''
  side.value = 'both'
  note.value = ''
}
</script>

<template>
  <p v-for="(l, i) in lines" :key="i" class="small">
    {{ l.part }} of the {{ of }}: {{ FATE_NAMES[l.fate as keyof typeof FATE_NAMES]
    }}{{ l.side ? `, ${l.side} only` : '' }}{{ l.note && `, ${l.note}` }}
    <el-button
      link
      type="primary"
      size="small"
      :aria-label="`Remove ${l.part}`"
      @click="
        emit(
          'change',
          lines.filter((_, k) => k !== i),
        )
      "
      >remove</el-button
    >
  </p>
  <div class="inline">
    <el-input v-model="part" :placeholder="`Part of the ${of}`" :aria-label="`Part of the ${of}`" />
    <el-select v-model="fate" :aria-label="`What becomes of the part of the ${of}`">
      <el-option v-for="f in fates" :key="f" :value="f" :label="FATE_NAMES[f as keyof typeof FATE_NAMES]" />
    </el-select>
    <el-select v-if="sided" v-model="side" :aria-label="`On which side, part of the ${of}`">
      <el-option v-for="s in SIDES" :key="s.value" :value="s.value" :label="s.label" />
    </el-select>
    <el-input
      v-model="note"
      placeholder="to what length, to where"
      :aria-label="`More on the part of the ${of}`"
      @keydown.enter.prevent="add"
    />
    <el-button size="small" :disabled="!part.trim()" @click="add">Add</el-button>
  </div>
</template>

<style scoped>
.inline {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 6px 0;
}
</style>
