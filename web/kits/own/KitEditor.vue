<script setup lang="ts">
import { computed, onMounted, provide, ref, shallowRef, watch } from 'vue'
import {
  checkKit,
  KIT_PARTS,
  lacksOf,
  unconfirmedFigures,
  type DataFlag,
  type Kit,
  type KitPart as Part,
} from '@stout-shackle/core/kit'
import type { Entry, Found, KitSummary } from '@stout-shackle/core/contract'
import { FAMILY_NAMES, flagText, KIT_PART_NAMES } from '@stout-shackle/core/wording'
import { call } from '../../api/client'
import StateSign from '../../fields/StateSign.vue'
import { usePreferences } from '../../stores/preferences'
import ProcedureCard from '../work/ProcedureCard.vue'
import BoltsPart from './BoltsPart.vue'
import BoxPart from './BoxPart.vue'
import FilesMenu from './FilesMenu.vue'
import FitsPart from './FitsPart.vue'
import GapsPart from './GapsPart.vue'
import KitPart from './KitPart.vue'
import PastePaper from './PastePaper.vue'
import PressurePart from './PressurePart.vue'
import SheetPart from './SheetPart.vue'
import StepsPart from './StepsPart.vue'
import TrialPanel from './TrialPanel.vue'
import { placeName, valueText } from './place-words'
import { isKit, WRITING, writingOf, type Catalog } from './writing'

/** A paper typed in: a kit on one page of seven parts, or other instructions with what of them there is. */
const props = defineProps<{ id: string; of: Catalog }>()
const preferences = usePreferences()
const writing = writingOf(props.of, () => props.id)
provide(WRITING, writing)
onMounted(() => void writing.load())
const { paper, version, isEdited, faults, failure, saved, conflicts, beside } = writing
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const selected = ref<string | null>(null)
const pasting = ref(false)
/** Pages of a paper without text, to type from. */
const pictures = shallowRef<string[]>([])

/** With which kit a procedure is tried; empty for none. */
const withKit = ref('')
const kits = shallowRef<Entry<KitSummary>[]>([])
if (props.of === 'procedures')
  void call<Found<KitSummary>>('/kits?limit=200').then(
    (found) => (kits.value = found.entries),
    () => undefined,
  )
watch(withKit, async (id) => {
  beside.value = null
  const found = id ? await call<Entry<Kit>>(`/kits/${id}`).catch(() => null) : null
  // Another one may have been chosen by now.
  if (found && withKit.value === id) beside.value = found.document
})

const parts = computed((): readonly Part[] => (kit.value ? KIT_PARTS : ['box', 'bolts', 'steps']))
const PATHS: Record<Part, readonly string[]> = {
  kit: ['maker', 'number', 'name', 'price', 'minutes', 'wheels', 'drilling', 'cutting'],
  pressure: ['bag', 'rubber', 'testPressure'],
  box: ['parts', 'brackets', 'airLine'],
  gaps: ['gaps'],
  bolts: ['fasteners'],
  steps: ['operations'],
  fits: ['fitment', 'lines'],
}
/** How far each part is: something wrong in it, something of it not confirmed, nothing in it, or done. */
function stateOf(part: Part): 'stop' | 'caution' | 'unknown' | 'fine' {
  const now = paper.value
  if (!now) return 'unknown'
  if (faults.value.some((f) => PATHS[part].includes(String(f.path[0])))) return 'stop'
  const open = isKit(now) ? unconfirmedFigures(now).filter((f) => f.part === part) : []
  if (open.length) return 'caution'
  const isEmpty = {
    box: !now.parts.length,
    bolts: !now.fasteners.length,
    steps: !now.operations.length,
    gaps: isKit(now) && !now.gaps.length,
  }
  return (isEmpty as Partial<Record<Part, boolean>>)[part] ? 'unknown' : 'fine'
}
const go = (part: Part) =>
  document.getElementById(`part-${part}`)?.scrollIntoView({ behavior: 'smooth', block: 'start' })
/** What a kit says against itself and its paper should be asked about: it is saved all the same once somebody says so. */
const ASKED: readonly DataFlag['code'][] = ['stop-never-out', 'thread-differs', 'drilling-unsaid']
const answered = ref(new Set<string>())
const nameOf = (f: DataFlag) => `${f.code} ${f.about}`
const doubts = computed(() =>
  kit.value ? checkKit(kit.value).filter((f) => ASKED.includes(f.code) && !answered.value.has(nameOf(f))) : [],
)
const asking = ref(false)
function save() {
  asking.value = doubts.value.length > 0
  if (!asking.value) void writing.save()
}
function saveAnyway() {
  answered.value = new Set([...answered.value, ...doubts.value.map(nameOf)])
  asking.value = false
  void writing.save()
}
const lacking = computed(() => (kit.value ? lacksOf(kit.value).length : 0))
function select(step: string) {
  selected.value = step
  document.querySelector(`[data-step="${step}"]`)?.scrollIntoView({ block: 'center' })
}
</script>

<template>
  <p v-if="failure && !paper" class="note stop" role="alert">{{ failure }}</p>
  <el-skeleton v-else-if="!paper" :rows="6" animated />
  <div v-else class="editor">
    <div class="top">
      <h2>{{ kit ? `${kit.maker} ${kit.name}` : (paper as { name: string }).name }}</h2>
      <span class="small muted"
        >{{ kit ? `${kit.number} · ${FAMILY_NAMES[kit.family]} · ${kit.axle} axle · ` : '' }}version {{ version }}</span
      >
      <span class="small state" role="status" :data-draft="isEdited ? 'edited' : 'saved'">{{
        isEdited ? 'edited, kept in this browser' : 'saved'
      }}</span>
      <el-button v-if="kit" @click="pasting = true">Paste a paper</el-button>
      <FilesMenu />
      <el-button :disabled="!isEdited" @click="writing.discard">Cancel</el-button>
      <el-button type="primary" :disabled="!isEdited || faults.length > 0" @click="save">Save</el-button>
    </div>
    <div v-if="asking && doubts.length" class="note amber" role="alert" data-save-asks>
      <p v-for="d in doubts" :key="d.path + d.about">{{ flagText(d, preferences.system) }}.</p>
      <el-button size="small" type="primary" @click="saveAnyway">Save it all the same</el-button>
      <el-button size="small" @click="asking = false">Back to it</el-button>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="saved" class="note" role="status">{{ saved }}</p>
    <div v-if="conflicts.length" class="note" data-conflicts>
      <strong>Both of you changed:</strong>
      <p v-for="c in conflicts" :key="c.path" class="small">
        {{ placeName(paper, c.path.split('.')) }}: yours {{ valueText(c.path.split('.'), c.mine, preferences.system) }},
        theirs {{ valueText(c.path.split('.'), c.theirs, preferences.system) }}
        <el-button link type="primary" size="small" @click="writing.takeTheirs(c)">take theirs</el-button>
      </p>
    </div>
    <PastePaper v-if="pasting" v-model="pasting" @pictures="(found) => (pictures = found)" />
    <div class="columns">
      <nav class="rail" aria-label="Parts of the page">
        <button v-for="part in parts" :key="part" type="button" :data-rail="part" @click="go(part)">
          {{ KIT_PART_NAMES[part] }} <StateSign :state="stateOf(part)" />
        </button>
        <p class="small muted">All on one page; Tab goes on. What the paper does not say stays empty.</p>
        <p v-if="lacking" class="small lacking">
          <StateSign state="caution" /> {{ lacking }} to confirm before a vehicle leaves with it
        </p>
      </nav>
      <main class="parts">
        <ProcedureCard v-if="!isKit(paper)" :procedure="paper" @change="writing.change" />
        <SheetPart v-if="!isKit(paper) && paper.kind === 'accessory'" />
        <KitPart v-if="kit" />
        <PressurePart v-if="kit" />
        <BoxPart />
        <GapsPart v-if="kit" />
        <BoltsPart />
        <StepsPart v-model:selected="selected" />
        <FitsPart v-if="kit" />
      </main>
      <div class="side">
        <label v-if="kits.length" class="small muted beside"
          >Tried with
          <el-select v-model="withKit" filterable clearable placeholder="nothing else" aria-label="Kit beside it">
            <el-option
              v-for="k in kits"
              :key="k.document.id"
              :value="k.document.id"
              :label="`${k.document.maker} ${k.document.name}`"
            />
          </el-select>
        </label>
        <figure v-for="(picture, i) in pictures" :key="i" class="page">
          <img :src="picture" :alt="`Page ${i + 1} of the paper`" />
        </figure>
        <TrialPanel @select="select" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 12px;
  margin-bottom: 10px;
}
.state {
  margin-left: auto;
  color: var(--moss);
}
.state[data-draft='edited'] {
  color: var(--amber);
}
.columns {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr) 290px;
  gap: 12px;
  align-items: start;
}
.rail {
  position: sticky;
  top: 0;
  display: grid;
  background: var(--plate);
  border: 1px solid var(--edge);
  border-radius: 4px;
}
.rail button {
  all: unset;
  cursor: pointer;
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 36px;
  padding: 0 12px;
  font-weight: 500;
  border-bottom: 1px solid var(--edge);
}
.rail button:focus-visible {
  outline: 2px solid var(--petrol);
  outline-offset: -2px;
}
.rail p {
  padding: 6px 12px;
}
.lacking {
  color: var(--amber);
}
.side {
  position: sticky;
  top: 0;
  max-height: 100vh;
  overflow: auto;
}
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.parts :deep(table .schema-field),
.parts :deep(table .el-select) {
  display: flex;
  width: 100%;
  min-width: 0;
}
.parts :deep(table td) {
  padding-left: 6px;
  padding-right: 6px;
}
.parts :deep(.fields) {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: start;
  padding: 8px 12px;
}
.page {
  margin: 0 0 8px;
}
.page img {
  width: 100%;
  border: 1px solid var(--edge);
}
.beside {
  display: grid;
  margin-bottom: 8px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .rail {
    position: static;
    grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  }
}
</style>
