import { computed, onMounted, watch, type Ref } from 'vue'
import { isByFeel } from '@stout-shackle/core/torque'
import { useDevices } from '../stores/devices'
import { nextPull, type FastenerState } from '@stout-shackle/core/stages'
import type { DeviceReading } from '@stout-shackle/core/contract'

/** A place of the step that a wrench reading would fill. */
export function nextPlace(torques: readonly FastenerState[]): { fastener: FastenerState; place: number } | null {
  for (const fastener of torques) {
    const { spec } = fastener.fastener
    if (isByFeel(spec)) continue
    if (spec.kind === 'vehicle-maker' && fastener.makerFigure === undefined) continue
    const next = nextPull(fastener)
    if (next) return { fastener, place: next.place }
  }
  return null
}

/**
 * Wrench readings that were taken at this job fill the places of the step in turn; what has no place waits to be put aside.
 * A wrench that is at no job is taken to this one; one that is at another stays there until somebody takes it over.
 *
 * @param job id of the job on the screen
 * @param torques of the step on the screen, after every record
 * @param use records a reading at a place
 */
export function useWrench(
  job: () => string,
  torques: Ref<readonly FastenerState[]>,
  use: (reading: DeviceReading, fastener: FastenerState, place: number) => void,
) {
  const devices = useDevices()
  const wrench = computed(() => devices.devices.find((d) => d.kind === 'torque') ?? null)
  const takeHere = async () => {
    if (wrench.value) await devices.place(wrench.value.id, job()).catch(() => undefined)
  }
  onMounted(() => void devices.load().catch(() => undefined))
  watch(
    () => wrench.value?.job,
    (now) => now === null && void takeHere(),
  )
  const kinds = computed(() => new Map(devices.devices.map((d) => [d.id, d.kind])))
  const pulls = computed(() =>
    devices.readings.filter((r) => kinds.value.get(r.device) === 'torque' && r.job === job()),
  )
  watch(
    pulls,
    ([first]) => {
      const target = first && nextPlace(torques.value)
      if (!first || !target) return
      use(first, target.fastener, target.place)
      // Claiming shortens the list, which brings the next reading round with the places as they are then.
      devices.claim(first)
    },
    { immediate: true, flush: 'post' },
  )
  return { unused: pulls, wrench, putAside: devices.claim, takeHere }
}
