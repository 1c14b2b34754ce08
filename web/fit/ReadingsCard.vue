<script setup lang="ts">
import { computed } from 'vue'
import { recordLimits, ofKind, type RecordBody } from '@stout-shackle/core/records'
import { counts } from '@stout-shackle/core/proof'
import { GAP_PASSES, gapKey, type AskedGap, type GapJudgment, type GapVerdict } from '@stout-shackle/core/stages'
import { limitQuantity } from '@stout-shackle/core/quantity'
import { gapKeyName, GAP_HELP, GAP_HOW, GAP_VERDICTS, contradictionText, VOIDS } from '@stout-shackle/core/wording'
import LoadOnSelect from '../fields/LoadOnSelect.vue'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import AxleSwitch from '../fields/AxleSwitch.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { readingField } from '../stores/job/reading'
import { usePreferences } from '../stores/preferences'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
type Gap = Extract<RecordBody, { kind: 'gap' }>
const { axle, axles, show } = useShownAxle()
const gaps = computed(() => assessment.value.gaps.filter((g) => g.axle === axle.value))
const nameOf = (g: AskedGap) => g.own?.name ?? gapKeyName(g.check)
const checks = computed(() =>
  [...new Set(gaps.value.map(gapKey))].map((key) => {
    const sides = gaps.value.filter((g) => gapKey(g) === key)
    return { key, check: sides[0]!.check, name: nameOf(sides[0]!), sides }
  }),
)
const sign = (v: GapVerdict) =>
  v === 'missing' ? 'unknown' : v === 'fine' ? 'fine' : GAP_PASSES.includes(v) ? 'caution' : 'stop'
/** What stands there, one that proves something if there is one; typing does not count. */
function earlier(g: GapJudgment) {
  const readings = ofKind(store.kept.standing, 'gap').filter(
    (r) =>
      r.body.axle === g.axle &&
      r.body.check === g.check &&
      r.body.gap === (g.own?.id ?? null) &&
      r.body.side === g.side,
  )
  const { proof } = store.kept
  return readings.findLast((r) => proof && counts(proof, r)) ?? readings.at(-1)
}
const body = (g: GapJudgment, value: number, about: boolean, sleeved = earlier(g)?.body.sleeved ?? false): Gap => ({
  kind: 'gap',
  axle: g.axle,
  check: g.check,
  gap: g.own?.id ?? null,
  side: g.side,
  value,
  about,
  sleeved,
})
const field = (g: GapJudgment) =>
  readingField(
    store,
    `gap:${g.axle}:${gapKey(g)}:${g.side}`,
    () => earlier(g),
    (value, about) => body(g, value, about),
  )
function sleeve(g: GapJudgment, sleeved: boolean) {
  const before = earlier(g)
  if (before)
    store.record(body(g, before.body.value, before.body.about, sleeved), {
      record: before.id,
      why: sleeved ? 'heat sleeve fitted' : 'no heat sleeve',
    })
}
/** A bar of the limit's size went through all around: nothing has to be read off. */
function barPasses(g: GapJudgment) {
  const before = earlier(g)
  const target = before && store.kept.proof && counts(store.kept.proof, before) ? before.id : null
  const passed: Gap = { ...body(g, g.limit.value, false), bar: true }
  store.record(passed, target ? { record: target, why: 'a bar passes' } : null)
}
/** Why a reading that stands there proves nothing. */
function doubtOf({ missing }: GapJudgment): string {
  if (missing?.flag) return contradictionText(missing.flag, { ...assessment.value, job: job.value })
  return missing?.voided ? VOIDS[missing.voided.code] : ''
}
const FAILS: readonly GapVerdict[] = ['too-little', 'too-much']
const left = computed(() => assessment.value.gaps.filter((g) => g.missing && !FAILS.includes(g.verdict)).length)
const fails = computed(() => gaps.value.filter((g) => g.verdict !== 'missing' && !GAP_PASSES.includes(g.verdict)))
</script>

<template>
  <section class="card">
    <header>
      <h2>Readings against the rules</h2>
      <AxleSwitch :axles="axles" :axle="axle" @show="show" />
      <LoadOnSelect />
      <span class="small muted">{{ left ? `${left} to read` : 'all read' }}</span>
    </header>
    <table class="dense">
      <thead>
        <tr>
          <th>Check</th>
          <th>Rule</th>
          <th>Left</th>
          <th>Right</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ key, check, name, sides } in checks" :key="key">
          <td>
            <strong>{{ name }}</strong><br /><span class="small muted">{{ GAP_HOW[check] }}</span>
          </td>
          <td class="rule small">
            {{ limitQuantity('min', 'length', sides[0]!.limit.value, preferences.system)
            }}{{
              sides[0]!.high
                ? ` to ${limitQuantity('max', 'length', sides[0]!.high.value, preferences.system)}`
                : ' or more'
            }}<br /><span class="muted">{{ sides[0]!.limit.source }}</span>
          </td>
          <td v-for="g in sides" :key="g.side" class="read">
            <span class="cell">
              <QuantityField
                :value="earlier(g)?.body.value ?? null"
                :about="earlier(g)?.body.about"
                kind="length"
                :label="`${name}, ${g.side}`"
                hide-label
                clearable
                v-bind="recordLimits('gap', 'value')"
                @update="(v, about) => field(g).type(v, about)"
                @commit="(v, about) => field(g).commit(v, about)"
              />
              <span class="verdict small" :data-verdict="g.verdict"
                ><StateSign :state="sign(g.verdict)" /> {{ GAP_VERDICTS[g.verdict] }}</span
              >
            </span>
            <el-button
              v-if="!g.high && g.missing"
              link
              type="primary"
              size="small"
              :aria-label="`${limitQuantity('min', 'length', g.limit.value, preferences.system)} bar passes ${g.side}: ${name}`"
              @click="barPasses(g)"
              >{{ limitQuantity('min', 'length', g.limit.value, preferences.system) }} bar passes</el-button
            >
            <span v-if="doubtOf(g)" class="small doubt" data-doubt>{{ doubtOf(g) }}</span>
            <label
              v-if="check === 'line-exhaust' && (g.verdict === 'too-little' || g.verdict === 'sleeved')"
              class="small"
              ><input
                type="checkbox"
                :checked="earlier(g)?.body.sleeved ?? false"
                @change="sleeve(g, ($event.target as HTMLInputElement).checked)"
              />
              heat sleeve fitted there</label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="g in fails" :key="`f${gapKey(g)}${g.side}`" class="note stop" :data-check="g.check">
      {{ nameOf(g) }}, {{ g.side }}: {{ GAP_VERDICTS[g.verdict] }}.
      {{ GAP_HELP[g.check] }}
    </p>
  </section>
  <p class="small muted">
    Readings are appended: a corrected one keeps the first in the log. Typed "about 5/8", a reading counts with ± half
    an inch.
  </p>
</template>

<style scoped>
table.dense td {
  height: 52px;
  vertical-align: middle;
}
.doubt {
  color: var(--amber);
  display: block;
}
.rule {
  white-space: nowrap;
}
.cell {
  display: flex;
  align-items: center;
  gap: 8px;
}
.cell :deep(.field) {
  width: 92px;
  min-width: 0;
  flex: none;
}
.verdict {
  line-height: 1.2;
}
</style>
