<script setup lang="ts">
import { CIRCUIT_WORDS } from '@stout-shackle/core/fittings'
import { computed, ref, watch } from 'vue'
import {
  CARRIERS,
  factWords,
  KIT_PLACES,
  PHASES,
  STEP_CHECKS,
  SURVEY_KEYS,
  type Operation,
} from '@stout-shackle/core/kit'
import { countedLines, type Written } from './draft'
import StepPicture from './StepPicture.vue'
import { conditionsText, parseConditions } from '@stout-shackle/core/exchange'
import { FATE_NAMES, plain, SUPPORT_NAMES, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'

/** One operation as it is written: every field of it, each with the words it can be. */
const props = defineProps<{ kit: Written; operation: Operation }>()
const emit = defineEmits<{ change: [operation: Operation]; remove: [] }>()
const set = (part: Partial<Operation>) => emit('change', { ...props.operation, ...part })
const SUPPORTS = [
  ['any', 'any'],
  ['on-wheels', SUPPORT_NAMES['on-wheels']],
  ['axle-hanging', SUPPORT_NAMES['axle-hanging']],
  ['axle-raised', 'jack under the axle'],
  ['frame-raised', SUPPORT_NAMES['frame-raised']],
  ['ride-height', 'settled at ride height'],
] as const
const SIDES = [
  ['each', 'each side'],
  ['once', 'once'],
  ['left', 'left'],
  ['right', 'right'],
  ['exhaust-side', 'exhaust side'],
] as const
const UNTIL = [
  ['', 'as it is'],
  ['part-way', 'part way'],
  ['touch', 'until parts touch'],
  ['bag-height', 'to bag height'],
  ['ride-height', 'to ride height'],
] as const
/** Questions whose answers are words: a step asks with buttons. */
const ASKED = SURVEY_KEYS.filter((k) => factWords(k) !== null)
const lines = (text: string) =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
const commas = (text: string) =>
  text
    .split(',')
    .map((l) => l.trim())
    .filter(Boolean)
const others = computed(() => props.kit.operations.filter((o) => o.id !== props.operation.id))
const toggled = <T extends string>(list: readonly T[], item: T, isOn: boolean): T[] =>
  isOn ? [...new Set([...list, item])] : list.filter((x) => x !== item)
const when = ref('')
const whenWrong = ref('')
/** The first line of a field that could not be read; nothing of that field is taken then. */
const lineWrong = ref('')
watch(
  () => props.operation.id,
  () => {
    when.value = conditionsText(props.operation.when)
    whenWrong.value = ''
    lineWrong.value = ''
  },
  { immediate: true },
)
function setWhen() {
  const read = parseConditions(when.value)
  whenWrong.value = read.ok ? '' : read.why
  if (read.ok) set({ when: read.value })
}
/** As they are typed: a line that can't be read stays to be mended. */
const hardware = ref('')
const fates = ref('')
watch(
  () => [props.operation.id, props.operation.hardware] as const,
  () => (hardware.value = props.operation.hardware.map((h) => `${h.count} x ${h.name}`).join('\n')),
  { immediate: true },
)
watch(
  () => [props.operation.id, props.operation.fates] as const,
  () =>
    (fates.value = props.operation.fates.map((f) => `${f.part} = ${f.fate}${f.note ? ` (${f.note})` : ''}`).join('\n')),
  { immediate: true },
)
function setHardware() {
  const read = countedLines(hardware.value)
  lineWrong.value = read.ok ? '' : read.why
  if (!read.ok) return
  set({
    hardware: read.lines.map(({ name, count }) => ({
      name,
      count,
      when: props.operation.hardware.find((h) => h.name === name)?.when ?? [],
    })),
  })
}
function setFates() {
  const read: Operation['fates'] = []
  for (const line of lines(fates.value)) {
    const match = /^(.+?)\s*=\s*([a-z-]+)(?:\s*\((.*)\))?$/.exec(line)
    const fate = match?.[2] as keyof typeof FATE_NAMES | undefined
    if (!match || !fate || !(fate in FATE_NAMES)) {
      lineWrong.value = `"${line}" must read like "Bump stop = gone-owner", with one of ${Object.keys(FATE_NAMES).join(', ')}`
      return
    }
    read.push({ part: match[1]!, fate, note: match[3] ?? '' })
  }
  lineWrong.value = ''
  set({ fates: read })
}
const text = (event: Event) => (event.target as HTMLInputElement).value
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <div class="form" data-operation>
    <div class="grid">
      <label class="wide"
        >Title
        <input
          class="control"
          :value="operation.title"
          aria-label="Title of the step"
          @change="set({ title: text($event) })"
      /></label>
      <label
        >Phase
        <select
          class="control"
          :value="operation.phase"
          aria-label="Phase"
          @change="set({ phase: text($event) as Operation['phase'] })"
        >
          <option v-for="p in PHASES" :key="p" :value="p">{{ p }}</option>
        </select></label
      >
      <label
        >Side
        <select
          class="control"
          :value="operation.side"
          aria-label="Side"
          @change="set({ side: text($event) as Operation['side'] })"
        >
          <option v-for="[v, n] in SIDES" :key="v" :value="v">{{ n }}</option>
        </select></label
      >
      <label
        >Stands
        <select
          class="control"
          :value="operation.support"
          aria-label="How it stands"
          @change="set({ support: text($event) as Operation['support'] })"
        >
          <option v-for="[v, n] in SUPPORTS" :key="v" :value="v">{{ n }}</option>
        </select></label
      >
      <label
        >Wheels
        <select
          class="control"
          :value="operation.wheels"
          aria-label="Wheels"
          @change="set({ wheels: text($event) as Operation['wheels'] })"
        >
          <option value="any">any</option>
          <option value="on">on</option>
          <option value="off">off</option>
        </select></label
      >
      <label
        >Hands
        <select
          class="control"
          :value="operation.hands"
          aria-label="Hands"
          @change="set({ hands: Number(text($event)) })"
        >
          <option :value="1">one pair</option>
          <option :value="2">two pairs</option>
        </select></label
      >
      <label
        >Minutes
        <input
          class="control short"
          type="number"
          min="0.5"
          max="240"
          step="0.5"
          :value="operation.minutes"
          aria-label="Minutes"
          @change="set({ minutes: Number(text($event)) })"
      /></label>
    </div>
    <div class="two">
      <label
        >What is done, a line each
        <textarea
          class="control"
          rows="4"
          :value="operation.steps.join('\n')"
          aria-label="What is done"
          @change="set({ steps: lines(text($event)) })"
        />
      </label>
      <label
        >The trap
        <textarea
          class="control"
          rows="4"
          :value="operation.trap ?? ''"
          aria-label="Trap"
          @change="set({ trap: text($event).trim() || null })"
        />
      </label>
    </div>
    <div class="two">
      <fieldset>
        <legend>Comes after</legend>
        <label v-for="o in others" :key="o.id" class="check"
          ><input
            type="checkbox"
            :checked="operation.after.includes(o.id)"
            @change="set({ after: toggled(operation.after, o.id, checked($event)) })"
          />
          {{ o.title }}</label
        >
      </fieldset>
      <fieldset>
        <legend>Fasteners</legend>
        <table class="dense">
          <thead>
            <tr>
              <th />
              <th>torque</th>
              <th>loose</th>
              <th>undone</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in kit.fasteners" :key="f.id">
              <td>{{ f.name }}</td>
              <td>
                <input
                  type="checkbox"
                  :aria-label="`${f.name}: torqued here`"
                  :checked="operation.torques.includes(f.id)"
                  @change="set({ torques: toggled(operation.torques, f.id, checked($event)) })"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  :aria-label="`${f.name}: left loose here`"
                  :checked="operation.leavesLoose.includes(f.id)"
                  @change="set({ leavesLoose: toggled(operation.leavesLoose, f.id, checked($event)) })"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  :aria-label="`${f.name}: undone here`"
                  :checked="operation.disturbs.includes(f.id)"
                  @change="set({ disturbs: toggled(operation.disturbs, f.id, checked($event)) })"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </fieldset>
    </div>
    <div class="grid">
      <label class="wide"
        >Only when
        <input
          v-model="when"
          class="control"
          aria-label="Only when"
          placeholder="bumpStop = on-leaf; liftBlock > 27 mm"
          @change="setWhen"
      /></label>
      <label
        >Takes off
        <input
          class="control"
          :value="operation.takesOff.join(', ')"
          aria-label="Takes off"
          @change="set({ takesOff: commas(text($event)) })"
      /></label>
      <label
        >Puts back
        <input
          class="control"
          :value="operation.refits.join(', ')"
          aria-label="Puts back"
          @change="set({ refits: commas(text($event)) })"
      /></label>
      <label
        >Tools
        <input
          class="control"
          :value="operation.tools.join(', ')"
          aria-label="Tools"
          @change="set({ tools: commas(text($event)) })"
      /></label>
      <label
        >Caution
        <input
          class="control"
          :value="operation.caution ?? ''"
          aria-label="Caution"
          @change="set({ caution: text($event).trim() || null })"
      /></label>
    </div>
    <p v-for="why in [whenWrong, lineWrong].filter(Boolean)" :key="why" class="note stop" role="alert">{{ why }}</p>
    <details>
      <summary>What carries the axle, parts, questions, checks</summary>
      <div class="two">
        <fieldset>
          <legend>Opens, closes (jack under it)</legend>
          <label v-for="c in CARRIERS" :key="c" class="check"
            >{{ plain(c) }}
            <input
              type="checkbox"
              :aria-label="`opens ${c}`"
              :checked="operation.opens.includes(c)"
              @change="set({ opens: toggled(operation.opens, c, checked($event)) })"
            />
            opens
            <input
              type="checkbox"
              :aria-label="`closes ${c}`"
              :checked="operation.closes.includes(c)"
              @change="set({ closes: toggled(operation.closes, c, checked($event)) })"
            />
            closes</label
          >
          <label
            >Axle on its jack
            <select
              class="control"
              :value="operation.raise?.until ?? ''"
              aria-label="How far it is raised"
              @change="
                set({
                  raise: text($event)
                    ? { until: text($event) as 'touch', note: operation.raise?.note ?? 'as the instructions say' }
                    : null,
                })
              "
            >
              <option v-for="[v, n] in UNTIL" :key="v" :value="v">{{ n }}</option>
            </select></label
          >
          <label v-if="operation.raise"
            >until
            <input
              class="control"
              :value="operation.raise.note"
              aria-label="Raised until"
              @change="set({ raise: { until: operation.raise.until, note: text($event) } })"
          /></label>
        </fieldset>
        <fieldset>
          <legend>Of the kit in place from here</legend>
          <label v-for="p in KIT_PLACES" :key="p" class="check"
            ><input
              type="checkbox"
              :checked="operation.fits.includes(p)"
              @change="set({ fits: toggled(operation.fits, p, checked($event)) })"
            />
            {{ plain(p) }}</label
          >
        </fieldset>
      </div>
      <div class="two">
        <label
          >From the box, a line each ("2 x Washer")
          <textarea v-model="hardware" class="control" rows="3" aria-label="From the box" @change="setHardware" />
        </label>
        <label
          >What becomes of parts ("Bump stop = gone-owner (bolts with it)")
          <textarea v-model="fates" class="control" rows="3" aria-label="What becomes of parts" @change="setFates" />
        </label>
      </div>
      <div class="two">
        <fieldset>
          <legend>Asks at the vehicle</legend>
          <label v-for="k in ASKED" :key="k" class="check"
            ><input
              type="checkbox"
              :checked="operation.asks.includes(k)"
              @change="set({ asks: toggled(operation.asks, k, checked($event)) })"
            />
            {{ SURVEY_QUESTIONS[k].ask }}</label
          >
        </fieldset>
        <fieldset>
          <legend>Only where the air circuit has</legend>
          <label v-for="w in CIRCUIT_WORDS" :key="w" class="check"
            ><input
              type="checkbox"
              :checked="operation.circuit.includes(w)"
              @change="set({ circuit: toggled(operation.circuit, w, checked($event)) })"
            />
            {{ plain(w) }}</label
          >
        </fieldset>
        <fieldset>
          <legend>On record before it is done</legend>
          <label v-for="c in STEP_CHECKS" :key="c" class="check"
            ><input
              type="checkbox"
              :checked="operation.checks.includes(c)"
              @change="set({ checks: toggled(operation.checks, c, checked($event)) })"
            />
            {{ plain(c) }}</label
          >
          <label class="check"
            ><input type="checkbox" :checked="operation.blocking" @change="set({ blocking: checked($event) })" /> cannot
            be skipped without a deviation</label
          >
          <label
            >Same as in other instructions
            <input
              class="control"
              :value="operation.same ?? ''"
              aria-label="Same as in other instructions"
              @change="set({ same: text($event).trim() || null })"
          /></label>
        </fieldset>
      </div>
    </details>
    <StepPicture :picture="operation.picture" @change="(picture) => set({ picture })" />
    <p><button type="button" class="plain" @click="emit('remove')">Remove this step</button></p>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  padding: 10px 14px;
  font-size: 13px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px 12px;
}
.wide {
  grid-column: span 2;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
label {
  display: grid;
  gap: 2px;
  color: var(--muted);
}
.check {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--ink);
}
fieldset {
  border: 1px solid var(--edge);
  border-radius: 4px;
  max-height: 190px;
  overflow: auto;
}
textarea.control {
  height: auto;
  padding: 6px 8px;
  font: inherit;
  resize: vertical;
}
td,
th {
  height: 24px;
}
</style>
