<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type Meters, type UnitSystem } from '@stout-shackle/core/quantity'
import { reshaped, type SpanRow } from '@stout-shackle/core/underbody'
import {
  FLEXIBLE_KINDS,
  EASED_AT,
  HANDLINGS,
  HELD_BY,
  TAPE_TOLERANCE,
  type EasedAt,
  type Handling,
  type HeldBy,
  type PartShape,
  type UndersidePart,
} from '@stout-shackle/core/vehicle'
import { EASED_WORDS, HANDLING_WORDS, HELD_WORDS, PART_SOURCES, SHAPE_NAMES } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'

/** One part: its shape and place, how surely, and of a line how it is held and what has to happen to it. */
const props = defineProps<{ part: UndersidePart; span: SpanRow | null; system: UnitSystem }>()
const emit = defineEmits<{ change: [part: UndersidePart]; remove: [id: string] }>()

const AXES = ['ahead of the axle', 'left of center', 'above the ground'] as const
const REACH: Meters = 3
type At = [number, number, number]
type On = 'axle' | 'frame'
const MOST_POINTS = 12
const len = (v: number) => formatQuantity('length', v, props.system)

const set = (change: Partial<UndersidePart>) => emit('change', { ...props.part, ...change })
/** What is typed is what the tape said. */
const measured = (shape: PartShape) =>
  set({
    shape,
    source: 'tape',
    tolerance: props.part.source === 'tape' ? props.part.tolerance : 2 * TAPE_TOLERANCE,
  })

/** Every place that says where the part is, with what carries it there. */
const places = computed(() => {
  const { shape } = props.part
  if (shape.kind === 'run')
    return shape.points.map((p, i) => ({
      label: i === 0 ? 'One end' : i === shape.points.length - 1 ? 'Other end' : `Bend ${i}`,
      at: p.at,
      on: p.on,
      put: (place: At, carrier: On | null): PartShape => ({
        ...shape,
        points: shape.points.map((q, k) => (k === i ? { at: place, on: carrier ?? q.on } : q)),
      }),
    }))
  if (shape.kind === 'box')
    return [
      {
        label: 'Rear, right, bottom corner',
        at: shape.low,
        on: null,
        put: (low: At): PartShape => ({ ...shape, low }),
      },
      {
        label: 'Front, left, top corner',
        at: shape.high,
        on: null,
        put: (high: At): PartShape => ({ ...shape, high }),
      },
    ]
  return []
})
function place(i: number, axis: number, value: number | null) {
  const where = places.value[i]
  if (where && value !== null) measured(where.put(where.at.map((v, k) => (k === axis ? value : v)) as At, where.on))
}
function addBend() {
  const { shape } = props.part
  if (shape.kind !== 'run') return
  const [a, b] = shape.points.slice(-2)
  const middle = a!.at.map((v, k) => (v + b!.at[k]!) / 2) as At
  set({ shape: { ...shape, points: [...shape.points.slice(0, -1), { at: middle, on: a!.on }, b!] } })
}
function removeBend(i: number) {
  const { shape } = props.part
  if (shape.kind === 'run') set({ shape: { ...shape, points: shape.points.filter((_, k) => k !== i) } })
}
const flexible = computed(() => (FLEXIBLE_KINDS as readonly string[]).includes(props.part.kind))
const handle = (what: Handling, isOn: boolean) =>
  set({ handling: isOn ? [...props.part.handling, what] : props.part.handling.filter((h) => h !== what) })
const picked = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <div class="form">
    <p class="small muted">{{ PART_SOURCES[part.source] }}, ± {{ len(part.tolerance) }}</p>
    <div class="row">
      <label class="small pick"
        >Shape
        <select
          :value="part.shape.kind"
          data-field="shape"
          @change="set({ shape: reshaped(part.shape, picked($event) as PartShape['kind']) })"
        >
          <option v-for="(name, kind) in SHAPE_NAMES" :key="kind" :value="kind">{{ name }}</option>
        </select>
      </label>
      <label class="small pick"
        >Side
        <select :value="part.side" @change="set({ side: picked($event) as UndersidePart['side'] })">
          <option v-for="s in ['left', 'right', 'center'] as const" :key="s" :value="s">{{ s }}</option>
        </select>
      </label>
      <label v-if="part.shape.kind !== 'run'" class="small pick"
        >Fixed to
        <select
          :value="part.shape.on"
          data-field="on"
          @change="measured({ ...part.shape, on: picked($event) as On } as PartShape)"
        >
          <option value="frame">frame</option>
          <option value="axle">axle</option>
        </select>
      </label>
      <template v-if="part.shape.kind === 'plane'">
        <label class="small pick"
          >Face at
          <select
            :value="part.shape.axis"
            @change="measured({ ...part.shape, axis: picked($event) as 'x' } as PartShape)"
          >
            <option v-for="(a, k) in AXES" :key="a" :value="'xyz'[k]">{{ a }}</option>
          </select>
        </label>
        <QuantityField
          :value="part.shape.at"
          kind="length"
          label="there"
          signed
          :min="-REACH"
          :max="REACH"
          @commit="(v: number | null) => v !== null && measured({ ...part.shape, at: v } as PartShape)"
        />
        <label class="small pick"
          >The part is
          <select
            :value="part.shape.beyond"
            @change="measured({ ...part.shape, beyond: picked($event) as 'high' } as PartShape)"
          >
            <option value="high">on its far side</option>
            <option value="low">on its near side</option>
          </select>
        </label>
      </template>
    </div>
    <table v-if="places.length" class="dense">
      <thead>
        <tr>
          <th></th>
          <th v-for="a in AXES" :key="a">{{ a }}</th>
          <th v-if="part.shape.kind === 'run'">fixed to</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(w, i) in places" :key="w.label">
          <td>
            {{ w.label }}
            <button
              v-if="part.shape.kind === 'run' && i > 0 && i < places.length - 1"
              type="button"
              class="plain small"
              :aria-label="`Remove ${w.label}`"
              @click="removeBend(i)"
            >
              remove
            </button>
          </td>
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
          <td v-if="w.on">
            <select
              :value="w.on"
              :aria-label="`${w.label}, fixed to`"
              @change="measured(w.put(w.at, picked($event) as On))"
            >
              <option value="frame">frame</option>
              <option value="axle">axle</option>
            </select>
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
        @commit="(v: number | null) => v !== null && measured({ ...part.shape, radius: v / 2 } as PartShape)"
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
      <button
        v-if="part.shape.kind === 'run' && part.shape.points.length < MOST_POINTS"
        type="button"
        class="plain"
        data-action="add-bend"
        @click="addBend"
      >
        Add a bend
      </button>
      <button type="button" class="plain" data-action="remove-part" @click="emit('remove', part.id)">Remove</button>
    </div>
    <p v-if="span" class="small" data-span :class="{ stop: span.has !== null && span.has < span.needs }">
      Needs {{ len(span.needs) }} through the travel, with 5 % to spare{{
        span.has === null
          ? ': its free length is not measured, free it before the axle hangs.'
          : span.has < span.needs
            ? ': too short. The plan frees it before the axle hangs.'
            : ': long enough.'
      }}
    </p>
    <div v-if="flexible" class="row">
      <label class="small pick"
        >Held by
        <select :value="part.heldBy ?? ''" @change="set({ heldBy: (picked($event) || null) as HeldBy | null })">
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
      <template v-if="part.handling.includes('eased')">
        <label class="small pick"
          >Eased
          <el-select
            :model-value="part.easedAt ?? 'first'"
            aria-label="When it is eased"
            @change="(easedAt: EasedAt) => set({ easedAt })"
          >
            <el-option v-for="when in EASED_AT" :key="when" :value="when" :label="EASED_WORDS[when]" />
          </el-select>
        </label>
        <label class="small pick"
          >It lies then
          <el-input
            :model-value="part.lies ?? ''"
            aria-label="Where it lies then"
            placeholder="inboard of the rear bolt"
            maxlength="80"
            @change="(lies: string) => set({ lies: lies.trim() })"
          />
        </label>
      </template>
    </div>
  </div>
</template>

<style scoped>
.form {
  padding: 4px 12px 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 14px;
  padding: 6px 0;
}
.row :deep(.field) {
  width: 110px;
}
/* What is picked stands under its name, like what is typed. */
.pick {
  display: grid;
  gap: 4px;
}
.pick select {
  min-height: 32px;
}
.stop {
  color: var(--oxide);
}
</style>
