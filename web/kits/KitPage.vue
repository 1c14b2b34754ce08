<script setup lang="ts">
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import {
  checkKit,
  FACT_NAMES,
  factOf,
  wants,
  type Application,
  type Condition,
  type Kit,
} from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity, GRAVITY, INCH, UNITS, limitQuantity } from '@stout-shackle/core/quantity'
import { checksText, FAMILY_NAMES, flagText, plain, stockText } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import { specText } from '../plan/spec'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import type { Entry } from '@stout-shackle/core/contract'
import { useShop } from '../stores/shop'

/** All there is to know of one kit: its curves, its hardware, the vehicles it is for, and what its data says against itself. */
const props = defineProps<{ id: string }>()
const BagChart = defineAsyncComponent(() => import('../charts/BagChart.vue'))
const shop = useShop()
const preferences = usePreferences()
const settings = useSettings()
const kit = shallowRef<Kit | null>(null)
const lines = shallowRef<Application[]>([])
const failure = ref('')
void shop.loadStock()
watch(
  () => props.id,
  async (id) => {
    failure.value = ''
    kit.value = null
    try {
      kit.value = (await call<Entry<Kit>>(`/kits/${id}`)).document
      lines.value = await call<Application[]>(`/kits/${id}/applications`)
    } catch (error) {
      failure.value = failureText(error)
    }
  },
  { immediate: true },
)
const flags = computed(() => (kit.value ? checkKit(kit.value, lines.value) : []))
const stock = computed(() => shop.stock.find((s) => s.item.kit === props.id) ?? null)
const len = (v: number) => formatQuantity('length', v, preferences.system)
/** A length of line: nobody asks for sixteenths of it. */
const FOOT = 12 * INCH
const run = (v: number) => (preferences.system === 'us' ? `${(v / FOOT).toFixed(0)} ft` : `${v.toFixed(1)} m`)
const limit = (end: 'min' | 'max', kind: 'pressure' | 'length', v: number) =>
  limitQuantity(end, kind, v, preferences.system)
const pressure = (v: number) => formatQuantity('pressure', v, preferences.system)
const facts = computed((): [string, string][] => {
  const k = kit.value
  if (!k) return []
  const { bag, rubber } = k
  return [
    ['Axle', k.axle],
    ['Takes the place of', k.replaces === 'nothing' ? 'nothing' : plain(k.replaces)],
    ...(bag
      ? ([
          [
            'Pressure',
            `${limit('min', 'pressure', bag.minimum)} to ${limit('max', 'pressure', bag.maximum)}${bag.pressureNote ? `. ${bag.pressureNote}` : ''}`,
          ],
          ...(bag.coilGap
            ? [
                [
                  'Coil gap',
                  `${len(bag.coilGap.threshold)} or more standing: ${limit('max', 'pressure', bag.coilGap.wideMaximum)} max`,
                ],
              ]
            : []),
          [
            'Bag at ride height',
            `${len(bag.rideHeight)}, height range ${limit('min', 'length', bag.heightRange.low)} to ${limit('max', 'length', bag.heightRange.high)}`,
          ],
          ['Max diameter', `${len(bag.maximumDiameter)}${bag.innerBumpStop ? ', a rubber stop inside' : ''}`],
          ['Test pressure', pressure(k.testPressure ?? 0)],
        ] as [string, string][])
      : []),
    ...(rubber
      ? ([
          ['Gap, standing empty', len(rubber.gap)],
          [
            'Max load of one',
            `${formatNumber('mass', rubber.max / GRAVITY, preferences.system)} ${UNITS.mass[preferences.system].symbol}`,
          ],
        ] as [string, string][])
      : []),
    [
      'Air line in the box',
      k.airLine ? `${run(k.airLine.length)} of ${len(k.airLine.diameter)}, ${plain(k.fitting)}` : 'none',
    ],
    [
      'Time',
      `${(k.minutes.low / 60).toFixed(1)} to ${(k.minutes.high / 60).toFixed(1)} h${k.drilling ? ', needs drilling' : ', no drilling'}`,
    ],
    ['Looked at', `${checksText(k)}${k.compressorLater ? '; a compressor can follow' : ''}`],
    ['Price', settings.money(k.price)],
  ]
})
const conditionText = (c: Condition) => {
  const { how, takes } = wants(c)
  const value = typeof takes === 'number' ? len(takes) : plain(takes)
  return `${FACT_NAMES[factOf(c)]} ${how === 'is' ? '' : `${how} `}${value}`
}
const HANDS = { left: 'left', right: 'right', either: 'same both sides', turned: 'turned half round on the other side' }
const WHEN = { 'as-fitted': '', 'after-alignment': ', after alignment', 'at-ride-height': ', at ride height' }
</script>

<template>
  <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
  <p v-else-if="!kit" class="muted" role="status">Loading the kit…</p>
  <div v-else>
    <div class="top">
      <h2>{{ kit.maker }} {{ kit.name }}</h2>
      <span class="muted">{{ kit.number }} · {{ FAMILY_NAMES[kit.family] }}</span>
      <span v-if="stock" class="stock">{{ stockText(stock) }}</span>
      <RouterLink :to="{ name: 'kit-work', params: { id } }">Write its instructions</RouterLink>
    </div>
    <p v-for="f in flags" :key="f.code + f.about" class="note">
      <StateSign state="caution" /> {{ flagText(f, preferences.system) }}.
    </p>
    <div class="columns">
      <section class="card facts">
        <dl>
          <template v-for="[name, value] in facts" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ value }}</dd>
          </template>
        </dl>
      </section>
      <section class="card">
        <header>
          <h3>{{ kit.bag ? 'One bag: load at each height' : 'One rubber: load against squeeze' }}</h3>
        </header>
        <BagChart :kit="kit" :system="preferences.system" />
      </section>
      <section class="card">
        <header><h3>Hardware</h3></header>
        <table class="dense">
          <thead>
            <tr>
              <th>Bracket</th>
              <th>On</th>
              <th>Hand</th>
              <th>Number</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(b, i) in kit.brackets" :key="i">
              <td>{{ b.name }}</td>
              <td>{{ b.place }}</td>
              <td>{{ HANDS[b.hand] }}</td>
              <td class="muted">{{ b.number }}</td>
            </tr>
            <tr v-if="!kit.brackets.length">
              <td colspan="4" class="muted">no brackets</td>
            </tr>
          </tbody>
        </table>
        <table class="dense">
          <thead>
            <tr>
              <th>Fastener</th>
              <th class="num">a side</th>
              <th>Torque</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in kit.fasteners" :key="f.id">
              <td>
                {{ f.name }} <span v-if="f.thread" class="small muted">{{ f.thread }} {{ f.grade }}</span>
              </td>
              <td class="num">{{ f.count }}</td>
              <td>{{ specText(f.spec, preferences.system) }}{{ f.evenly ? ', evenly' : '' }}{{ WHEN[f.when] }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="card">
        <header>
          <h3>For these vehicles</h3>
          <span class="small muted">{{
            lines.length ? `${lines.length} on its list` : 'no list: judged by its measures'
          }}</span>
        </header>
        <table v-if="lines.length" class="dense">
          <tbody>
            <tr v-for="a in lines" :key="a.id">
              <td>
                <strong>{{ a.make }} {{ a.model }}</strong> {{ a.from }}–{{ a.to }}
                <span v-for="(c, i) in a.conditions" :key="i" class="small">· {{ conditionText(c) }} </span>
                <span v-for="(n, i) in a.needs" :key="`n${i}`" class="small"
                  >· {{ n.what }}: {{ n.says }}{{ n.when.length ? ` (${n.when.map(conditionText).join(', ')})` : '' }}
                </span>
                <span v-for="(x, i) in a.excludes" :key="`x${i}`" class="small out"
                  >· not {{ x.when.map(conditionText).join(', ') }}: {{ x.says }}
                </span>
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small muted measures">
          By measure: {{ kit.fitment.suspension.join(' or ') }} springs, {{ kit.fitment.bodies.map(plain).join(', ') }},
          {{ kit.axle }} axle, {{ kit.fitment.architecture.join(' or ') }},
          {{ kit.fitment.wheels.join(' or ') }} wheels; bump stop {{ kit.fitment.bumpStops.map(plain).join(', ') }}.
        </p>
        <header><h3>In the box</h3></header>
        <p class="small measures">{{ kit.parts.map((x) => `${x.count} × ${x.name}`).join(' · ') || 'not listed' }}</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: 12px;
  margin-bottom: 8px;
}
.stock {
  margin-left: auto;
}
.note {
  margin-bottom: 10px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
  align-items: start;
}
.facts {
  padding: 8px 12px;
}
dl {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 3px 10px;
  margin: 0;
}
dt {
  color: var(--muted);
}
dd {
  margin: 0;
}
.dense td {
  height: 28px;
}
.measures {
  margin: 0;
  padding: 6px 12px;
}
.out {
  color: var(--oxide);
}
</style>
