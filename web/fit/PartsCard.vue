<script setup lang="ts">
import { computed, ref } from 'vue'
import { formatQuantity, INCH, type Meters, type UnitSystem } from '@stout-shackle/core/quantity'
import type { AxleEnd } from '@stout-shackle/core/spring'
import type { SpanRow } from '@stout-shackle/core/stages/fit/room'
import {
  FLEXIBLE_KINDS,
  HANDLINGS,
  HELD_BY,
  PART_KINDS,
  TAPE_TOLERANCE,
  UNDERBODY_FORMAT,
  underbodyFileSchema,
  type Handling,
  type HeldBy,
  type PartKind,
  type UndersidePart,
} from '@stout-shackle/core/vehicle'
import { HANDLING_WORDS, HELD_WORDS, PART_NAMES, PART_SOURCES, partName } from '@stout-shackle/core/wording'
import { readJsonFile } from '../entry/file'
import QuantityField from '../entry/QuantityField.vue'

/** What surrounds the axle, piece by piece: where it is, how surely, how lines are held and what has to happen to them. */
const props = defineProps<{
  parts: readonly UndersidePart[]
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
  replace: [parts: UndersidePart[]]
}>()

const refused = ref('')
function writeFile() {
  const text = JSON.stringify({ format: UNDERBODY_FORMAT, axle: props.axle, parts: props.parts }, null, 2)
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
  link.download = `underbody-${props.axle}.json`
  link.click()
  URL.revokeObjectURL(link.href)
}
async function readFile(event: Event) {
  const outcome = await readJsonFile(event, underbodyFileSchema)
  if (!outcome) return
  refused.value = outcome.ok ? '' : outcome.why
  if (outcome.ok) emit('replace', outcome.value.parts)
}
const part = computed(() => props.parts.find((p) => p.id === props.selected) ?? null)
const AXES = ['ahead of the axle', 'left of center', 'above the ground'] as const
const REACH: Meters = 3
/** Every place that says where a part is. */
const places = computed(() => {
  const shape = part.value?.shape
  if (!shape) return []
  if (shape.kind === 'run')
    return shape.points.map((p, i) => ({
      label: i === 0 ? 'One end' : i === shape.points.length - 1 ? 'Other end' : `Bend ${i}`,
      at: p.at,
      put: (at: [number, number, number]) => ({
        ...shape,
        points: shape.points.map((q, k) => (k === i ? { ...q, at } : q)),
      }),
    }))
  if (shape.kind === 'box')
    return [
      {
        label: 'Rear, right, bottom corner',
        at: shape.low,
        put: (low: [number, number, number]) => ({ ...shape, low }),
      },
      {
        label: 'Front, left, top corner',
        at: shape.high,
        put: (high: [number, number, number]) => ({ ...shape, high }),
      },
    ]
  return []
})
/** What is typed is what the tape said. */
const measured = (own: UndersidePart, change: Partial<UndersidePart>) =>
  emit('change', {
    ...own,
    ...change,
    source: 'tape',
    tolerance: own.source === 'tape' ? own.tolerance : 2 * TAPE_TOLERANCE,
  })
function place(i: number, axis: number, value: number | null) {
  const own = part.value
  const where = places.value[i]
  if (!own || !where || value === null) return
  const at = where.at.map((v, k) => (k === axis ? value : v)) as [number, number, number]
  measured(own, { shape: where.put(at) })
}
const flexible = computed(() => part.value && (FLEXIBLE_KINDS as readonly string[]).includes(part.value.kind))
const span = computed(() => props.spans.find((s) => s.part === part.value?.id) ?? null)
const set = (change: Partial<UndersidePart>) => part.value && emit('change', { ...part.value, ...change })
const handle = (what: Handling, on: boolean) =>
  part.value && set({ handling: on ? [...part.value.handling, what] : part.value.handling.filter((h) => h !== what) })
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
    <div v-else class="form">
      <p class="small muted">
        {{ PART_SOURCES[part.source] }}, ± {{ formatQuantity('length', part.tolerance, system) }}
      </p>
      <table class="dense">
        <thead>
          <tr>
            <th></th>
            <th v-for="a in AXES" :key="a">{{ a }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(w, i) in places" :key="w.label">
            <td>{{ w.label }}</td>
            <td v-for="(a, k) in AXES" :key="a">
              <QuantityField
                :value="w.at[k]!"
                kind="length"
                :label="`${w.label}, ${a}`"
                hide-label
                signed
                :min="-REACH"
                :max="REACH"
                @commit="(v: number | null) => place(i, k, v)"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <div class="row">
        <QuantityField
          v-if="part.shape.kind === 'run'"
          :value="2 * part.shape.radius"
          kind="length"
          label="Thickness"
          :min="0.001"
          :max="0.6"
          @commit="
            (v: number | null) =>
              v !== null && part!.shape.kind === 'run' && measured(part!, { shape: { ...part!.shape, radius: v / 2 } })
          "
        />
        <QuantityField
          :value="part.tolerance"
          kind="length"
          label="Tolerance, ±"
          :min="0"
          :max="0.2"
          @commit="(v: number | null) => v !== null && set({ tolerance: v })"
        />
        <QuantityField
          v-if="span"
          :value="part.freeLength"
          kind="length"
          label="Free length"
          clearable
          :min="0.02"
          :max="3"
          @commit="(v: number | null) => set({ freeLength: v })"
        />
        <label v-if="part.kind === 'exhaust'" class="small"
          ><input
            type="checkbox"
            data-field="shielded"
            :checked="part.shielded"
            @change="set({ shielded: !part.shielded })"
          />
          heat shield over it</label
        >
        <button type="button" class="plain" data-action="remove-part" @click="emit('remove', part.id)">Remove</button>
      </div>
      <p v-if="span" class="small" data-span :class="{ stop: span.has !== null && span.has < span.needs }">
        Needs {{ formatQuantity('length', span.needs, system) }} through the travel, with 5 % to spare{{
          span.has === null
            ? ': its free length is not measured, free it before the axle hangs.'
            : span.has < span.needs
              ? ': too short, free it before the axle hangs.'
              : ': long enough.'
        }}
      </p>
      <div v-if="flexible" class="row">
        <label class="small"
          >Held by
          <select
            :value="part.heldBy ?? ''"
            @change="set({ heldBy: (($event.target as HTMLSelectElement).value || null) as HeldBy | null })"
          >
            <option value="">not looked at</option>
            <option v-for="h in HELD_BY" :key="h" :value="h">{{ HELD_WORDS[h] }}</option>
          </select>
        </label>
        <label v-for="h in HANDLINGS" :key="h" class="small"
          ><input
            type="checkbox"
            :checked="part.handling.includes(h)"
            @change="handle(h, ($event.target as HTMLInputElement).checked)"
          />
          {{ HANDLING_WORDS[h] }}</label
        >
      </div>
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
.form {
  padding: 4px 12px 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 14px;
  padding-top: 6px;
}
.row :deep(.field) {
  width: 110px;
}
.stop {
  color: var(--oxide);
}
</style>
