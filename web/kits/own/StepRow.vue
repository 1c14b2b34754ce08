<script setup lang="ts">
import { computed } from 'vue'
import {
  isConfirmed,
  kitConfirmed,
  originOf,
  PAPER,
  stepField,
  withOrigin,
  type Operation,
} from '@stout-shackle/core/kit'
import {
  asWritten,
  offersOf,
  retitled,
  torqueText,
  withOffer,
  withoutStep,
  withStepMoved,
  withUse,
  type BoltUse,
  type Offer,
} from '@stout-shackle/core/paper'
import { formatBand } from '@stout-shackle/core/quantity'
import { originWords } from '@stout-shackle/core/wording'
import SchemaField from '../../fields/SchemaField.vue'
import { usePreferences } from '../../stores/preferences'
import StepMore from './StepMore.vue'
import { isKit, useWriting } from './writing'

/** One step: a line while it is closed, its fields while it is open. */
const props = defineProps<{ step: Operation; number: number; selected: boolean }>()
const emit = defineEmits<{ select: []; insert: [] }>()
const { paper, change, changeKit, faults } = useWriting()
const preferences = usePreferences()
const bolts = computed(() => paper.value?.fasteners ?? [])
const boltOf = (id: string) => bolts.value.find((f) => f.id === id)
const set = (next: Operation) => {
  const now = paper.value
  if (!now) return
  const operations = now.operations.map((o) => (o.id === next.id ? asWritten(next) : o))
  change(isKit(now) ? withOrigin({ ...now, operations }, [`operations.${next.id}`], PAPER) : { ...now, operations })
}
const put = (part: Partial<Operation>) => set({ ...props.step, ...part })
const origin = computed(() =>
  paper.value && isKit(paper.value) ? originOf(paper.value, `operations.${props.step.id}`) : null,
)
const isOpen = computed(() => origin.value !== null && !isConfirmed(origin.value))
const words = (field: 'side' | 'support' | 'wheels' | 'phase' | 'checks' | 'opens' | 'closes', value: string) =>
  stepField(field).words.choices?.[value] ?? value
const titleOf = (id: string) => paper.value?.operations.find((o) => o.id === id)?.title ?? id
const isInTurn = computed(() => {
  const i = paper.value?.operations.findIndex((o) => o.id === props.step.id) ?? 0
  const before = paper.value?.operations[i - 1]
  return before ? props.step.after.length === 1 && props.step.after[0] === before.id : !props.step.after.length
})
const numberOf = (id: string) => (paper.value?.operations.findIndex((o) => o.id === id) ?? -1) + 1
const small = computed(() =>
  [
    words('phase', props.step.phase),
    words('side', props.step.side),
    ...(props.step.phase === 'bench' ? [] : [words('support', props.step.support), words('wheels', props.step.wheels)]),
    props.step.pressure && `with ${formatBand('pressure', props.step.pressure, preferences.system)}`,
    ...props.step.checks.map((c) => `done when ${words('checks', c)}`),
    props.step.hiddenBy && `hidden by ${numberOf(props.step.hiddenBy)}`,
    !isInTurn.value && (props.step.after.length ? `after ${props.step.after.map(numberOf).join(', ')}` : 'at any time'),
    props.step.when.length > 0 && 'only on some',
  ]
    .filter(Boolean)
    .join(' · '),
)
const USES: Record<BoltUse, string> = { torques: '', leavesLoose: 'loose', disturbs: 'undone' }
const used = computed(() =>
  (['torques', 'leavesLoose', 'disturbs'] as const).flatMap((use) =>
    props.step[use].flatMap((id) => {
      const bolt = boltOf(id)
      return bolt
        ? [
            {
              id,
              use,
              name: bolt.name,
              torque: use === 'torques' ? torqueText(bolt.spec, bolt.evenly, preferences.system) : USES[use],
            },
          ]
        : []
    }),
  ),
)
const offers = computed(() => offersOf(props.step, bolts.value, null))
// eslint-disable-next-line complexity -- each kind of offer in its own words
function offerText(offer: Offer): string {
  switch (offer.what) {
    case 'torques':
      return `${boltOf(offer.fastener)?.name ?? ''}: torque here?`
    case 'leavesLoose':
      return `${boltOf(offer.fastener)?.name ?? ''}: left loose?`
    case 'disturbs':
      return `${boltOf(offer.fastener)?.name ?? ''}: undone?`
    case 'checks':
      return `done when ${words('checks', offer.check)}?`
    case 'takesOff':
      return `${offer.part} comes off?`
    case 'refits':
      return `${offer.part} goes back?`
    case 'opens':
      return `undoes ${words('opens', offer.carrier)}, axle on its jack?`
    case 'closes':
      return `${words('closes', offer.carrier)} holds again?`
    case 'pressure':
      return `done with ${formatBand('pressure', offer.pressure, preferences.system)} in the bags?`
    case 'trap':
      return `trap: ${offer.text}?`
    case 'plan-does-it':
      return 'the plan does this by itself: leave it out?'
  }
}
const problems = computed(() => {
  const i = paper.value?.operations.findIndex((o) => o.id === props.step.id)
  return faults.value.filter((f) => f.path[0] === 'operations' && f.path[1] === i)
})
function takeOver(offer: Offer) {
  if (offer.what !== 'plan-does-it') return set(withOffer(props.step, offer))
  if (paper.value) change(withoutStep(paper.value, props.step.id))
}
function drop(event: DragEvent) {
  const id = event.dataTransfer?.getData('text/bolt')
  if (id && boltOf(id)) set(withUse(props.step, id, 'torques'))
}
const move = (by: -1 | 1) => paper.value && change(withStepMoved(paper.value, props.step.id, by))
const nextUse: Record<BoltUse, BoltUse> = { torques: 'leavesLoose', leavesLoose: 'disturbs', disturbs: 'torques' }
</script>

<template>
  <li
    class="step"
    :class="{ selected, open: isOpen, wrong: problems.length }"
    :data-step="step.id"
    @dragover.prevent
    @drop.prevent="drop"
    @keydown.alt.up.prevent="move(-1)"
    @keydown.alt.down.prevent="move(1)"
  >
    <button type="button" class="row" :aria-expanded="selected" @click="emit('select')">
      <span class="place">{{ number }}</span>
      <span class="words">
        <span>{{ step.title }}</span>
        <span class="small muted">{{ small }}</span>
      </span>
      <span v-for="b in used" :key="`${b.use}${b.id}`" class="chip">{{ b.name }} {{ b.torque }}</span>
      <span v-if="offers.length" class="chip offered">{{ offers.length }} to take over</span>
      <span class="minutes small muted">{{ step.minutes }} min</span>
    </button>
    <p v-for="p in problems" :key="p.message" class="why small" role="alert">{{ p.message }}</p>
    <p v-if="isOpen" class="from small">
      {{ originWords(origin!) }}
      <el-button
        link
        type="primary"
        size="small"
        :aria-label="`Step ${number}: it says so on the paper`"
        @click="changeKit((k) => kitConfirmed(k, [`operations.${step.id}`]))"
        >confirm</el-button
      >
    </p>
    <div v-if="selected" class="body">
      <SchemaField
        :field="stepField('title')"
        :value="step.title"
        :of="`${number}`"
        hide-label
        class="title"
        @change="(v) => v && set(retitled(step, v as string))"
      />
      <div class="fields">
        <SchemaField
          :field="stepField('side')"
          :value="step.side"
          hide-label
          @change="(v) => put({ side: v as Operation['side'] })"
        />
        <SchemaField
          :field="stepField('support')"
          :value="step.support"
          hide-label
          @change="(v) => put({ support: v as Operation['support'] })"
        />
        <SchemaField
          :field="stepField('wheels')"
          :value="step.wheels"
          hide-label
          @change="(v) => put({ wheels: v as Operation['wheels'] })"
        />
        <SchemaField
          :field="stepField('phase')"
          :value="step.phase"
          hide-label
          @change="(v) => put({ phase: v as Operation['phase'] })"
        />
        <SchemaField
          :field="stepField('minutes')"
          :value="step.minutes"
          hide-label
          @change="(v) => put({ minutes: v as number })"
        />
      </div>
      <div class="chips">
        <span v-for="b in used" :key="`u${b.use}${b.id}`" class="chip with-act">
          {{ b.name }}
          <el-button
            link
            type="primary"
            size="small"
            :aria-label="`${b.name}: another use at this step`"
            @click="set(withUse(step, b.id, nextUse[b.use]))"
            >{{ b.torque || 'torque' }}</el-button
          >
          <el-button
            link
            size="small"
            :aria-label="`Take ${b.name} off this step`"
            @click="set(withUse(step, b.id, null))"
            >×</el-button
          >
        </span>
        <el-button v-for="(o, i) in offers" :key="`o${i}`" size="small" round class="offer" @click="takeOver(o)">{{
          offerText(o)
        }}</el-button>
        <el-select
          :model-value="''"
          size="small"
          class="pick"
          placeholder="+ bolt"
          aria-label="Put a bolt on this step"
          @change="(id: string) => set(withUse(step, id, 'torques'))"
        >
          <el-option v-for="f in bolts" :key="f.id" :value="f.id" :label="f.name" />
        </el-select>
      </div>
      <el-input
        :model-value="step.trap ?? ''"
        aria-label="Trap"
        placeholder="Trap: what goes wrong here"
        maxlength="240"
        @change="(v: string) => put({ trap: v.trim() || null })"
      />
      <StepMore :step="step" :title-of="titleOf" @change="set" />
      <div class="acts">
        <el-button size="small" @click="move(-1)">Up</el-button>
        <el-button size="small" @click="move(1)">Down</el-button>
        <el-button size="small" @click="emit('insert')">Step after this</el-button>
        <el-button size="small" @click="paper && change(withoutStep(paper, step.id))">Remove step</el-button>
      </div>
    </div>
  </li>
</template>

<style scoped>
.step {
  border-bottom: 1px solid var(--edge);
}
.selected {
  background: #f1f6f6;
  border-left: 4px solid var(--paint);
}
.open > .row {
  background: #fffaf0;
}
.row {
  all: unset;
  box-sizing: border-box;
  cursor: pointer;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  width: 100%;
  min-height: 36px;
  padding: 5px 12px;
}
.row:focus-visible {
  outline: 2px solid var(--petrol);
  outline-offset: -2px;
}
.place {
  width: 24px;
  text-align: right;
  font: 600 16px var(--condensed);
  color: var(--muted);
}
.words {
  display: grid;
  flex: 1 1 240px;
}
.minutes {
  margin-left: auto;
  white-space: nowrap;
}
.chip {
  border: 1px solid var(--petrol);
  color: var(--petrol);
  border-radius: 12px;
  padding: 1px 9px;
  font-size: 12.5px;
}
.offered {
  border-style: dashed;
}
.body {
  display: grid;
  gap: 8px;
  padding: 2px 12px 12px 44px;
}
.title,
.title :deep(.schema-field) {
  width: 100%;
}
.fields {
  padding: 0;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
/* As wide as what it holds. */
.body :deep(.el-collapse-item__header) {
  height: 34px;
  line-height: 34px;
  background: transparent;
}
.body :deep(.el-collapse-item__wrap) {
  background: transparent;
}
.offer {
  border-style: dashed;
}
.pick {
  width: 110px;
}
.why {
  color: var(--oxide);
  padding: 0 12px 6px 44px;
}
.from {
  color: var(--amber);
  padding: 0 12px 6px 44px;
}
</style>
