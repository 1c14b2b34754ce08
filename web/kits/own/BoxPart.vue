<script setup lang="ts">
import { computed, ref } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import { bracketField, PAPER, withOrigin, type Bracket, type Kit } from '@stout-shackle/core/kit'
import { parsePart } from '@stout-shackle/core/paper'
import SchemaField from '../../fields/SchemaField.vue'
import KitField from './KitField.vue'
import DriverSide from './DriverSide.vue'
import LinesInput from './LinesInput.vue'
import PartCard from './PartCard.vue'
import { driverAsked, isKit, useWriting } from './writing'

/** What is in the box: a line a part, brackets with their hand and where their port faces. */
const { paper, change, changeKit, driver } = useWriting()
const parts = computed(() => paper.value?.parts ?? [])
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const asPaper = (k: Kit) => withOrigin(k, ['parts', 'brackets'], PAPER)

/** Why a part cannot be read yet, and whose count is none. */
const waits = ref('')
const wrongCount = ref('')
function take(text: string): string | null {
  waits.value = driverAsked(text, driver.value)
  if (waits.value) return waits.value
  const read = parsePart(text, driver.value)
  const now = paper.value
  if (!read.ok) return read.why
  if (!now) return null
  if (isKit(now)) {
    const brackets = read.bracket ? [...now.brackets, read.bracket] : now.brackets
    change(asPaper({ ...now, parts: [...now.parts, read.part], brackets }))
  } else {
    const { when: _when, side: _side, ...part } = read.part
    change({ ...now, parts: [...now.parts, part] })
  }
  return null
}
function setPart(i: number, field: 'count' | 'name' | 'number' | 'side', value: unknown) {
  const now = paper.value
  if (!now) return
  const list = now.parts.map((p, k) => (k === i ? { ...p, [field]: value } : p))
  change(isKit(now) ? asPaper({ ...now, parts: list as Kit['parts'] }) : { ...now, parts: list })
}
function remove(i: number) {
  const now = paper.value
  if (!now) return
  const gone = now.parts[i]
  const list = now.parts.filter((_, k) => k !== i)
  if (!isKit(now)) return change({ ...now, parts: list })
  const brackets = now.brackets.filter((b) => b.name !== gone?.name || b.number !== gone.number)
  change(asPaper({ ...now, parts: list as Kit['parts'], brackets }))
}
const setBracket = (i: number, part: Partial<Bracket>) =>
  changeKit((k) => asPaper({ ...k, brackets: k.brackets.map((b, j) => (j === i ? { ...b, ...part } : b)) }))
const SIDES = [
  { value: 'both', label: 'both' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
]
const count = (text: string, i: number) => {
  const n = Number(text)
  const isCount = Number.isInteger(n) && n >= 1 && n <= 99
  wrongCount.value = isCount ? '' : `How many ${parts.value[i]!.name}: a whole number from 1 to 99`
  if (isCount) setPart(i, 'count', n)
}
const sideOf = (p: { side?: 'left' | 'right' | null }) => p.side ?? 'both'
</script>

<template>
  <PartCard part="box" hint="a line a part: 2 Air spring AB-22, 1 Upper bracket AB-31 left">
    <table v-if="parts.length" class="dense">
      <thead>
        <tr>
          <th class="num">Count</th>
          <th>Part</th>
          <th>Number stamped</th>
          <th v-if="kit">Side</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, i) in parts" :key="i">
          <td class="count">
            <el-input
              :model-value="String(p.count)"
              :aria-label="`How many ${p.name}`"
              @change="(v: string) => count(v, i)"
            />
          </td>
          <td>
            <el-input
              :model-value="p.name"
              :aria-label="`Part ${i + 1}`"
              @change="(v: string) => v.trim() && setPart(i, 'name', v.trim())"
            />
          </td>
          <td>
            <el-input
              :model-value="p.number"
              :aria-label="`Number of ${p.name}`"
              @change="(v: string) => setPart(i, 'number', v.trim())"
            />
          </td>
          <td v-if="kit">
            <el-segmented
              size="small"
              :model-value="sideOf(p as Kit['parts'][number])"
              :options="SIDES"
              :aria-label="`Side of ${p.name}`"
              @change="(v: unknown) => setPart(i, 'side', v === 'both' ? null : v)"
            />
          </td>
          <td class="act"><el-button link :icon="Delete" :aria-label="`Remove ${p.name}`" @click="remove(i)" /></td>
        </tr>
      </tbody>
    </table>
    <p v-if="wrongCount" class="why small" role="alert">{{ wrongCount }}</p>
    <DriverSide v-if="waits" />
    <LinesInput label="Next part in the box" placeholder="2 Air spring AB-2210" :take="take" />
    <template v-if="kit?.brackets.length">
      <h3 class="sub">Brackets</h3>
      <div v-for="(b, i) in kit.brackets" :key="i" class="fields bracket">
        <strong>{{ b.name }} {{ b.number }}</strong>
        <SchemaField
          :field="bracketField('place')"
          :value="b.place"
          :of="b.name"
          @change="(v) => setBracket(i, { place: v as Bracket['place'] })"
        />
        <SchemaField
          :field="bracketField('hand')"
          :value="b.hand"
          :of="b.name"
          @change="(v) => setBracket(i, { hand: v as Bracket['hand'] })"
        />
        <SchemaField
          :field="bracketField('port')"
          :value="b.port"
          :of="b.name"
          @change="(v) => setBracket(i, { port: v as Bracket['port'] })"
        />
      </div>
    </template>
    <div v-if="kit?.airLine" class="fields">
      <KitField path="airLine.length" />
      <KitField path="airLine.diameter" />
      <KitField path="fitting" />
    </div>
  </PartCard>
</template>

<style scoped>
.count {
  width: 70px;
}
.sub {
  padding: 4px 12px 0;
}
.bracket {
  align-items: end;
}
</style>
