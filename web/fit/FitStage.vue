<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Pose, Vector } from '@stout-shackle/core/clearance'
import { kitAt } from '@stout-shackle/core/job'
import { hasAir, sitsOn, USUAL_MOUNT, type Mount } from '@stout-shackle/core/kit'
import { formatQuantity } from '@stout-shackle/core/quantity'
import {
  besideDrawn,
  gapsAt,
  measureNext,
  nearestAt,
  sceneOf,
  sceneQuestion,
  tapeAsks,
  type RoomRow,
  type Side,
} from '@stout-shackle/core/stages/fit/room'
import { partsAround, shiftedShape, withArm, withParts } from '@stout-shackle/core/underbody'
import {
  TAPE_TOLERANCE,
  type AxleArm,
  type UndersidePart,
  type Vehicle,
  type AxleEnd,
} from '@stout-shackle/core/vehicle'
import { consentTo } from '@stout-shackle/core/stages'
import AxleSwitch from '../fields/AxleSwitch.vue'
import NeedsKit from '../fields/NeedsKit.vue'
import StageColumns from '../job/StageColumns.vue'
import { usePreferences } from '../stores/preferences'
import { useOpenJob, useShownAxle } from '../stores/job'
import LinesCard from './LinesCard.vue'
import MountCard from './MountCard.vue'
import PartsCard from './PartsCard.vue'
import ReadingsCard from './ReadingsCard.vue'
import RoomChart from './RoomChart.vue'
import RoomList from './RoomList.vue'
import RoomPictures from './RoomPictures.vue'
import RoomPlate from './RoomPlate.vue'
import { signOf } from './room-sign'
import { useRoom } from './use-room'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const { axle, axles, kit, show } = useShownAxle()

const question = computed(() => (kit.value ? sceneQuestion(job.value, kit.value, assessment.value.active) : null))
const { report, advice, working, done, failed, stale, findHelp, sampled, sample, stop, again } = useRoom(
  question,
  () => `${job.value.id} ${kit.value?.id}`,
)

/** A part that is being dragged: shown where it is held, kept when it is let go. */
const dragged = shallowRef<UndersidePart | null>(null)
const scene = computed(() => {
  const current = question.value
  if (!current) return null
  const moved = dragged.value
  if (!moved) return sceneOf(current)
  const around = partsAround(current.vehicle, current.survey, axle.value, sitsOn(current.kit))
  const parts = around.map((p) => (p.id === moved.id ? moved : p))
  return sceneOf({ ...current, vehicle: withParts(current.vehicle, axle.value, parts) })
})
const side = ref<Side>('right')
const pose = shallowRef<Pose>({ heave: 0, roll: 0 })
const pressure = ref<'min' | 'level' | 'max'>('max')
const selected = ref<string | null>(null)
watch([axle, () => job.value.id], () => {
  pose.value = { heave: 0, roll: 0 }
  selected.value = null
})

const rows = computed(() => (report.value?.rows ?? []).filter((r) => r.side === side.value))
const states = computed(() =>
  Object.fromEntries(
    (report.value?.rows ?? []).map((r) => [`${r.part}:${r.side}`, signOf(r.verdict)] as const).toReversed(),
  ),
)
const len = (v: number) => formatQuantity('length', v, preferences.system)
/** The tightest of this side, and the one that is pointed at. */
const nearest = computed(() => {
  const current = scene.value
  if (!current || current.inCoil) return []
  const gaps = gapsAt(current, pose.value, pressure.value)
  const looked = rows.value.filter((r) => r.of === 'bag' && (r.part === selected.value || r.rule === 'moving'))
  const first = looked.find((r) => r.part === selected.value) ?? looked[0]
  return looked
    .toSorted((a, b) => (gaps.get(`${a.part}:${a.side}`) ?? 9) - (gaps.get(`${b.part}:${b.side}`) ?? 9))
    .slice(0, 1)
    .concat(first ? [first] : [])
    .filter((r, i, all) => all.indexOf(r) === i)
    .flatMap((row) => {
      const nearestHere = nearestAt(current, row, pose.value, pressure.value)
      return nearestHere
        ? [
            {
              id: row.part,
              first: nearestHere.first,
              second: nearestHere.second,
              text: nearestHere.gap <= 0 ? 'touches' : len(nearestHere.gap),
              state: nearestHere.gap < current.margin ? 'stop' : 'fine',
            },
          ]
        : []
    })
})
function showRow(row: RoomRow) {
  selected.value = row.part
  side.value = row.side
  pose.value = row.at
  pressure.value = row.pressure
}

const parts = computed(() => scene.value?.obstacles.map((o) => o.part) ?? [])
/** The vehicle with a change to what surrounds the axle; the first one copies what was only usual. */
function describe(change: (vehicle: Vehicle, parts: UndersidePart[]) => Vehicle) {
  store.edit((j) => {
    const of = (end: AxleEnd) => partsAround(j.vehicle, j.survey, end, sitsOn(kitAt(j, end)?.kit))
    const both = withParts(withParts(j.vehicle, 'front', of('front')), 'rear', of('rear'))
    return { ...j, vehicle: change(both, of(axle.value)) }
  })
}
const setParts = (change: (parts: UndersidePart[]) => UndersidePart[]) =>
  describe((vehicle, all) => withParts(vehicle, axle.value, change(all)))
const setArm = (arm: AxleArm | null) => describe((vehicle) => withArm(vehicle, axle.value, arm))
const changePart = (part: UndersidePart) => setParts((all) => all.map((p) => (p.id === part.id ? part : p)))
function movePart(id: string, by: Vector) {
  const part = dragged.value?.id === id ? dragged.value : parts.value.find((p) => p.id === id)
  if (part) dragged.value = { ...part, shape: shiftedShape(part.shape, by) }
}
function settle() {
  const moved = dragged.value
  dragged.value = null
  if (moved) changePart(moved)
}

const jobKit = computed(() => kitAt(job.value, axle.value))
const bag = computed(() => question.value?.bag ?? null)
const air = computed(() => (kit.value && hasAir(kit.value) ? kit.value : null))
const mount = computed(() => jobKit.value?.mount ?? USUAL_MOUNT)
function setMount(to: Mount) {
  store.edit((j) => ({
    ...j,
    kits: j.kits.map((k) => (k.kit.axle === axle.value && k.work !== 'take-off' ? { ...k, mount: to } : k)),
  }))
}
const consent = computed(() => {
  const facts = { ...assessment.value, job: job.value }
  return { drilling: consentTo(facts, 'drilling'), cutting: consentTo(facts, 'cutting') }
})
const measured = computed(() =>
  scene.value && report.value
    ? besideDrawn(scene.value, report.value, assessment.value.roomGaps, job.value.tapeTolerance)
    : [],
)
/** What the tape decides next, shown in the picture. */
const next = computed(() => {
  const nextHere = report.value && !stale.value ? measureNext(report.value, TAPE_TOLERANCE)[0] : undefined
  return nextHere
    ? (report.value!.rows.find((r) => r.part === nextHere.part && r.side === nextHere.side) ?? null)
    : null
})
const asks = computed(() => (scene.value && next.value ? tapeAsks(scene.value, next.value) : []))
const WAISTS: Record<string, number> = { bellows: 2, sleeve: 1, 'in-coil': 1, 'coil-replacement': 1 }
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="What to check for clearance" />
  <StageColumns v-else>
    <template #work>
      <template v-if="scene && air && bag">
        <section class="card" data-card="room">
          <header>
            <h2>The bag as mounted</h2>
            <AxleSwitch :axles="axles" :axle="axle" @show="show" />
            <span class="sides" role="group" aria-label="Side">
              <button
                v-for="s in ['left', 'right'] as const"
                :key="s"
                type="button"
                class="plain"
                :class="{ on: s === side }"
                :aria-pressed="s === side"
                @click="side = s"
              >
                {{ s }}
              </button>
            </span>
            <label class="small"
              >Air
              <select v-model="pressure" data-field="pressure">
                <option v-for="p in scene.pressures" :key="p.id" :value="p.id">
                  {{ p.id === 'min' ? 'min' : p.id === 'max' ? 'max' : 'for this load' }},
                  {{ formatQuantity('pressure', p.pressure, preferences.system) }}
                </option>
              </select>
            </label>
          </header>
          <RoomPictures
            :scene="scene"
            :pose="pose"
            :pressure="pressure"
            :side="side"
            :states="states"
            :nearest="nearest"
            :arrows="asks"
            :selected="selected"
            :waists="WAISTS[air.family] ?? 1"
            :system="preferences.system"
            @pose="pose = $event"
            @select="selected = $event"
            @move="movePart"
            @settle="settle"
          />
        </section>
        <section v-if="report && !scene.inCoil" class="card pair">
          <RoomChart :scene="scene" :rows="rows" :roll="pose.roll" :pressure="pressure" :system="preferences.system" />
          <RoomList
            :rows="rows"
            :measured="measured"
            :axle="axle"
            :selected="selected"
            :system="preferences.system"
            @show="showRow"
          />
        </section>
      </template>
      <ReadingsCard />
      <template v-if="scene && air && bag">
        <MountCard
          :kit="air"
          :bag="bag"
          :mount="mount"
          :block="job.survey[axle].liftBlock ?? 0"
          :parts="parts"
          :job="job.id"
          :consent="consent"
          :system="preferences.system"
          @change="setMount"
        />
        <LinesCard
          v-if="report?.lines.length"
          :lines="report.lines"
          :spans="report.spans"
          :parts="parts"
          :selected="selected"
          :system="preferences.system"
          @select="selected = $event"
        />
        <PartsCard
          :parts="parts"
          :arm="job.vehicle.underbody?.arms[axle] ?? null"
          :spans="report?.spans ?? []"
          :axle="axle"
          :selected="selected"
          :system="preferences.system"
          @select="selected = $event"
          @change="changePart"
          @replace="(list, arm) => describe((v) => withArm(withParts(v, axle, list), axle, arm))"
          @arm="setArm"
          @add="(p) => (setParts((all) => [...all, p]), (selected = p.id))"
          @remove="(id) => (setParts((all) => all.filter((p) => p.id !== id)), (selected = null))"
        />
      </template>
    </template>
    <template #plate>
      <RoomPlate
        v-if="scene"
        :scene="scene"
        :report="report"
        :stale="stale"
        :working="working"
        :done="done"
        :failed="failed"
        :advice="advice"
        :system="preferences.system"
        :sampled="sampled"
        :asks="asks"
        :frame-rails="job.vehicle.frameRails"
        @show="showRow"
        @help="findHelp"
        @sample="sample"
        @part="changePart"
        @stop="stop"
        @again="again"
        @use="setMount"
      />
    </template>
  </StageColumns>
</template>

<style scoped>
.sides .on {
  color: var(--ink);
  border-bottom: 3px solid var(--paint);
}
.sides {
  display: flex;
  gap: 10px;
  text-transform: capitalize;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  align-items: start;
}
@media (width < 1000px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
