<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ALTERED, PART_FATES, stepField, type Operation } from '@stout-shackle/core/kit'
import SchemaField from '../../fields/SchemaField.vue'
import StepPicture from '../work/StepPicture.vue'
import ConditionsField from './ConditionsField.vue'
import PartFates from './PartFates.vue'
import { isKit, useWriting } from './writing'

/** What most steps do not need: opened where it is. */
const props = defineProps<{ step: Operation; titleOf: (id: string) => string }>()
const emit = defineEmits<{ change: [step: Operation] }>()
const { paper, beside, change } = useWriting()
const put = (part: Partial<Operation>) => emit('change', { ...props.step, ...part })
const others = computed(() => (paper.value?.operations ?? []).filter((o) => o.id !== props.step.id))
const later = computed(() => {
  const all = paper.value?.operations ?? []
  return all.slice(all.findIndex((o) => o.id === props.step.id) + 1)
})
const methods = computed(() => (paper.value && isKit(paper.value) ? paper.value.methods : []))
/** Turns that this step of a procedure has by steps of a kit; null of a kit's own step. */
const turns = computed(() => {
  const now = paper.value
  if (!now || isKit(now)) return null
  const of = (turn: 'after' | 'before') =>
    now.turns.flatMap((t) => (t.step === props.step.id && t.turn === turn ? t.of : []))
  return { after: of('after'), before: of('before') }
})
/** Steps of the kit beside it; of one that is not, what is named already. */
const ofKit = computed(() => {
  const known = (beside.value?.operations ?? []).map((o) => ({ id: o.id, title: o.title }))
  const named = [...(turns.value?.after ?? []), ...(turns.value?.before ?? [])]
  return [...known, ...named.filter((n) => !known.some((k) => k.id === n)).map((n) => ({ id: n, title: n }))]
})
function turn(to: 'after' | 'before', names: string[]) {
  const now = paper.value
  if (!now || isKit(now)) return
  const others = now.turns.filter((t) => t.step !== props.step.id || t.turn !== to)
  change({ ...now, turns: [...others, ...names.map((of) => ({ step: props.step.id, turn: to, of }))] })
}
const shown = ref<string[]>([])
watch(
  () => props.step.id,
  () => {
    shown.value = []
  },
)
/** Parts as they are typed, a comma between. */
const commas = (text: string) =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean)
const hardware = ref('')
const hardwareWrong = ref('')
function addHardware() {
  const match = /^(\d{1,2})\s*x?\s+(.+)$/.exec(hardware.value.trim())
  hardwareWrong.value = !hardware.value.trim() || match ? '' : 'Begin with how many: 2 Washer'
  if (!match) return
  put({ hardware: [...props.step.hardware, { name: match[2]!, count: Number(match[1]), when: [] }] })
  hardware.value = ''
}
/** Looks as they are typed: a line each, what puts it right behind a bar. */
const looksText = computed(() => props.step.looks.map((l) => [l.seen, l.remedy].filter(Boolean).join(' | ')).join('\n'))
const looksIn = (text: string): Operation['looks'] =>
  text.split('\n').flatMap((line) => {
    const [seen = '', ...rest] = line.split('|')
    return seen.trim() ? [{ seen: seen.trim().slice(0, 120), remedy: rest.join('|').trim().slice(0, 240) }] : []
  })
/** Fields of a step as its schema has them. */
const ORDER = ['circuit', 'same', 'bothFirst', 'blocking', 'hands'] as const
const SHOWS = ['checks', 'asks', 'opens', 'closes', 'fits'] as const
/** Things named one after the other. */
const LISTS = { takesOff: 'Takes off', refits: 'Puts back', makes: 'Made for it', tools: 'Tools' } as const
/** One end typed is both, until the other is typed; one emptied says nothing any more. */
const PRESSURE_ENDS = ['low', 'high'] as const
function withEnd(was: Operation['pressure'], end: 'low' | 'high', value: number | null): Operation['pressure'] {
  if (value === null) return null
  return end === 'low'
    ? { low: value, high: Math.max(value, was?.high ?? value) }
    : { low: Math.min(value, was?.low ?? value), high: value }
}
const raises = computed(() =>
  props.step.support === 'axle-raised' ? RAISE : RAISE.filter((r) => r.value === '' || r.value === 'touch'),
)
const RAISE = [
  { value: '', label: 'as it is' },
  { value: 'part-way', label: 'part way' },
  { value: 'touch', label: 'until parts touch' },
  { value: 'bag-height', label: 'to bag height' },
  { value: 'ride-height', label: 'to ride height' },
]
</script>

<template>
  <el-collapse v-model="shown">
    <el-collapse-item title="Only when, and what comes before" name="order">
      <template v-if="shown.includes('order')">
        <ConditionsField :conditions="step.when" label="Only when" @change="(when) => put({ when })" />
        <div class="fields">
          <label class="small muted"
            >Comes after
            <el-select
              multiple
              :model-value="step.after"
              aria-label="Comes after"
              placeholder="nothing"
              @change="(v: string[]) => put({ after: v })"
            >
              <el-option v-for="o in others" :key="o.id" :value="o.id" :label="o.title" />
            </el-select>
          </label>
          <label class="small muted"
            >Hidden by
            <el-select
              clearable
              :value-on-clear="null"
              :model-value="step.hiddenBy ?? undefined"
              aria-label="Hidden by"
              placeholder="nothing"
              @change="(v: string | null) => put({ hiddenBy: v ?? null })"
            >
              <el-option v-for="o in later" :key="o.id" :value="o.id" :label="o.title" />
            </el-select>
          </label>
          <label v-if="methods.length" class="small muted"
            >Way of working
            <el-select
              clearable
              :value-on-clear="null"
              :model-value="step.method ?? undefined"
              aria-label="Way of working"
              placeholder="all of them"
              @change="(v: string | null) => put({ method: v ?? null })"
            >
              <el-option v-for="m in methods" :key="m.id" :value="m.id" :label="m.name" />
            </el-select>
          </label>
          <label class="small muted"
            >Goes easier after
            <el-select
              multiple
              :model-value="step.easier"
              aria-label="Goes easier after"
              placeholder="nothing"
              @change="(v: string[]) => put({ easier: v })"
            >
              <el-option v-for="o in others" :key="o.id" :value="o.id" :label="o.title" />
            </el-select>
          </label>
          <template v-if="turns && (beside || ofKit.length)">
            <label v-for="to in ['after', 'before'] as const" :key="to" class="small muted"
              >{{ to === 'after' ? "After the kit's" : "Before the kit's" }}
              <el-select
                multiple
                :model-value="turns[to]"
                :aria-label="to === 'after' ? 'After a step of the kit' : 'Before a step of the kit'"
                placeholder="nothing"
                @change="(v: string[]) => turn(to, v)"
              >
                <el-option v-for="o in ofKit" :key="o.id" :value="o.id" :label="o.title" />
              </el-select>
            </label>
          </template>
          <SchemaField
            v-for="path in ORDER"
            :key="path"
            :field="stepField(path)"
            :value="step[path]"
            @change="(v) => put({ [path]: v })"
          />
        </div>
      </template>
    </el-collapse-item>
    <el-collapse-item title="Parts: off, back, for good, made" name="parts">
      <template v-if="shown.includes('parts')">
        <div class="fields">
          <label v-for="(label, list) in LISTS" :key="list" class="small muted"
            >{{ label }}
            <el-input
              :model-value="step[list].join(', ')"
              :aria-label="label"
              @change="(v: string) => put({ [list]: commas(v) })"
            />
          </label>
        </div>
        <PartFates :lines="step.fates" :fates="PART_FATES" of="vehicle" @change="(fates) => put({ fates })" />
        <PartFates
          :lines="step.alters"
          :fates="ALTERED"
          of="kit"
          sided
          @change="(lines) => put({ alters: lines.map((l) => ({ ...l, side: l.side ?? null })) })"
        />
        <p v-for="(h, i) in step.hardware" :key="`h${i}`" class="small">
          {{ h.count }} × {{ h.name }}
          <el-button
            link
            type="primary"
            size="small"
            :aria-label="`Remove ${h.name}`"
            @click="put({ hardware: step.hardware.filter((_, k) => k !== i) })"
            >remove</el-button
          >
        </p>
        <div class="inline">
          <el-input
            v-model="hardware"
            placeholder="2 Washer"
            aria-label="Hardware used here"
            @keydown.enter.prevent="addHardware"
          />
          <el-button size="small" :disabled="!hardware.trim()" @click="addHardware">Add</el-button>
        </div>
        <p v-if="hardwareWrong" class="why small" role="alert">{{ hardwareWrong }}</p>
      </template>
    </el-collapse-item>
    <el-collapse-item title="Checks, what carries the axle, what is in its place" name="checks">
      <template v-if="shown.includes('checks')">
        <div class="fields">
          <SchemaField
            v-for="path in SHOWS"
            :key="path"
            :field="stepField(path)"
            :value="step[path]"
            @change="(v) => put({ [path]: v })"
          />
          <SchemaField
            v-for="end in PRESSURE_ENDS"
            :key="end"
            :field="{ ...stepField(`pressure.${end}`), nullable: true }"
            :value="step.pressure?.[end] ?? null"
            @change="(v) => put({ pressure: withEnd(step.pressure, end, v as number | null) })"
          />
          <label v-if="step.support === 'axle-raised' || step.support === 'frame-raised'" class="small muted"
            >{{ step.support === 'axle-raised' ? 'Axle is raised' : 'Frame is lowered' }}
            <el-select
              :model-value="step.raise?.until ?? ''"
              aria-label="How far the axle is raised"
              @change="
                (v: string) =>
                  put({
                    raise: v
                      ? {
                          until: v as NonNullable<Operation['raise']>['until'],
                          note: step.raise?.note ?? step.title.slice(0, 240),
                        }
                      : null,
                  })
              "
            >
              <el-option v-for="r in raises" :key="r.value" :value="r.value" :label="r.label" />
            </el-select>
          </label>
        </div>
      </template>
    </el-collapse-item>
    <el-collapse-item title="More words, a caution, a picture" name="words">
      <template v-if="shown.includes('words')">
        <label class="small muted"
          >How it is done, a line each
          <el-input
            type="textarea"
            :rows="3"
            :model-value="step.steps.join('\n')"
            aria-label="How it is done"
            @change="
              (v: string) =>
                put({
                  steps: v
                    .split('\n')
                    .map((l) => l.trim())
                    .filter(Boolean),
                })
            "
          />
        </label>
        <SchemaField
          :field="stepField('caution')"
          :value="step.caution"
          @change="(v) => put({ caution: v as string | null })"
        />
        <label class="small muted"
          >Looked at once it is done, a line each: what is seen | what puts it right
          <el-input
            type="textarea"
            :rows="2"
            :model-value="looksText"
            aria-label="Looked at once it is done"
            @change="(v: string) => put({ looks: looksIn(v) })"
          />
        </label>
        <StepPicture :picture="step.picture" @change="(picture) => put({ picture })" />
      </template>
    </el-collapse-item>
  </el-collapse>
</template>

<style scoped>
.inline {
  display: flex;
  gap: 6px;
  margin: 4px 0;
}
.fields {
  padding: 0;
}
label {
  display: grid;
}
.why {
  color: var(--oxide);
}
</style>
