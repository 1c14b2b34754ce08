<script setup lang="ts">
import { computed, onScopeDispose, ref, watch } from 'vue'
import { FAMILY_NAMES, lackText, levelText, mountedText, VERDICT_NAMES } from '@stout-shackle/core/wording'
import { formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { byTotal, CRITERIA, mayPassMaximum, stopsAtMaximum, type RankedKit } from '@stout-shackle/core/stages'
import { kitsLeft } from '@stout-shackle/core/job'
import { lacksOf, type Kit } from '@stout-shackle/core/kit'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import KitReasons from './KitReasons.vue'
import ScoreBars from './ScoreBars.vue'
import { leanText, runsAt, limitsText } from './outcome'
import { useMounted } from './use-mounted'

/** Kits that fit or depend on an answer, in order; each opens to its reasons, load cases and what its place is made of. */
const props = defineProps<{ blocked: boolean; compared: readonly string[] }>()
const emit = defineEmits<{ pick: [kit: Kit | null]; compare: [id: string] }>()
/** Id of the opened kit. */
const shown = defineModel<string | null>('shown', { required: true })
const { store, job, assessment } = useOpenJob()
const shop = useShop()
const preferences = usePreferences()
const settings = useSettings()
const SIGN = { fits: 'fine', 'fits-with-parts': 'caution', 'needs-answer': 'unknown', 'does-not-fit': 'stop' } as const
const MAX_COMPARED = 4
/** Confirmed ones first; those with figures nobody has confirmed stand apart behind them. */
const rows = computed(() => {
  const { fitting = [], partly = [], undecided = [], unconfirmed = [] } = store.ranking ?? {}
  return [...fitting, ...partly, ...undecided, ...unconfirmed]
})
const apart = computed(() => new Set((store.ranking?.unconfirmed ?? []).map((r) => r.assessed.kit.id)))
const partly = computed(() => new Set((store.ranking?.partly ?? []).map((r) => r.assessed.kit.id)))
/** The load under which its pressure may pass its max by its band, with what it may come to. */
const mayPass = (r: RankedKit) =>
  r.cases.flatMap((c) => {
    const most = mayPassMaximum(c, r.assessed)
    return most === null ? [] : [{ name: c.loadCase.name, most }]
  })[0] ?? null
function signOf(r: RankedKit) {
  const { kit, verdict } = r.assessed
  if (verdict === 'needs-answer') return SIGN[verdict]
  if (store.touching.has(kit.id)) return 'stop'
  const isDoubted = apart.value.has(kit.id) || partly.value.has(kit.id) || mayPass(r) !== null
  return isDoubted || (mounted.value[kit.id]?.code ?? 'clear') !== 'clear' ? 'caution' : SIGN[verdict]
}
/** What its mark says aloud. */
const verdictText = (r: RankedKit) =>
  store.touching.has(r.assessed.kit.id)
    ? 'fits, and touches as mounted'
    : partly.value.has(r.assessed.kit.id)
      ? 'fits, not all the way'
      : VERDICT_NAMES[r.assessed.verdict]
const lacking = (kit: Kit) => {
  const all = lacksOf(kit).map(lackText)
  return all.length > 3 ? `${all.slice(0, 3).join(', ')} and ${all.length - 3} more` : all.join(', ')
}
const isEmpty = computed(() => !shop.catalog.kits.length && !shop.notListed.length)
/** The picked kit where the catalog, its rules or the vehicle have changed since and it is not among those offered. */
const elsewhere = computed(() => {
  const chosen = assessment.value.chosen.find((c) => c.kit.axle === store.axle)
  return chosen && !rows.value.some((r) => r.assessed.kit.id === chosen.kit.id) ? chosen : null
})
const picked = computed(() => new Map(kitsLeft(job.value).map(({ kit, work }) => [kit.id, work])))
/** On the vehicle as it came, and off when it leaves. */
const leaving = computed(() => job.value.kits.filter(({ kit, work }) => work === 'take-off' && kit.axle === store.axle))
const letGo = (id: string) => (picked.value.get(id) === 'keep' ? 'take off' : 'remove')
const decided = computed(
  () => kitsLeft(job.value).find(({ kit }) => kit.id === elsewhere.value?.kit.id)?.decided ?? null,
)
const active = (r: RankedKit) => r.cases.find((c) => c.loadCase.id === job.value.activeCase) ?? r.cases[0]!
const name = (id: string) => rows.value.find((r) => r.assessed.kit.id === id)?.assessed.kit.name ?? id
const free = (kit: Kit) => shop.stock.find((s) => s.item.kit === kit.id)?.free ?? null
const full = (id: string) => props.compared.length >= MAX_COMPARED && !props.compared.includes(id)
const all = ref(false)
const FEW = 8
const few = computed(() => (all.value ? rows.value : rows.value.slice(0, FEW)))
/** By score alone: what is found of them moves none of them out of sight. */
const asked = computed(() => [...rows.value].sort(byTotal).slice(0, all.value ? undefined : FEW + 4))
const mounted = useMounted(
  job,
  computed(() => assessment.value.active),
  asked,
)
const MEETS = ['does-not-fit', 'out-of-travel']
watch(mounted, (found) => {
  const meets = Object.keys(found).filter((id) => MEETS.includes(found[id]!.code))
  // The same ones again change nothing: a new set would be a new ranking, and a new question.
  if (meets.length !== store.touching.size || meets.some((id) => !store.touching.has(id)))
    store.touching = new Set(meets)
})
onScopeDispose(() => {
  store.touching = new Set()
})
/** How it stands at its max under the load that asks most. */
function partlyText(r: RankedKit): string {
  const level = r.cases.find(stopsAtMaximum)?.level
  const { minimum, maximum } = r.assessed
  return level && minimum && maximum ? levelText(level, minimum.value, maximum.value, preferences.system) : ''
}
const nameIn = (kit: Kit) => (id: string | null) =>
  [...(kit.mounting?.slots ?? []), ...(kit.mounting?.spacers ?? [])].find((m) => m.id === id)?.name ?? ''
</script>

<template>
  <section class="card">
    <table class="dense kits">
      <thead>
        <tr>
          <th />
          <th>Kit</th>
          <th class="num">score</th>
          <th class="num">
            {{ UNITS.pressure[preferences.system].symbol }} for "{{ assessment.active.loadCase.name }}"
          </th>
          <th class="num">limits</th>
          <th class="num">hours</th>
          <th class="num">price</th>
          <th class="num">free</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ kit } in leaving" :key="kit.id" data-leaving>
          <td />
          <td colspan="7">
            <strong>{{ kit.name }}</strong> is on it and comes off on this visit: the plan has it.
          </td>
          <td class="act">
            <button class="plain" :aria-label="`Leave ${kit.name} on`" @click="emit('pick', kit)">leave on</button>
          </td>
        </tr>
        <tr v-if="elsewhere" class="picked">
          <td />
          <td colspan="7">
            <StateSign :state="SIGN[elsewhere.verdict]" /> <strong>{{ elsewhere.kit.name }}</strong>
            {{ letGo(elsewhere.kit.id) === 'remove' ? 'is picked' : 'is on it' }}, and
            {{ VERDICT_NAMES[elsewhere.verdict]
            }}{{ decided ? ` by rules version ${decided.rules.version}, by which it was picked` : '' }}. The catalog as
            it is now does not offer it for this vehicle.
          </td>
          <td class="act">
            <button class="plain" @click="emit('pick', null)">{{ letGo(elsewhere.kit.id) }}</button>
          </td>
        </tr>
        <template v-for="(r, i) in few" :key="r.assessed.kit.id">
          <tr v-if="apart.has(r.assessed.kit.id) && !(i && apart.has(few[i - 1]!.assessed.kit.id))" class="apart">
            <td colspan="9" class="small">
              <StateSign state="caution" /> Figures not confirmed: they can be picked and planned, and leave once
              somebody compared them with the paper
            </td>
          </tr>
          <tr v-if="partly.has(r.assessed.kit.id) && !(i && partly.has(few[i - 1]!.assessed.kit.id))" class="apart">
            <td colspan="9" class="small" data-group="partly">
              <StateSign state="caution" /> Fit, not all the way: at their max they leave some of the squat
            </td>
          </tr>
          <tr :class="{ picked: picked.has(r.assessed.kit.id) }">
            <td>
              <input
                type="checkbox"
                :checked="compared.includes(r.assessed.kit.id)"
                :disabled="full(r.assessed.kit.id)"
                :aria-label="`Set ${r.assessed.kit.name} side by side`"
                @change="emit('compare', r.assessed.kit.id)"
              />
            </td>
            <td>
              <button
                class="plain kit"
                :aria-expanded="shown === r.assessed.kit.id"
                @click="shown = shown === r.assessed.kit.id ? null : r.assessed.kit.id"
              >
                <StateSign :state="signOf(r)" :label="verdictText(r)" />
                {{ r.assessed.kit.name }}
              </button>
              <span class="small muted">{{ FAMILY_NAMES[r.assessed.kit.family] }}</span>
              <span v-if="partly.has(r.assessed.kit.id)" class="small mounted" data-partly> {{ partlyText(r) }}</span>
              <span v-else-if="mayPass(r)" class="small mounted" data-may-pass>
                may need {{ formatQuantity('pressure', mayPass(r)!.most, preferences.system) }} for "{{
                  mayPass(r)!.name
                }}", over its max</span
              >
              <span v-if="apart.has(r.assessed.kit.id)" class="small mounted" data-lacks>
                not confirmed: {{ lacking(r.assessed.kit) }}</span
              >
              <span
                v-if="r.dominatedBy.length"
                class="small behind"
                :title="`At least as good in everything: ${name(r.dominatedBy[0]!)}`"
              >
                behind {{ name(r.dominatedBy[0]!) }} in everything</span
              >
              <span
                v-if="mounted[r.assessed.kit.id] && mounted[r.assessed.kit.id]!.code !== 'clear'"
                class="small mounted"
                :data-mounted="mounted[r.assessed.kit.id]!.code"
              >
                {{ mountedText(mounted[r.assessed.kit.id]!, nameIn(r.assessed.kit), preferences.system) }}</span
              >
            </td>
            <td class="num">
              {{ r.assessed.verdict === 'needs-answer' || apart.has(r.assessed.kit.id) ? '–' : Math.round(r.total) }}
            </td>
            <td class="num">{{ runsAt(active(r), preferences.system) }}</td>
            <td class="num">{{ limitsText(r.assessed, preferences.system) }}</td>
            <td class="num">{{ (r.minutes / 60).toFixed(1) }}</td>
            <td class="num">{{ settings.money(r.assessed.kit.price) }}</td>
            <td class="num" :class="{ none: (free(r.assessed.kit) ?? 1) <= 0 }">{{ free(r.assessed.kit) ?? '–' }}</td>
            <td class="act">
              <button v-if="picked.has(r.assessed.kit.id)" class="plain" @click="emit('pick', null)">
                {{ letGo(r.assessed.kit.id) }}
              </button>
              <button
                v-else
                class="plain"
                :disabled="blocked"
                :aria-label="`Pick ${r.assessed.kit.name}`"
                @click="emit('pick', r.assessed.kit)"
              >
                pick
              </button>
            </td>
          </tr>
          <tr v-if="shown === r.assessed.kit.id || picked.has(r.assessed.kit.id)" class="why">
            <td colspan="9">
              <KitReasons :assessed="r.assessed" />
              <div v-if="shown === r.assessed.kit.id" class="inside">
                <table class="dense cases">
                  <thead>
                    <tr>
                      <th>Load case</th>
                      <th class="num">
                        {{ r.assessed.kit.bag ? UNITS.pressure[preferences.system].symbol : 'takes out' }}
                      </th>
                      <th class="num">over min</th>
                      <th class="num">to max</th>
                      <th class="num">stroke</th>
                      <th class="num">lean left</th>
                    </tr>
                  </thead>
                  <tbody>
                    <tr v-for="c in r.cases" :key="c.loadCase.id">
                      <td>{{ c.loadCase.name }}</td>
                      <td class="num">{{ runsAt(c, preferences.system) }}</td>
                      <td class="num">
                        {{
                          c.aboveMinimum === null ? '–' : formatQuantity('pressure', c.aboveMinimum, preferences.system)
                        }}
                      </td>
                      <td class="num">
                        {{
                          c.belowMaximum === null ? '–' : formatQuantity('pressure', c.belowMaximum, preferences.system)
                        }}
                      </td>
                      <td class="num">{{ c.stroke === null ? '–' : `${Math.round(100 * c.stroke)} %` }}</td>
                      <td class="num">{{ leanText(c.lean, preferences.system) }}</td>
                    </tr>
                  </tbody>
                </table>
                <ScoreBars :scores="r.scores" :weights="store.ranking!.weights" :criteria="CRITERIA" />
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="!rows.length && isEmpty" class="note" data-empty>
      The catalog is empty. <RouterLink :to="{ name: 'kits' }">New kit</RouterLink> types one from its paper.
    </p>
    <p v-else-if="!rows.length" class="note">
      No kit of the catalog fits this vehicle. What stands in the way is below, kit by kit.
    </p>
    <button v-if="rows.length > FEW" class="plain more" @click="all = !all">
      {{ all ? 'the first eight only' : `${rows.length - FEW} more` }}
    </button>
  </section>
</template>

<style scoped>
.mounted {
  display: block;
  color: var(--amber);
}
.mounted[data-mounted='does-not-fit'],
.mounted[data-mounted='out-of-travel'] {
  color: var(--oxide);
}
.kit {
  color: var(--ink);
}
.kits > tbody > tr > td:first-child {
  width: 26px;
}
.picked td {
  background: #e9f0f0;
}
.apart td {
  background: #fffaf0;
  color: var(--amber);
}
.why > td {
  background: #fcfbf8;
}
.act {
  text-align: right;
}
.behind {
  color: var(--amber);
}
.none {
  color: var(--oxide);
}
.inside {
  display: grid;
  grid-template-columns: 1.3fr 1fr;
  gap: 18px;
  padding-bottom: 10px;
}
.more {
  padding: 6px 12px 10px;
}
</style>
