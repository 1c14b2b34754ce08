<script setup lang="ts">
import { computed, ref } from 'vue'
import { BESIDE_THING_NAMES, BESIDE_WAY_NAMES, besideName } from '@stout-shackle/core/circuit'
import {
  BESIDE_THINGS,
  BESIDE_WAYS,
  besideSchema,
  needsLoom,
  needsLoop,
  type Beside,
  type BesideThing,
  type BesideWay,
} from '@stout-shackle/core/fittings'

/** What a line goes through or over, and what it is tied to. */
const props = defineProps<{ things: readonly Beside[] }>()
const emit = defineEmits<{ change: [things: Beside[]] }>()
const how = ref<BesideWay>('through')
const thing = ref<BesideThing | ''>('')
const name = ref('')
const refusal = ref('')
const told = computed(() =>
  props.things.map((b) =>
    [`${BESIDE_WAY_NAMES[b.how]} ${besideName(b)}`, needsLoom(b) ? 'loom' : '', needsLoop(b) ? 'loop' : '']
      .filter(Boolean)
      .join(', '),
  ),
)
function add() {
  const read = besideSchema.safeParse({ how: how.value, thing: thing.value, name: name.value })
  refusal.value = read.success ? '' : thing.value ? read.error.issues[0]!.message : 'Pick what it lies at.'
  if (!read.success) return
  emit('change', [...props.things, read.data])
  thing.value = ''
  name.value = ''
}
const takeOut = (i: number) =>
  emit(
    'change',
    props.things.filter((_, k) => k !== i),
  )
</script>

<template>
  <form class="beside" data-beside @submit.prevent="add">
    <el-tag
      v-for="(text, i) in told"
      :key="i"
      closable
      size="large"
      effect="plain"
      :data-thing="things[i]!.thing"
      @close="takeOut(i)"
      >{{ text }}</el-tag
    >
    <el-select v-model="how" class="how" aria-label="How it lies">
      <el-option v-for="w in BESIDE_WAYS" :key="w" :value="w" :label="BESIDE_WAY_NAMES[w]" />
    </el-select>
    <el-select v-model="thing" class="thing" filterable placeholder="what" aria-label="What it lies at">
      <el-option v-for="t in BESIDE_THINGS" :key="t" :value="t" :label="BESIDE_THING_NAMES[t]" />
    </el-select>
    <el-input v-model="name" class="name" :maxlength="60" placeholder="its name here" aria-label="Its name here" />
    <el-button native-type="submit">Add</el-button>
    <span v-if="refusal" class="refusal" role="alert">{{ refusal }}</span>
  </form>
</template>

<style scoped>
.beside {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 0 12px 8px;
}
.how {
  width: 110px;
}
.thing {
  width: 190px;
}
.name {
  width: 160px;
}
.refusal {
  color: var(--oxide);
}
</style>
