<script setup lang="ts">
import { computed, ref } from 'vue'
import { INCH, type Meters, type UnitSystem } from '@stout-shackle/core/quantity'
import type { SpanRow } from '@stout-shackle/core/underbody'
import {
  PART_KINDS,
  SHORTEST_ARM,
  UNDERBODY_FORMAT,
  underbodyFileSchema,
  type AxleArm,
  type PartKind,
  type UndersidePart,
  type AxleEnd,
} from '@stout-shackle/core/vehicle'
import { PART_NAMES, partName } from '@stout-shackle/core/wording'
import { readJsonFile, saveFile } from '../fields/file'
import QuantityField from '../fields/QuantityField.vue'
import PartForm from './PartForm.vue'

/** What surrounds the axle, piece by piece, and the arm that leads it fore and aft; both as a file, out and in. */
const props = defineProps<{
  parts: readonly UndersidePart[]
  arm: AxleArm | null
  spans: readonly SpanRow[]
  selected: string | null
  axle: AxleEnd
  system: UnitSystem
}>()
const emit = defineEmits<{
  select: [id: string]
  change: [part: UndersidePart]
  add: [part: UndersidePart]
  remove: [id: string]
  replace: [parts: UndersidePart[], arm: AxleArm | null]
  arm: [arm: AxleArm | null]
}>()

const refused = ref('')
function writeFile() {
  const { axle, parts, arm } = props
  const file = { format: UNDERBODY_FORMAT, axle, parts, arm }
  saveFile(`underbody-${axle}.json`, 'application/json', JSON.stringify(file, null, 2))
}
async function readFile(event: Event) {
  const outcome = await readJsonFile(event, underbodyFileSchema)
  if (!outcome) return
  refused.value = outcome.ok ? '' : outcome.why
  if (outcome.ok) emit('replace', outcome.value.parts, outcome.value.arm)
}
const part = computed(() => props.parts.find((p) => p.id === props.selected) ?? null)
const span = computed(() => props.spans.find((s) => s.part === part.value?.id) ?? null)
const ARM_REACH: Meters = 3
const ARM_RISE: Meters = 0.5
const shortArm = ref(false)
function setArm(ahead: number | null) {
  shortArm.value = ahead !== null && Math.abs(ahead) < SHORTEST_ARM - 1e-9
  if (!shortArm.value) emit('arm', ahead === null ? null : { ahead, above: props.arm?.above ?? 0 })
}
function add(kind: PartKind) {
  let n = props.parts.length + 1
  while (props.parts.some((p) => p.id === `${kind}-${n}`)) n++
  emit('add', {
    id: `${kind}-${n}`,
    kind,
    name: '',
    side: 'right',
    shape: {
      kind: 'run',
      radius: kind === 'exhaust' ? 0.035 : 0.006,
      points: [
        { on: 'frame', at: [0.3, -0.3, 0.6] },
        { on: 'frame', at: [-0.3, -0.3, 0.6] },
      ],
    },
    freeLength: null,
    shielded: false,
    heldBy: null,
    handling: [],
    source: 'estimate',
    tolerance: INCH,
  })
}
</script>

<template>
  <section class="card" data-card="parts">
    <header>
      <h2>What surrounds the axle</h2>
      <label class="small"
        >Part
        <select
          :value="selected ?? ''"
          data-field="part"
          @change="emit('select', ($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>pick one, or point at it</option>
          <option v-for="p in parts" :key="p.id" :value="p.id">{{ partName(p) }} ({{ p.id }})</option>
        </select>
      </label>
      <label class="small"
        >Add
        <select value="" data-field="add-part" @change="add(($event.target as HTMLSelectElement).value as PartKind)">
          <option value="" disabled>a part</option>
          <option v-for="k in PART_KINDS" :key="k" :value="k">{{ PART_NAMES[k] }}</option>
        </select>
      </label>
      <span class="files">
        <button type="button" class="plain small" @click="writeFile">File out, JSON</button>
        <label class="file small"
          >File in<input type="file" accept=".json,application/json" @change="readFile"
        /></label>
      </span>
    </header>
    <p v-if="refused" class="note stop" role="alert">Nothing was taken in. {{ refused }}</p>
    <p v-if="!part" class="small muted pad">
      Positions are ahead of the axle's center, left of the center line and above the ground, standing empty. To the
      right and behind are negative.
    </p>
    <PartForm
      v-else
      :part="part"
      :span="span"
      :system="system"
      @change="emit('change', $event)"
      @remove="emit('remove', $event)"
    />
    <div class="arm" data-form="arm">
      <QuantityField
        :value="arm?.ahead ?? null"
        kind="length"
        label="Arm's pivot, ahead of the axle"
        signed
        clearable
        :min="-ARM_REACH"
        :max="ARM_REACH"
        @commit="setArm"
      />
      <QuantityField
        v-if="arm"
        :value="arm.above"
        kind="length"
        label="and above its center"
        signed
        :min="-ARM_RISE"
        :max="ARM_RISE"
        @commit="(v: number | null) => v !== null && emit('arm', { ahead: arm!.ahead, above: v })"
      />
      <p class="small" :class="shortArm ? 'stop' : 'muted'">
        {{
          shortArm
            ? 'An arm is 16 in or longer: the pivot is that far ahead of the axle, or behind it (negative).'
            : 'It takes the axle fore and aft as it moves. Leaf spring: three quarters of the way from the axle to the front eye. Empty: it goes straight up and down.'
        }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.files {
  display: flex;
  gap: 12px;
  white-space: nowrap;
}
.pad {
  padding: 8px 12px;
}
.arm {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 14px;
  padding: 6px 12px 10px;
  border-top: 1px solid var(--edge);
}
.arm :deep(.field) {
  width: 190px;
}
.arm p {
  flex: 1 1 240px;
}
.stop {
  color: var(--oxide);
}
</style>
