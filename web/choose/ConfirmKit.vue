<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { figureHash, kitHash, lacksOf, modelKey, type Kit } from '@stout-shackle/core/kit'
import { kitsLeft } from '@stout-shackle/core/job'
import { figureName, kitFigureText, lackText, originWords } from '@stout-shackle/core/wording'
import { originOf } from '@stout-shackle/core/kit'
import type { Entry } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'

/** What of the job's kits nobody has confirmed: compared with the paper here, figure by figure, or taken from a newer version. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const shop = useShop()
const open = computed(() => assessment.value.unconfirmed)
/** The kits of the job as the catalog has them now. */
const current = shallowRef<Map<string, Kit>>(new Map())
watch(
  () =>
    kitsLeft(job.value)
      .map(({ kit }) => kit.id)
      .join(),
  async () => {
    const found = await Promise.all(
      kitsLeft(job.value).map(({ kit }) => call<Entry<Kit>>(`/kits/${kit.id}`).catch(() => null)),
    )
    current.value = new Map(found.flatMap((e) => (e?.document ? [[e.document.id, e.document]] : [])))
  },
  { immediate: true },
)
const newer = computed(() =>
  kitsLeft(job.value).flatMap((jobKit) => {
    const now = current.value.get(jobKit.kit.id)
    return now && kitHash(now) !== jobKit.version ? [{ axle: jobKit.kit.axle, now }] : []
  }),
)
function confirm(kit: Kit, paths: readonly string[]) {
  store.record({
    kind: 'kit-confirmed',
    axle: kit.axle,
    kit: kit.id,
    figures: paths.map((path) => ({ path, hash: figureHash(kit, path) })),
  })
}
/** The job goes on with the version that the catalog has; what of the work it says otherwise is done again. */
function take(now: Kit) {
  const { rules, applications } = shop.catalog
  store.edit((j) => ({
    ...j,
    kits: j.kits.map((k) =>
      k.kit.id === now.id && k.work !== 'take-off'
        ? {
            ...k,
            kit: now,
            version: kitHash(now),
            decided: k.decided && {
              rules,
              applications: applications.filter((a) => a.kit === now.id && modelKey(a) === modelKey(j.vehicle)),
              listed: shop.catalog.listed.has(now.id),
              at: new Date().toISOString(),
            },
          }
        : k,
    ),
  }))
}
const toConfirm = (u: (typeof open.value)[number]) => u.figures.filter((f) => f.why === 'unconfirmed')
</script>

<template>
  <section v-for="n in newer" :key="`n${n.now.id}`" class="card newer" data-newer>
    <p>
      <StateSign :state="lacksOf(n.now).length ? 'caution' : 'fine'" />
      <strong>{{ n.now.name }}</strong> was changed in the catalog since it was picked{{
        lacksOf(n.now).length ? '' : ', and its figures are confirmed'
      }}. Only steps and torques that it says otherwise are done again.
    </p>
    <el-button size="small" @click="take(n.now)"
      >Take the {{ lacksOf(n.now).length ? 'new' : 'confirmed' }} version</el-button
    >
  </section>
  <section v-for="u in open" :key="u.kit.id" class="card confirm" data-unconfirmed>
    <header>
      <h2>{{ u.kit.name }}: compare with its paper before the vehicle leaves</h2>
      <el-button
        v-if="toConfirm(u).length > 1"
        size="small"
        @click="
          confirm(
            u.kit,
            toConfirm(u).map((f) => f.path),
          )
        "
        >All {{ toConfirm(u).length }} are as on the paper</el-button
      >
    </header>
    <p v-if="u.isUnknown" class="small note">
      This shop's catalog has never had this version of it: nothing it says of itself counts.
    </p>
    <ul class="figures">
      <li v-for="f in u.figures" :key="f.path + f.why" class="figure-row">
        <template v-if="f.why === 'unconfirmed'">
          <span>{{ figureName(f) }}</span>
          <span class="dashed">{{ kitFigureText(u.kit, f.path, preferences.system) }}</span>
          <span class="small muted">{{ originWords(originOf(u.kit, f.path)) }}</span>
          <el-button
            link
            type="primary"
            size="small"
            :aria-label="`${figureName(f)}: it says so on the paper`"
            @click="confirm(u.kit, [f.path])"
            >it says so</el-button
          >
        </template>
        <template v-else>
          <span><StateSign state="stop" /> {{ lackText(f) }}</span>
          <RouterLink :to="{ name: 'kit-work', params: { id: u.kit.id } }" class="small"
            >type it on the kit's page</RouterLink
          >
        </template>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.confirm {
  border-left: 4px solid var(--amber-sign);
}
.newer {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 12px;
}
.newer p {
  flex: 1;
}
.figures {
  list-style: none;
  margin: 0;
  padding: 6px 12px;
}
.figure-row {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 10px;
  min-height: 28px;
}
.dashed {
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
  padding: 0 6px;
  font-weight: 600;
}
.figure-row > :last-child {
  margin-left: auto;
}
</style>
