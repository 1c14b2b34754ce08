<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, formatQuantity, isAbove, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import {
  measureNext,
  slackOf,
  type Help,
  type RoomRegister,
  type RoomReport,
  type RoomRow,
  type SampledChance,
  type TapeAsk,
  type Scene,
} from '@stout-shackle/core/stages/fit/room'
import { helpText, JOUNCE_BY, partName, poseText, ROOM_VERDICTS, tapeAskText } from '@stout-shackle/core/wording'
import { TAPE_TOLERANCE, type UndersidePart } from '@stout-shackle/core/vehicle'
import QuantityField from '../fields/QuantityField.vue'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import { signOf } from './room-sign'

/** The answer of the fit stage: the tightest place, the bag through its travel, what would help, what to measure. */
const props = defineProps<{
  scene: Scene
  report: (RoomReport & RoomRegister) | null
  stale: boolean
  working: 'report' | 'helps' | 'chance' | null
  sampled: ({ row: RoomRow } & SampledChance) | null
  asks: readonly TapeAsk[]
  frameRails: boolean
  done: number
  failed: boolean
  advice: { helps: Help[]; proposal: { share: number; slack: number; mount: Help['mount'] } | null } | null
  system: UnitSystem
}>()
const emit = defineEmits<{
  show: [row: RoomRow]
  help: []
  sample: [row: RoomRow]
  part: [part: UndersidePart]
  stop: []
  again: []
  use: [mount: Help['mount']]
}>()

const len = (v: number) => formatQuantity('length', v, props.system)
const tightest = computed(() => props.report?.rows[0] ?? null)
/** What it has least of: while standing loaded, or through the travel. */
const byLoad = computed(() => {
  const row = tightest.value
  return row?.loaded != null && row.loaded - row.loadedRule < row.least - row.leastRule
})
const value = computed(() => (byLoad.value ? tightest.value!.loaded! : (tightest.value?.least ?? 0)))
const where = computed(() => {
  const row = tightest.value
  if (!row || byLoad.value) return 'standing with the load on'
  return poseText(row, props.system)
})
const next = computed(() => (props.report ? measureNext(props.report, TAPE_TOLERANCE) : []))
const nameOf = (id: string) => {
  const obstacle = props.scene.obstacles.find((o) => o.id === id)
  return obstacle ? partName(obstacle) : id
}
const bagState = computed(() => {
  const { report, scene } = props
  if (!report) return 'unknown' as const
  return report.bag.least < scene.window.low - 1e-4 || report.bag.most > scene.window.high + 1e-4
    ? ('stop' as const)
    : ('fine' as const)
})
const DEGREE = 180 / Math.PI
const tiltState = computed(() => {
  const limit = props.scene.mounting.tiltLimit
  return limit === null || !props.report
    ? ('unknown' as const)
    : props.report.tilt * DEGREE > limit + 1e-6
      ? ('stop' as const)
      : ('fine' as const)
})
const offsetState = computed(() => {
  const limit = props.scene.mounting.offsetLimit
  return limit === null || !props.report
    ? ('unknown' as const)
    : props.report.offset > limit + 1e-6
      ? ('stop' as const)
      : ('fine' as const)
})
const hoses = computed(() => (props.report?.spans ?? []).filter((s) => s.has !== null && s.has < s.needs))
const trouble = computed(() => props.report?.rows.some((r) => signOf(r.verdict) === 'stop') ?? false)
const choiceName = (id: string | null) => {
  const m = props.scene.mounting
  return (m.slots.find((s) => s.id === id) ?? m.spacers.find((s) => s.id === id))?.name ?? ''
}
const use = (h: Help) => (h.part ? emit('part', h.part) : emit('use', h.mount))
/** Thickest pipe that the kit's heat shield goes around, where the pipe there is thicker. */
const clampTooShort = (h: Help) => {
  const shield = props.scene.mounting.shield
  return (
    h.code === 'shield' &&
    h.part?.shape.kind === 'run' &&
    shield !== null &&
    isAbove(2 * h.part.shape.radius, shield.clampMost)
  )
}
</script>

<template>
  <StampedPlate title="Tightest through the travel">
    <p v-if="failed" class="note stop">
      The gaps could not be worked out here. Reload the page, and tell whoever keeps the server.
    </p>
    <p v-if="working === 'report'" class="small muted" role="status" data-working="report">
      Working out the gaps: {{ Math.round(100 * done) }} %
      <button type="button" class="plain" @click="emit('stop')">Stop</button>
    </p>
    <p v-else-if="stale" class="small muted" data-stale>These figures are of before the last change.</p>
    <button
      v-if="working === null && (stale || !report)"
      type="button"
      class="plain"
      data-action="again"
      @click="emit('again')"
    >
      Work out the gaps
    </button>
    <template v-if="report">
      <template v-if="tightest">
        <div class="figures" :class="signOf(tightest.verdict)">
          <span class="figure" data-tightest :data-verdict="tightest.verdict"
            >{{ tightest.verdict === 'touches' ? 'touches' : formatNumber('length', value, system)
            }}<span class="unit"
              >{{ tightest.verdict === 'touches' ? '' : UNITS.length[system].symbol }} {{ partName(tightest) }}</span
            ></span
          >
        </div>
        <p class="small">
          <button type="button" class="plain" @click="emit('show', tightest)">{{ where }}</button>
          {{ ROOM_VERDICTS[tightest.verdict] }}. The rule is {{ len(byLoad ? tightest.loadedRule : tightest.leastRule)
          }}{{ tightest.certain ? ', certain to 1/64 in' : '' }}; {{ Math.round(100 * tightest.chance) }} % chance of
          less, by what was measured.
        </p>
        <p v-if="working === 'chance'" class="small muted" role="status">
          Drawing samples: {{ Math.round(100 * done) }} %
          <button type="button" class="plain" @click="emit('stop')">Stop</button>
        </p>
        <p v-else-if="sampled" class="small" data-sampled>
          {{ (100 * sampled.chance).toFixed(1) }} % of {{ sampled.samples.toLocaleString('en') }} samples are under the
          rule; {{ sampled.certified.samples }} of them were worked out through the whole travel.
        </p>
        <button
          v-else-if="tightest.chance > 0.001 && tightest.chance < 0.999 && working === null"
          type="button"
          class="plain"
          data-action="sample"
          @click="emit('sample', tightest)"
        >
          Sample every tolerance
        </button>
      </template>
      <p v-else-if="scene.inCoil" class="words">Inside the coil</p>
      <template v-if="report.coil">
        <PlateRow label="Cylinder to coil, ride height" :state="report.coil.standing === null ? 'unknown' : 'fine'">{{
          report.coil.standing === null
            ? 'measure the coil'
            : report.coil.standing <= 0
              ? 'bears on the coil'
              : len(report.coil.standing)
        }}</PlateRow>
        <PlateRow
          v-if="report.coil.folded !== null"
          label="Folded, through the widest gap"
          :state="
            report.coil.hanging === null ? 'unknown' : report.coil.hanging < report.coil.folded ? 'caution' : 'fine'
          "
          >{{ len(report.coil.folded) }} of
          {{ report.coil.hanging === null ? 'not measured' : len(report.coil.hanging) }}</PlateRow
        >
      </template>
      <PlateRow label="Bag height, ride" :state="report.bag.share >= 0 && report.bag.share <= 1 ? 'fine' : 'stop'"
        >{{ len(scene.rideHeight) }}, {{ Math.round(100 * report.bag.share) }} % of its range</PlateRow
      >
      <PlateRow label="Range through travel" :state="bagState"
        >{{ len(report.bag.least) }} to {{ len(report.bag.most) }}
        <template #below>bag takes {{ len(scene.window.low) }} to {{ len(scene.window.high) }}</template></PlateRow
      >
      <PlateRow
        label="Ends jounce"
        :state="scene.ends.jounceBy === 'bag' || scene.ends.jounceBy === 'usual' ? 'caution' : 'fine'"
        >{{ len(scene.ends.jounce) }}<template #below>{{ JOUNCE_BY[scene.ends.jounceBy] }}</template></PlateRow
      >
      <PlateRow label="Plate tilt, worst" :state="tiltState"
        >{{ (report.tilt * DEGREE).toFixed(1) }}°{{
          scene.mounting.tiltLimit === null ? '' : ` of ${scene.mounting.tiltLimit}°`
        }}</PlateRow
      >
      <PlateRow label="Plates out of line, worst" :state="offsetState"
        >{{ len(report.offset)
        }}{{ scene.mounting.offsetLimit === null ? '' : ` of ${len(scene.mounting.offsetLimit)}` }}</PlateRow
      >
      <PlateRow
        v-for="p in report.ports.filter((r) => r.near)"
        :key="p.side"
        :label="`Air fitting to pipe, ${p.side}`"
        state="caution"
        data-port
        >{{ len(p.gap) }}<template #below>six inches from a pipe, or a heat sleeve on the line</template></PlateRow
      >
      <PlateRow
        v-if="scene.mounting.protector"
        label="Protector"
        :state="scene.mounting.protector.inBox ? 'fine' : 'caution'"
        >{{ scene.mounting.protector.name
        }}<template v-if="!scene.mounting.protector.inBox" #below>not in the box</template></PlateRow
      >
      <PlateRow v-for="h in hoses" :key="h.part" :label="`${nameOf(h.part)}, free length`" state="stop"
        >needs {{ len(h.needs) }}, has {{ len(h.has!) }}</PlateRow
      >
      <div v-if="next.length" class="note" data-next>
        Measure next: <strong>{{ nameOf(next[0]!.part) }}</strong>.
        {{
          next.length > 1
            ? `After it: ${next
                .slice(1, 3)
                .map((n) => nameOf(n.part))
                .join('; ')}.`
            : ''
        }}
        <QuantityField
          v-for="a in asks"
          :key="a.way"
          :value="null"
          kind="length"
          :label="tapeAskText(a, frameRails)"
          :of="nameOf(a.part)"
          :min="0"
          :max="2"
          :data-ask="a.way"
          @commit="(v: number | null) => v !== null && emit('part', a.moved(v))"
        />
      </div>
      <section v-if="!scene.inCoil" class="helps">
        <h4>What would help</h4>
        <p v-if="working === 'helps'" class="small muted" role="status">
          Trying each change: {{ Math.round(100 * done) }} %
          <button type="button" class="plain" @click="emit('stop')">Stop</button>
        </p>
        <template v-else-if="advice">
          <p v-if="!advice.helps.length" class="small" data-helps="none">
            Nothing that this kit lets one change leaves more room{{
              trouble ? '. Move the part, or take another kit' : ''
            }}.
          </p>
          <PlateRow
            v-for="h in advice.helps.slice(0, 4)"
            :key="h.code + h.id + h.count"
            :label="helpText(h, choiceName)"
          >
            {{
              h.code === 'shield'
                ? 'keeps the heat off'
                : `${tightest && tightest.least <= 0 ? 'at least ' : ''}+${len(h.gains)}`
            }}
            <button type="button" class="plain" :data-help="h.code" @click="use(h)">Use</button>
            <template v-if="h.code === 'shield'" #below>{{
              !scene.mounting.shield
                ? 'not in the box'
                : clampTooShort(h)
                  ? 'the clamps in the box are too short for this pipe: join two'
                  : scene.mounting.shield.inBox
                    ? 'in the box'
                    : 'not in the box'
            }}</template>
          </PlateRow>
          <PlateRow v-if="advice.proposal" label="Nearest mid-stroke, most room">
            {{ Math.round(100 * advice.proposal.share) }} %,
            {{ advice.proposal.slack < 0 ? 'under the rule' : `${len(advice.proposal.slack)} over` }}
            <button type="button" class="plain" data-help="proposal" @click="emit('use', advice.proposal.mount)">
              Use
            </button>
          </PlateRow>
        </template>
        <button v-else type="button" class="plain" data-action="helps" @click="emit('help')">
          Try what the kit lets one change
        </button>
      </section>
      <p v-if="tightest && slackOf(tightest) < 0" class="small muted">
        Standing with the load on, half an inch stays free around the bag; through the travel nothing touches, with
        {{ len(scene.margin) }} to spare.
      </p>
    </template>
  </StampedPlate>
</template>

<style scoped>
.figures.stop {
  color: var(--oxide);
}
.figures.caution {
  color: var(--amber);
}
.helps {
  border-top: 1px solid #ece7db;
  padding-top: 4px;
}
h4 {
  margin: 4px 0 2px;
  font: 600 16px var(--condensed);
}
</style>
