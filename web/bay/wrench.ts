import { computed, onMounted, watch, type Ref } from 'vue'
import { placeCloses, type FastenerState } from '@stout-shackle/core/stages'
import { useDevices } from '../stores/devices'
import type { DeviceReading } from '@stout-shackle/core/contract'

/** A place of the step that a wrench reading would fill. */
export function nextPlace(torques: readonly FastenerState[]): { fastener: FastenerState; place: number } | null {
  for (const fastener of torques) {
    const { kind } = fastener.fastener.spec
    if (kind === 'snug' || kind === 'turns' || kind === 'none-given') continue
    if (kind === 'vehicle-maker' && fastener.makerFigure === undefined) continue
    const i = fastener.places.findIndex((p) => !placeCloses(fastener.fastener, p.state))
    if (i >= 0) return { fastener, place: i + 1 }
  }
  return null
}

/**
 * Wrench readings that come in fill the places of the step in turn; what has no place waits to be put aside.
 *
 * @param torques of the step on the screen, after every record
 * @param use records a reading at a place
 */
export function useWrench(
  torques: Ref<readonly FastenerState[]>,
  use: (reading: DeviceReading, fastener: FastenerState, place: number) => void,
) {
  const devices = useDevices()
  onMounted(() => void devices.load())
  const kinds = computed(() => new Map(devices.devices.map((d) => [d.id, d.kind])))
  const pulls = computed(() => devices.readings.filter((r) => kinds.value.get(r.device) === 'torque'))
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
  const wrench = computed(() => devices.devices.find((d) => d.kind === 'torque') ?? null)
  return { unused: pulls, wrench, putAside: devices.claim }
}
