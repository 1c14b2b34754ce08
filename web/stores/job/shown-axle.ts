import { computed } from 'vue'
import { kitsLeft } from '@stout-shackle/core/job'
import { AXLES, type AxleEnd } from '@stout-shackle/core/vehicle'
import { useJob } from './job'

/**
 * The axle that figures, readings and settings are about: switched on one page, it is switched on all. Where only one axle
 * has a kit it is that one, unless kits of the other are being looked at.
 * @param anyAxle whether an axle without a kit may be shown, as where kits are chosen
 * @returns the axle, those to switch between, the job's kit there and how it stands
 */
export function useShownAxle(anyAxle = false) {
  const store = useJob()
  const kits = computed(() => (store.job ? kitsLeft(store.job).map(({ kit }) => kit) : []))
  const axles = computed<readonly AxleEnd[]>(() =>
    anyAxle ? AXLES : AXLES.filter((axle) => kits.value.some((kit) => kit.axle === axle)),
  )
  // Not set to it: another part of the screen may be looking at kits for the axle that has none.
  const axle = computed<AxleEnd>(() =>
    anyAxle || axles.value.includes(store.axle) ? store.axle : (axles.value[0] ?? store.axle),
  )
  return {
    axle,
    axles,
    kit: computed(() => kits.value.find((kit) => kit.axle === axle.value) ?? null),
    chosen: computed(() => store.assessment?.chosen.find((c) => c.kit.axle === axle.value) ?? null),
    show: (to: AxleEnd) => (store.axle = to),
  }
}
