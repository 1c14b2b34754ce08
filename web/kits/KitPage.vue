<script setup lang="ts">
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import {
  checkKit,
  figureHash,
  kitConfirmed,
  lacksOf,
  unconfirmedFigures,
  FACT_NAMES,
  factOf,
  wants,
  type Application,
  type Condition,
  type Kit,
} from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity, GRAVITY, INCH, UNITS, limitQuantity } from '@stout-shackle/core/quantity'
import {
  holesText,
  checksText,
  FAMILY_NAMES,
  figureName,
  flagText,
  kitFigureText,
  lackText,
  plain,
  stockText,
} from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import OriginMark from './OriginMark.vue'
import { specText } from '@stout-shackle/core/wording'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import type { ConfirmedFigure, Entry } from '@stout-shackle/core/contract'
import { useShop } from '../stores/shop'

/** All there is to know of one kit: its curves, its hardware, the vehicles it is for, and what its data says against itself. */
const props = defineProps<{ id: string }>()
const BagChart = defineAsyncComponent(() => import('../charts/BagChart.vue'))
const shop = useShop()
const preferences = usePreferences()
const settings = useSettings()
const entry = shallowRef<Entry<Kit> | null>(null)
const kit = computed(() => entry.value?.document ?? null)
const confirmed = shallowRef<ConfirmedFigure[]>([])
const lines = shallowRef<Application[]>([])
const failure = ref('')
void shop.loadStock()
watch(
  () => props.id,
  async (id) => {
    failure.value = ''
    entry.value = null
    try {
      const [found, fits, onJobs] = await Promise.all([
        call<Entry<Kit>>(`/kits/${id}`),
        call<Application[]>(`/kits/${id}/applications`),
        call<ConfirmedFigure[]>(`/kits/${id}/confirmations`),
      ])
      // Another kit was opened meanwhile.
      if (id !== props.id) return
      entry.value = found
      lines.value = fits
      confirmed.value = onJobs
    } catch (error) {
      failure.value = failureText(error)
    }
  },
  { immediate: true },
)
const lacks = computed(() => (kit.value ? lacksOf(kit.value) : []))
/** What jobs compared with the paper and the catalog still asks for, where the figure is the same here. */
const offered = computed(() => {
  const here = kit.value
  if (!here) return []
  return unconfirmedFigures(here).flatMap((f) => {
    const by = confirmed.value.find((c) => c.path === f.path && c.hash === figureHash(here, f.path))
    return by ? [{ ...by, name: figureName(f) }] : []
  })
})
/** Figures that a job compared with the paper are the paper's here too, as the next version. */
async function takeOver(figures: readonly ConfirmedFigure[]) {
  const here = entry.value
  if (!here) return
  failure.value = ''
  try {
    entry.value = await call<Entry<Kit>>(`/kits/${here.document.id}`, {
      method: 'PUT',
      body: kitConfirmed(
        here.document,
        figures.map(({ path }) => path),
      ),
      version: here.version,
      key: newKey(),
    })
    void shop.loadKits()
  } catch (error) {
    failure.value = failureText(error)
  }
}
const flags = computed(() => (kit.value ? checkKit(kit.value, lines.value) : []))
const stock = computed(() => shop.stock.find((s) => s.item.kit === props.id) ?? null)
const len = (v: number) => formatQuantity('length', v, preferences.system)
/** A length of line: nobody asks for sixteenths of it. */
const FOOT = 12 * INCH
const run = (v: number) => (preferences.system === 'us' ? `${(v / FOOT).toFixed(0)} ft` : `${v.toFixed(1)} m`)
const limit = (end: 'min' | 'max', kind: 'pressure' | 'length', v: number) =>
  limitQuantity(end, kind, v, preferences.system)
const pressure = (v: number) => formatQuantity('pressure', v, preferences.system)
/** A line of figures: its name, what it says, the places of the figures in it. */
type FactLine = [name: string, value: string, ...paths: string[]]
const facts = computed((): FactLine[] => {
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
            `${limit('min', 'pressure', bag.minimum)} to ${limit('max', 'pressure', bag.maximum)}${bag.margin ? `, ${pressure(bag.margin)} kept under the max` : ''}${bag.pressureNote ? `. ${bag.pressureNote}` : ''}`,
            'bag.minimum',
            'bag.maximum',
            'bag.margin',
          ],
          ...(bag.coilGap
            ? [
                [
                  'Coil gap',
                  `${len(bag.coilGap.threshold)} or more standing: ${limit('max', 'pressure', bag.coilGap.wideMaximum)} max`,
                  'bag.coilGap',
                ],
              ]
            : []),
          [
            'Bag at ride height',
            `${len(bag.rideHeight)}, height range ${limit('min', 'length', bag.heightRange.low)} to ${limit('max', 'length', bag.heightRange.high)}`,
            'bag.rideHeight',
            'bag.heightRange',
          ],
          [
            'Max diameter',
            `${len(bag.maximumDiameter)}${bag.innerBumpStop ? ', a rubber stop inside' : ''}`,
            'bag.maximumDiameter',
          ],
          ['Test pressure', pressure(k.testPressure ?? 0), 'testPressure'],
        ] as FactLine[])
      : []),
    ...(rubber
      ? ([
          ['Gap, standing empty', len(rubber.gap), 'rubber.gap'],
          [
            'Max load of one',
            `${formatNumber('mass', rubber.max / GRAVITY, preferences.system)} ${UNITS.mass[preferences.system].symbol}`,
            'rubber.max',
          ],
        ] as FactLine[])
      : []),
    [
      'Air line in the box',
      k.airLine ? `${run(k.airLine.length)} of ${len(k.airLine.diameter)}, ${plain(k.fitting)}` : 'none',
      'airLine',
    ],
    [
      'Time',
      `${(k.minutes.low / 60).toFixed(1)} to ${(k.minutes.high / 60).toFixed(1)} h${`, ${holesText(k)}`}`,
      'minutes',
      'drilling',
    ],
    ['Looked at', `${checksText(k)}${k.compressorLater ? '; a compressor can follow' : ''}`],
    ['Price', settings.money(k.price), 'price'],
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
  <p v-if="failure && !kit" class="note stop" role="alert">{{ failure }}</p>
  <p v-else-if="!kit" class="muted" role="status">Loading the kit…</p>
  <div v-else>
    <div class="top">
      <h2>{{ kit.maker }} {{ kit.name }}</h2>
      <span class="muted">{{ kit.number }} · {{ FAMILY_NAMES[kit.family] }}</span>
      <span v-if="stock" class="stock">{{ stockText(stock) }}</span>
      <RouterLink :to="{ name: 'kit-work', params: { id } }">Its paper, figure by figure</RouterLink>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="lacks.length" class="note" data-lacks>
      <StateSign state="caution" /> Before a vehicle leaves with it: {{ lacks.map(lackText).join(', ') }}.
    </p>
    <section v-if="offered.length" class="card offered" data-offered>
      <header>
        <h3>Compared with its paper on a job</h3>
        <el-button v-if="offered.length > 1" size="small" @click="takeOver(offered)"
          >Take over all {{ offered.length }}</el-button
        >
      </header>
      <p v-for="o in offered" :key="o.path" class="small measures">
        {{ o.name }}: {{ kitFigureText(kit, o.path, preferences.system) }}
        <span class="muted">{{ o.by }}, {{ settings.dateTime(o.at) }}</span>
        <el-button link type="primary" size="small" :aria-label="`${o.name}: take over`" @click="takeOver([o])"
          >take over</el-button
        >
      </p>
    </section>
    <p v-for="f in flags" :key="f.code + f.about" class="note">
      <StateSign state="caution" /> {{ flagText(f, preferences.system) }}.
    </p>
    <div class="columns">
      <section class="card facts">
        <dl>
          <template v-for="[name, value, ...paths] in facts" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ value }}<OriginMark :kit="kit" :paths="paths" /></dd>
          </template>
        </dl>
      </section>
      <section class="card">
        <header>
          <h3>{{ kit.bag ? 'One bag: load at each height' : 'One rubber: load against squeeze' }}</h3>
          <OriginMark :kit="kit" :paths="['bag.table', 'rubber.force']" />
        </header>
        <BagChart :kit="kit" :system="preferences.system" />
      </section>
      <section class="card">
        <header>
          <h3>Hardware</h3>
          <OriginMark :kit="kit" :paths="['brackets', 'mounting']" />
        </header>
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
              <td>
                {{ specText(f.spec, preferences.system) }}{{ f.evenly ? ', evenly' : '' }}{{ WHEN[f.when]
                }}<OriginMark :kit="kit" :paths="[`fasteners.${f.id}`]" />
              </td>
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
          <OriginMark :kit="kit" :paths="['fitment']" />
        </p>
        <header>
          <h3>In the box</h3>
          <OriginMark :kit="kit" :paths="['parts']" />
        </header>
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
.offered {
  margin-bottom: 10px;
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
