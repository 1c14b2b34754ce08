<script setup lang="ts">
import { computed, ref } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import {
  BOLTS,
  boltField,
  isConfirmed,
  kitConfirmed,
  originOf,
  PAPER,
  withOrigin,
  type Fastener,
  type Kit,
} from '@stout-shackle/core/kit'
import { parseBolt, parseTorque, torqueText, withBolt, withoutBolt } from '@stout-shackle/core/paper'
import { originWords } from '@stout-shackle/core/wording'
import SchemaField from '../../fields/SchemaField.vue'
import { usePreferences } from '../../stores/preferences'
import LinesInput from './LinesInput.vue'
import PartCard from './PartCard.vue'
import { isKit, useWriting, type Paper } from './writing'

/** Bolts and fittings, one line each, the torque typed as it stands on the paper. */
const { paper, change, changeKit } = useWriting()
const preferences = usePreferences()
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const bolts = computed(() => paper.value?.fasteners ?? [])
/** Which bolt's less usual fields are open. */
const opened = ref<string | null>(null)
/** What a torque that cannot be read says, by bolt. */
const refused = ref<Record<string, string>>({})
const asPaper = (next: Paper, ...ids: string[]): Paper =>
  isKit(next) ? withOrigin(next, [BOLTS, ...ids.map((id) => `fasteners.${id}`)], PAPER) : next

function take(text: string): string | null {
  const read = parseBolt(text, preferences.system)
  if (!read.ok) return read.why
  if (!paper.value) return null
  const { written, id } = withBolt(paper.value, read.bolt)
  change(asPaper(written, id))
  return null
}
function set(id: string, part: Partial<Fastener>) {
  const now = paper.value
  if (now) change(asPaper({ ...now, fasteners: now.fasteners.map((f) => (f.id === id ? { ...f, ...part } : f)) }, id))
}
function setTorque(id: string, text: string) {
  const read = parseTorque(text, preferences.system)
  refused.value = { ...refused.value, [id]: read.ok ? '' : read.why }
  if (read.ok) set(id, { spec: read.spec, evenly: read.evenly })
}
const remove = (id: string) => paper.value && change(asPaper(withoutBolt(paper.value, id)))
const origin = (id: string) => (kit.value ? originOf(kit.value, `fasteners.${id}`) : null)
const isOpen = (id: string) => {
  const from = origin(id)
  return from !== null && !isConfirmed(from)
}
const inStep = (id: string) => (paper.value?.operations ?? []).some((o) => o.torques.includes(id))
const none = computed(() => kit.value !== null && !bolts.value.length && !isConfirmed(originOf(kit.value, BOLTS)))
const others = (id: string) => bolts.value.filter((f) => f.id !== id)
</script>

<template>
  <PartCard part="bolts" hint="a line a bolt: 4 strap nut 3/8-16, evenly 16">
    <table v-if="bolts.length" class="dense">
      <thead>
        <tr>
          <th class="num">a side</th>
          <th>Bolt</th>
          <th class="thread">Thread</th>
          <th class="grade">Grade</th>
          <th>Torque</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <template v-for="f in bolts" :key="f.id">
          <tr :class="{ open: isOpen(f.id) }" :data-bolt="f.id">
            <td class="count">
              <SchemaField
                :field="boltField('count')"
                :value="f.count"
                :of="f.name"
                hide-label
                @change="(v) => set(f.id, { count: v as number })"
              />
            </td>
            <td>
              <SchemaField
                :field="boltField('name')"
                :value="f.name"
                :of="f.name"
                hide-label
                @change="(v) => v && set(f.id, { name: v as string })"
              />
            </td>
            <td>
              <SchemaField
                :field="boltField('thread')"
                :value="f.thread"
                :of="f.name"
                hide-label
                @change="(v) => set(f.id, { thread: v as Fastener['thread'] })"
              />
            </td>
            <td>
              <SchemaField
                :field="boltField('grade')"
                :value="f.grade"
                :of="f.name"
                hide-label
                @change="(v) => set(f.id, { grade: v as Fastener['grade'] })"
              />
            </td>
            <td class="torque">
              <el-input
                :key="`${preferences.system} ${torqueText(f.spec, f.evenly, preferences.system)}`"
                :model-value="torqueText(f.spec, f.evenly, preferences.system)"
                :aria-label="`Torque of ${f.name}`"
                placeholder="none given"
                @change="(v: string) => setTorque(f.id, v)"
              />
              <span v-if="refused[f.id]" class="why small" role="alert">{{ refused[f.id] }}</span>
              <span v-if="isOpen(f.id)" class="from small">
                {{ originWords(origin(f.id)!) }}
                <el-button
                  link
                  type="primary"
                  size="small"
                  :aria-label="`${f.name}: it says so on the paper`"
                  @click="changeKit((k) => kitConfirmed(k, [`fasteners.${f.id}`]))"
                  >confirm</el-button
                >
              </span>
              <span v-if="kit && f.spec.kind !== 'none-given' && !inStep(f.id)" class="from small">in no step</span>
            </td>
            <td class="act">
              <el-button
                link
                type="primary"
                size="small"
                :aria-expanded="opened === f.id"
                :aria-label="`More of ${f.name}`"
                @click="opened = opened === f.id ? null : f.id"
                >more</el-button
              >
              <el-button link :icon="Delete" :aria-label="`Remove ${f.name}`" @click="remove(f.id)" />
            </td>
          </tr>
          <tr v-if="opened === f.id" class="more">
            <td colspan="6">
              <div class="fields">
                <SchemaField
                  :field="boltField('when')"
                  :value="f.when"
                  :of="f.name"
                  @change="(v) => set(f.id, { when: v as Fastener['when'] })"
                />
                <SchemaField
                  :field="boltField('length')"
                  :value="f.length"
                  :of="f.name"
                  @change="(v) => set(f.id, { length: v as number | null })"
                />
                <SchemaField
                  :field="boltField('washers')"
                  :value="f.washers"
                  :of="f.name"
                  @change="(v) => set(f.id, { washers: v as number })"
                />
                <SchemaField
                  :field="boltField('head')"
                  :value="f.head"
                  :of="f.name"
                  @change="(v) => set(f.id, { head: v as Fastener['head'] })"
                />
                <SchemaField
                  :field="boltField('fitting.kind')"
                  :value="f.fitting?.kind ?? null"
                  :of="f.name"
                  @change="
                    (v) =>
                      set(f.id, {
                        fitting: v
                          ? {
                              kind: v as NonNullable<Fastener['fitting']>['kind'],
                              sealant: f.fitting?.sealant ?? false,
                            }
                          : null,
                      })
                  "
                />
                <SchemaField
                  v-if="f.fitting"
                  :field="boltField('fitting.sealant')"
                  :value="f.fitting.sealant"
                  :of="f.name"
                  @change="(v) => set(f.id, { fitting: { ...f.fitting!, sealant: v === true } })"
                />
                <SchemaField
                  :field="boltField('source')"
                  :value="f.source"
                  :of="f.name"
                  @change="(v) => set(f.id, { source: v as string })"
                />
                <label class="small muted">
                  Torqued after
                  <el-select
                    multiple
                    :model-value="f.after"
                    :aria-label="`Torqued before ${f.name}`"
                    placeholder="nothing"
                    @change="(v: string[]) => set(f.id, { after: v })"
                  >
                    <el-option v-for="o in others(f.id)" :key="o.id" :value="o.id" :label="o.name" />
                  </el-select>
                </label>
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="none" class="small none">
      The paper names no bolt?
      <el-button link type="primary" size="small" @click="changeKit((k) => kitConfirmed(k, [BOLTS]))"
        >It names none</el-button
      >
    </p>
    <LinesInput label="Next bolt" placeholder="4 strap nut 3/8-16, evenly 16" :take="take" />
  </PartCard>
</template>

<style scoped>
.count {
  width: 54px;
}
.thread {
  width: 96px;
}
.grade {
  width: 98px;
}
.torque {
  width: 30%;
}
.act {
  width: 70px;
  white-space: nowrap;
}
.act :deep(.el-button + .el-button) {
  margin-left: 4px;
}
.why {
  color: var(--oxide);
}
.from {
  color: var(--amber);
}
.open td {
  background: #fffaf0;
}
.open .torque :deep(.el-input__wrapper) {
  box-shadow: none;
  border: 1px dashed var(--amber-sign);
}
.none {
  padding: 6px 12px 0;
}
</style>
