<script setup lang="ts">
import { computed } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import {
  isConfirmed,
  kitConfirmed,
  originOf,
  PAPER,
  withOrigin,
  type Application,
  type Kit,
} from '@stout-shackle/core/kit'
import { lineOf, parseFits } from '@stout-shackle/core/paper'
import { ref } from 'vue'
import ConditionsField from './ConditionsField.vue'
import KitField from './KitField.vue'
import LinesInput from './LinesInput.vue'
import PartCard from './PartCard.vue'
import { isKit, useWriting } from './writing'

/** The vehicles that the paper names, and the measures a vehicle has to have. */
const { paper, lines, setLines, changeKit } = useWriting()
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const unread = ref('')
const isOpen = computed(() => kit.value !== null && !isConfirmed(originOf(kit.value, 'fitment')))
/** A line of vehicles is from the paper: the measures that nobody typed are what is usual, and stand confirmed with it. */
const asPaper = () => changeKit((k) => withOrigin(k, ['fitment'], PAPER))
function take(text: string): string | null {
  const read = parseFits(text)
  const now = kit.value
  if (!read.ok) return read.why
  if (!now) return null
  const { unread: rest } = read.line
  const line = lineOf(now, lines.value, read.line)
  setLines([...lines.value, line])
  unread.value = rest ? `"${rest}" was not read: choose it under conditions.` : ''
  return null
}
const set = (id: string, part: Partial<Application>) =>
  setLines(lines.value.map((l) => (l.id === id ? { ...l, ...part } : l)))
const year = (id: string, end: 'from' | 'to', text: string) => {
  const n = Number(text)
  if (Number.isInteger(n)) set(id, { [end]: n })
}
</script>

<template>
  <PartCard part="fits" hint="a line a model: Make Model 2015-2019, single rear wheels">
    <table v-if="lines.length" class="dense">
      <thead>
        <tr>
          <th>Make</th>
          <th>Model</th>
          <th>Years</th>
          <th>Conditions</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in lines" :key="l.id">
          <td>
            <el-input
              :model-value="l.make"
              :aria-label="`Make of ${l.model}`"
              @change="(v: string) => v.trim() && set(l.id, { make: v.trim() })"
            />
          </td>
          <td>
            <el-input
              :model-value="l.model"
              :aria-label="`Model of ${l.make}`"
              @change="(v: string) => v.trim() && set(l.id, { model: v.trim() })"
            />
          </td>
          <td class="years">
            <el-input
              :model-value="String(l.from)"
              :aria-label="`From, ${l.model}`"
              @change="(v: string) => year(l.id, 'from', v)"
            />
            <el-input
              :model-value="String(l.to)"
              :aria-label="`To, ${l.model}`"
              @change="(v: string) => year(l.id, 'to', v)"
            />
          </td>
          <td>
            <ConditionsField
              :conditions="l.conditions"
              label="Condition"
              @change="(conditions) => set(l.id, { conditions })"
            />
          </td>
          <td class="act">
            <el-button
              link
              :icon="Delete"
              :aria-label="`Remove ${l.make} ${l.model}`"
              @click="setLines(lines.filter((o) => o.id !== l.id))"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <LinesInput label="Next vehicle" placeholder="Make Model 2015-2019" :take="take" />
    <p v-if="unread" class="small from">{{ unread }}</p>
    <div class="fields" :class="{ open: isOpen }">
      <KitField path="fitment.suspension" />
      <KitField path="fitment.wheels" />
      <KitField path="fitment.architecture" />
      <KitField path="fitment.bodies" />
    </div>
    <p v-if="isOpen" class="small from">
      Springs, wheels, axle build and bodies are typical.
      <el-button link type="primary" size="small" @click="asPaper">The vehicles named are what it fits</el-button>
    </p>
    <el-collapse v-if="kit" class="more">
      <el-collapse-item title="More that decides: lift, bump stop, coil, exhaust, hitch" name="more">
        <div class="fields">
          <KitField path="fitment.bumpStops" />
          <KitField path="fitment.liftBlockMax" />
          <KitField path="fitment.liftBlockMaxWithSpacer" />
          <KitField path="fitment.feedGap" />
          <KitField path="fitment.exhaustMax" />
          <KitField path="fitment.hitchRails" />
        </div>
        <div class="fields">
          <span v-for="span in SPANS" :key="span.path">
            <el-checkbox
              :model-value="kit.fitment[span.path] !== null"
              @change="
                (on: unknown) =>
                  changeKit((k) =>
                    kitConfirmed({ ...k, fitment: { ...k.fitment, [span.path]: on === true ? span.usual : null } }, [
                      'fitment',
                    ]),
                  )
              "
              >{{ span.name }}</el-checkbox
            >
            <template v-if="kit.fitment[span.path]">
              <KitField :path="`fitment.${span.path}.low`" />
              <KitField :path="`fitment.${span.path}.high`" />
            </template>
          </span>
        </div>
      </el-collapse-item>
    </el-collapse>
  </PartCard>
</template>

<script lang="ts">
import { INCH } from '@stout-shackle/core/quantity'
/** Measures that are there with both ends or not at all. */
const SPANS = [
  { path: 'coilInside', name: 'Coil inside diameter decides', usual: { low: 3 * INCH, high: 6 * INCH } },
  { path: 'bracketSpace', name: 'Bracket to bracket decides', usual: { low: 5 * INCH, high: 12 * INCH } },
] as const
</script>

<style scoped>
.years {
  width: 128px;
}
.years > * {
  width: 54px;
  margin-right: 4px;
}
.from {
  color: var(--amber);
  padding: 0 12px 6px;
}
.more {
  padding: 0 12px;
}
</style>
