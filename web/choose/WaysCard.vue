<script setup lang="ts">
import { computed } from 'vue'
import { waysOf, type KitAssessment } from '@stout-shackle/core/stages'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { LEVEL_TOLERANCE, familyOf } from '@stout-shackle/core/kit'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Ways of doing it that shops argue about, each with what it costs this vehicle. */
const props = defineProps<{ assessed: KitAssessment }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const s = computed(() => waysOf(job.value, props.assessed, store.ranking!, assessment.value.active))
const hz = (v: number | null) => (v === null ? 'not known' : `${v.toFixed(2)} Hz`)
const len = (v: number | null) => (v === null ? 'not known' : formatQuantity('length', v, preferences.system))
const psi = (v: number | null) => (v === null ? 'not known' : formatQuantity('pressure', v, preferences.system))
</script>

<template>
  <section class="card">
    <header><h2>Two ways of doing it</h2></header>
    <dl>
      <dt>Help the spring, or replace it</dt>
      <dd v-if="familyOf(assessed.kit).replacesSpring">
        This kit takes the coil out: the bag carries the vehicle alone, {{ hz(s.spring.replaced) }} at this load. When
        the air is gone, it stands on its bump stops: never drive it so.
      </dd>
      <dd v-else>
        Empty, the body bounces at {{ hz(s.spring.steel) }} on its steel and {{ hz(s.spring.helped) }} with this kit at
        its least{{ s.spring.replacement ? `; ${hz(s.spring.replaced)} on ${s.spring.replacement} at this load` : '' }}.
        <strong>We leave the steel spring in:</strong> it still carries the vehicle when the air is gone.
      </dd>
      <template v-if="assessed.kit.bag">
        <dt>Teed or separate lines</dt>
        <dd>
          Teed lines leave {{ len(s.lines.teed) }} of lean under this load, separate lines {{ len(s.lines.separate) }}.
          <strong>{{
            s.lines.teed !== null && s.lines.teed > LEVEL_TOLERANCE
              ? 'Separate lines here.'
              : 'Either will do for this load.'
          }}</strong>
        </dd>
        <dt>Air after the load, or before</dt>
        <dd>
          {{ psi(s.air.after) }} with the load on is {{ psi(s.air.before) }} before it, standing
          {{ len(s.air.rise) }} high{{
            s.air.before !== null && !s.air.fitsTravel ? ', more than its travel or height range allows' : ''
          }}. <strong>We fill after:</strong> the tape then proves it.
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
dl {
  margin: 0;
  padding: 0 12px 10px;
  font-size: 14px;
}
dt {
  font-weight: 600;
  margin-top: 4px;
}
dd {
  margin: 0;
}
</style>
