<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { type Kit, modelKey } from '@stout-shackle/core/kit'
import { barsSale } from '@stout-shackle/core/stages'
import { noSaleText } from '@stout-shackle/core/wording'
import StampedPlate from '../fields/StampedPlate.vue'
import StageColumns from '../job/StageColumns.vue'
import { withKit } from '@stout-shackle/core/job'
import AxleSwitch from '../fields/AxleSwitch.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import AlteredCopies from './AlteredCopies.vue'
import ConfirmKit from './ConfirmKit.vue'
import PickedWork from './PickedWork.vue'
import KitPlate from './KitPlate.vue'
import NextQuestion from './NextQuestion.vue'
import OrderCard from './OrderCard.vue'
import OthersCard from './OthersCard.vue'
import PreferenceForm from './PreferenceForm.vue'
import RankingTable from './RankingTable.vue'
import WaysCard from './WaysCard.vue'
import SideBySide from './SideBySide.vue'

const PressureChart = defineAsyncComponent(() => import('../charts/PressureChart.vue'))
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const shop = useShop()
void shop.loadStock()
/** Nothing to choose from at all: that nothing fits would be another answer. */
const isEmpty = computed(() => !shop.catalog.kits.length && !shop.notListed.length)
/** Id of the kit whose reasons are open. */
const opened = ref<string | null>(null)
/** Ids of the kits set side by side. */
const compared = ref<string[]>([])
const noSale = computed(() => store.ranking?.noSale ?? [])
const barred = computed(() => barsSale(noSale.value))
const ranked = computed(() => {
  const { fitting = [], partly = [], undecided = [], unconfirmed = [] } = store.ranking ?? {}
  return [...fitting, ...partly, ...undecided, ...unconfirmed]
})
const beside = computed(() => ranked.value.filter((r) => compared.value.includes(r.assessed.kit.id)))
const compare = (id: string) =>
  (compared.value = compared.value.includes(id) ? compared.value.filter((c) => c !== id) : [...compared.value, id])

/** A kit is picked as it is now, with the rules and the lines of its list that it was judged by. */
function pick(kit: Kit | null) {
  const { rules, applications } = shop.catalog
  store.edit((j) => ({
    ...j,
    // How its instructions want it done, until somebody compares the ways on Plan.
    choices: kit && !j.kits.length ? { ...j.choices, wheels: kit.wheels } : j.choices,
    kits: withKit(
      j.kits,
      kit?.axle ?? axle.value,
      kit && {
        kit,
        decided: {
          rules,
          applications: applications.filter((a) => a.kit === kit.id && modelKey(a) === modelKey(j.vehicle)),
          listed: shop.catalog.listed.has(kit.id),
          at: new Date().toISOString(),
        },
      },
    ),
  }))
}
const { axle, axles, chosen, show } = useShownAxle(true)
/** The kit on the plate: the one opened, else the picked one, else the best that fits. */
const shown = computed(() => {
  const open = ranked.value.find((r) => r.assessed.kit.id === opened.value)?.assessed
  return open ?? chosen.value ?? ranked.value[0]?.assessed ?? null
})
</script>

<template>
  <StageColumns>
    <template #work>
      <div v-if="noSale.length" class="note" :class="{ stop: barred }" role="alert">
        <strong>{{ barred ? 'No kit can be sold for this vehicle yet.' : 'Not to be driven with every load.' }}</strong>
        <ul class="why-not">
          <li v-for="(n, i) in noSale" :key="i" :data-no-sale="n.code">{{ noSaleText(n, preferences.system) }}</li>
        </ul>
        <template v-if="barred">Which kits would fit is shown for when that is put right.</template>
      </div>
      <AxleSwitch :axles="axles" :axle="axle" @show="show" />
      <NextQuestion />
      <PickedWork />
      <AlteredCopies />
      <ConfirmKit />
      <RankingTable v-model:shown="opened" :blocked="barred" :compared="compared" @pick="pick" @compare="compare" />
      <SideBySide v-if="beside.length > 1" :kits="beside" @drop="compare" />
      <p v-else-if="ranked.length > 1" class="small muted">Check up to four kits to compare them side by side.</p>
      <OrderCard />
      <PreferenceForm />
      <WaysCard v-if="shown" :assessed="shown" />
      <section v-if="shown?.minimum && shown.maximum && beside.length < 2" class="card">
        <header>
          <h2>{{ shown.kit.name }}: pressure against load</h2>
        </header>
        <PressureChart
          :job="job"
          :assessment="assessment"
          :kit="shown.kit"
          :minimum="shown.minimum.value"
          :maximum="shown.maximum.value"
          :system="preferences.system"
        />
      </section>
      <OthersCard />
    </template>
    <template #plate>
      <KitPlate v-if="shown" :assessed="shown" />
      <StampedPlate v-else-if="isEmpty" title="No kit yet">
        <p class="words">The catalog is empty</p>
        <p class="muted">
          <RouterLink :to="{ name: 'kits' }">Kits, New kit</RouterLink> types one from its paper; a table of kits comes
          in under Files in and out.
        </p>
      </StampedPlate>
      <StampedPlate v-else title="Nothing fits">
        <p class="words">No kit of the catalog fits this vehicle</p>
        <p class="muted">"Does not fit" lists what is in the way of each kit and what would change it.</p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.why-not {
  margin: 4px 0;
  padding-left: 20px;
}
</style>
