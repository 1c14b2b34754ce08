<script setup lang="ts">
import { computed } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import { GAP_CHECKS, kitWith, limitsOfGap, type Kit, type KitGap } from '@stout-shackle/core/kit'
import { nextId, parseGap } from '@stout-shackle/core/paper'
import { gapKeyName } from '@stout-shackle/core/wording'
import QuantityField from '../../fields/QuantityField.vue'
import { usePreferences } from '../../stores/preferences'
import LinesInput from './LinesInput.vue'
import PartCard from './PartCard.vue'
import { isKit, useWriting } from './writing'

/** Gaps that the paper asks for: limits of readings that are taken anyway, and its own. */
const { paper, changeKit } = useWriting()
const preferences = usePreferences()
const gaps = computed(() => (paper.value && isKit(paper.value) ? paper.value.gaps : []))
const put = (next: (gaps: Kit['gaps']) => KitGap[]) => changeKit((k) => kitWith(k, 'gaps', next(k.gaps)))
function take(text: string): string | null {
  const read = parseGap(text, preferences.system)
  if (!read.ok) return read.why
  put((all) => [...all, { ...read.gap, id: nextId(read.gap.name, all) }])
  return null
}
const set = (id: string, part: Partial<KitGap>) => put((all) => all.map((g) => (g.id === id ? { ...g, ...part } : g)))
const CHOICES = [
  { value: '', label: 'read by itself' },
  ...GAP_CHECKS.map((value) => ({ value, label: gapKeyName(value) })),
]
</script>

<template>
  <PartCard part="gaps" hint="a line a gap: 1/2 in all around the bag">
    <table v-if="gaps.length" class="dense">
      <thead>
        <tr>
          <th>Gap</th>
          <th class="num">at least</th>
          <th>Reading</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="g in gaps" :key="g.id">
          <td>
            <el-input
              :model-value="g.name"
              :aria-label="`Gap ${g.name}`"
              @change="(v: string) => v.trim() && set(g.id, { name: v.trim() })"
            />
          </td>
          <td>
            <QuantityField
              :value="g.least"
              kind="length"
              :label="`At least, ${g.name}`"
              hide-label
              v-bind="limitsOfGap"
              @commit="(v) => v !== null && set(g.id, { least: v })"
            />
          </td>
          <td>
            <el-select
              :model-value="g.check ?? ''"
              :aria-label="`Reading of ${g.name}`"
              placeholder="read by itself"
              clearable
              value-on-clear=""
              @change="(v: string) => set(g.id, { check: (v || null) as KitGap['check'] })"
            >
              <el-option v-for="c in CHOICES" :key="c.value" :value="c.value" :label="c.label" />
            </el-select>
          </td>
          <td class="act">
            <el-button
              link
              :icon="Delete"
              :aria-label="`Remove gap ${g.name}`"
              @click="put((all) => all.filter((o) => o.id !== g.id))"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <LinesInput label="Next gap" placeholder="1/2 in all around the bag" :take="take" />
  </PartCard>
</template>
