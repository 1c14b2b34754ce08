<script setup lang="ts">
import { computed } from 'vue'
import { spacersAt, USUAL_MOUNT, type AirKit, type BagOnVehicle, type Mount } from '@stout-shackle/core/kit'
import { boltNeeds, HOLE_FAULTS, stackLayers, templateFaults, uBoltNeeds } from '@stout-shackle/core/mounting'
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import { HAND_NAMES, LAYER_NAMES, U_BOLT_VERDICTS } from '@stout-shackle/core/wording'
import type { UndersidePart } from '@stout-shackle/core/vehicle'
import StateSign from '../fields/StateSign.vue'

/** How the kit is put on: slot, spacers, hands, the stack they come to and the bolts it takes. */
const props = defineProps<{
  kit: AirKit
  bag: BagOnVehicle
  mount: Mount
  block: number
  /** Around the axle: what U-bolts go over. */
  parts: readonly UndersidePart[]
  system: UnitSystem
  job: string
  /** Whether the owner has signed for drilling and for cutting. */
  consent: Record<'drilling' | 'cutting', 'agreed' | 'refused' | 'missing'>
}>()
const emit = defineEmits<{ change: [mount: Mount] }>()

const layers = computed(() => stackLayers(props.kit, props.bag, props.mount))
const bolts = computed(() => boltNeeds(props.kit, props.mount, props.block))
const uBolts = computed(() => uBoltNeeds(props.kit, props.parts, props.block))
const len = (v: number) => formatQuantity('length', v, props.system)
/** A bolt is asked for in its own series, whatever the shop reads. */
const sold = (v: number, series: 'inch' | 'metric') => formatQuantity('length', v, series === 'inch' ? 'us' : 'metric')
const change = (part: Partial<Mount>) => emit('change', { ...props.mount, ...part })
const used = (id: string) => props.mount.spacers.find((s) => s.id === id)?.count ?? 0
function setSpacer(id: string, count: number) {
  const others = props.mount.spacers.filter((s) => s.id !== id)
  change({ spacers: count ? [...others, { id, count }] : others })
}
const handed = computed(() => props.kit.brackets.some((b) => b.hand === 'left' || b.hand === 'right'))
const added = computed(
  () => spacersAt(props.kit.mounting, props.mount, 'upper') + spacersAt(props.kit.mounting, props.mount, 'lower'),
)
/** Templates of the kit: what stands against each, and whether it is signed for. */
const templates = computed(() =>
  (props.kit.mounting?.templates ?? []).map((template) => ({
    template,
    faults: templateFaults(template),
    to: template.holes.length ? ('drilling' as const) : ('cutting' as const),
  })),
)
const paper = (id: string, side: string, kind: 'pdf' | 'svg' | 'dxf') =>
  `/api/jobs/${props.job}/template.${kind}?axle=${props.kit.axle}&template=${id}&side=${side}&units=${props.system}`
const hole = (id: string, side: 'left' | 'right') =>
  props.mount.holes.find((h) => h.id === id && h.side === side)?.sound
function setHole(id: string, side: 'left' | 'right', value: string) {
  const others = props.mount.holes.filter((h) => h.id !== id || h.side !== side)
  change({ holes: value ? [...others, { id, side, sound: value === 'sound' }] : others })
}
const usual = computed(() => JSON.stringify(props.mount) === JSON.stringify(USUAL_MOUNT))
</script>

<template>
  <section class="card" data-card="mount">
    <header>
      <h2>Brackets, stack and bolts</h2>
      <span class="small muted">{{ usual ? 'as the instructions have it' : 'changed for this vehicle' }}</span>
    </header>
    <p v-if="!kit.mounting" class="small muted pad">
      The instructions of this kit give no measures: the picture shows what such kits usually have.
    </p>
    <div v-else class="two">
      <div>
        <label v-if="kit.mounting.slots.length" class="line"
          >Lower bracket
          <select
            :value="mount.slot ?? ''"
            data-field="slot"
            @change="change({ slot: ($event.target as HTMLSelectElement).value || null })"
          >
            <option value="">First place</option>
            <option v-for="s in kit.mounting.slots" :key="s.id" :value="s.id">{{ s.name }}</option>
          </select>
        </label>
        <label v-for="s in kit.mounting.spacers" :key="s.id" class="line"
          >{{ s.name }}{{ s.inBox ? '' : ', not in the box' }}
          <select
            :value="used(s.id)"
            :data-spacer="s.id"
            @change="setSpacer(s.id, Number(($event.target as HTMLSelectElement).value))"
          >
            <option v-for="n in s.most + 1" :key="n" :value="n - 1">{{ n - 1 }}</option>
          </select>
        </label>
        <label v-if="kit.mounting.turnable" class="line"
          >Plate turned half round
          <input type="checkbox" :checked="mount.turned" @change="change({ turned: !mount.turned })" />
        </label>
        <label v-if="handed" class="line"
          >Left and right brackets changed over
          <input
            type="checkbox"
            data-field="swapped"
            :checked="mount.swapped"
            @change="change({ swapped: !mount.swapped })"
          />
        </label>
        <p v-if="mount.swapped" class="note stop">
          The brackets are mirrored. On the wrong side the bag stands off its place and the port faces the other way.
        </p>
        <table class="dense">
          <thead>
            <tr>
              <th>Bracket</th>
              <th>Goes on</th>
              <th>Stamped</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in kit.brackets" :key="b.name + b.hand">
              <td>{{ b.name }}</td>
              <td>{{ HAND_NAMES[b.hand] }}</td>
              <td>{{ b.number || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <table class="dense" data-table="stack">
        <thead>
          <tr>
            <th>From frame to axle</th>
            <th class="num">height</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in layers" :key="l.what">
            <td>{{ LAYER_NAMES[l.what] }}</td>
            <td class="num">{{ len(l.height) }}</td>
          </tr>
          <tr>
            <th>Room between the faces</th>
            <td class="num">{{ len(layers.reduce((sum, l) => sum + l.height, 0)) }}</td>
          </tr>
          <tr v-if="added">
            <td class="small muted" colspan="2">Spacers take {{ len(added) }} of the bag's height.</td>
          </tr>
        </tbody>
      </table>
    </div>
    <table v-if="bolts.length" class="dense" data-table="bolts">
      <thead>
        <tr>
          <th>Bolt</th>
          <th class="num">clamps</th>
          <th class="num">needs</th>
          <th class="num">sold as</th>
          <th>In the box</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in bolts" :key="b.bolt.id" :data-bolt="b.bolt.id" :data-buy="b.buy" :data-fits="b.fits">
          <td>
            {{ b.bolt.name }} <span class="small muted">{{ b.bolt.count }} a side, {{ b.bolt.thread }}</span>
            <span v-if="b.bolt.hiddenBy" class="small caution">goes in before: {{ b.bolt.hiddenBy }}</span>
          </td>
          <td class="num">{{ len(b.grip) }}</td>
          <td class="num">{{ sold(b.needed, b.bolt.series) }}</td>
          <td class="num">{{ sold(b.next, b.bolt.series) }}</td>
          <td>
            <StateSign :state="b.fits ? (b.buy ? 'caution' : 'fine') : 'stop'" />
            {{ !b.fits ? 'no room for one that is long enough' : b.buy ? 'not in the box: buy it' : 'long enough' }}
            <span v-if="b.buy && b.cut" class="small">cut {{ len(b.cut) }} off</span>
          </td>
        </tr>
      </tbody>
    </table>
    <table v-if="uBolts.length" class="dense" data-table="u-bolts">
      <thead>
        <tr>
          <th>U-bolt</th>
          <th class="num">goes over</th>
          <th class="num">inside</th>
          <th class="num">leg needs</th>
          <th class="num">leg has</th>
          <th>On this axle</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="u in uBolts" :key="u.bolt.id" :data-bolt="u.bolt.id" :data-verdict="u.verdict">
          <td>
            {{ u.bolt.name }} <span class="small muted">{{ u.bolt.count }} a side, {{ u.bolt.thread }}</span>
          </td>
          <td class="num">{{ len(u.across) }}</td>
          <td class="num">{{ len(u.bolt.inside) }}</td>
          <td class="num">{{ len(u.needed) }}</td>
          <td class="num">{{ len(u.bolt.leg) }}</td>
          <td>
            <StateSign
              :state="u.verdict !== 'fine' ? (u.measured ? 'stop' : 'caution') : u.measured ? 'fine' : 'unknown'"
            />
            {{ U_BOLT_VERDICTS[u.verdict] }}<span v-if="!u.measured" class="small">, by what is usual: measure it</span>
          </td>
        </tr>
      </tbody>
    </table>
    <table v-if="kit.mounting?.factoryHoles.length" class="dense" data-table="holes">
      <thead>
        <tr>
          <th>Factory hole that the kit needs</th>
          <th>Left</th>
          <th>Right</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="h in kit.mounting.factoryHoles" :key="h.id">
          <td>
            {{ h.name }} <span class="small muted">{{ len(h.diameter) }}{{ h.threaded ? ', threaded' : '' }}</span>
          </td>
          <td v-for="side in ['left', 'right'] as const" :key="side">
            <select
              :value="hole(h.id, side) === undefined ? '' : hole(h.id, side) ? 'sound' : 'not'"
              :aria-label="`${h.name}, ${side}`"
              @change="setHole(h.id, side, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">not looked at</option>
              <option value="sound">free and sound</option>
              <option value="not">missing or damaged</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-for="{ template, faults, to } in templates" :key="template.id" class="pad" :data-template="template.id">
      <strong>Template: {{ template.name }}</strong>
      <p v-for="f in faults" :key="f.hole + f.code" class="note stop">Hole {{ f.hole }}: {{ HOLE_FAULTS[f.code] }}.</p>
      <p v-if="!faults.length && consent[to] !== 'agreed'" class="small" :data-consent="consent[to]">
        {{ to === 'drilling' ? 'Drilling' : 'Cutting' }} cannot be undone:
        {{
          consent[to] === 'refused'
            ? 'the owner refused it.'
            : 'the owner signs for it on Hand over before the template is given out.'
        }}
      </p>
      <p v-else-if="!faults.length" class="small">
        <span v-for="side in template.sides" :key="side" class="papers">
          {{ side }}:
          <a v-for="k in ['pdf', 'svg', 'dxf'] as const" :key="k" :href="paper(template.id, side, k)" target="_blank">{{
            k.toUpperCase()
          }}</a>
        </span>
        Print at actual size, and measure both rulers first.
      </p>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 260px);
  gap: 12px;
  padding: 8px 12px;
}
.pad {
  padding: 0 12px 8px;
}
.papers {
  margin-right: 12px;
  text-transform: capitalize;
}
.papers a {
  margin-left: 6px;
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding: 3px 0;
}
.caution {
  color: var(--amber);
  display: block;
}
@media (width < 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
