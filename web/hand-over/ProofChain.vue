<script setup lang="ts">
import { computed } from 'vue'
import { chainOf, namesOf, type FinalCheckReport } from '@stout-shackle/core/judge'
import type { RecordKind } from '@stout-shackle/core/records'
import { circuitNames } from '@stout-shackle/core/job'
import { formatQuantity, type QuantityKind } from '@stout-shackle/core/quantity'
import { limitText, recordText, situationText } from '@stout-shackle/core/wording'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useSettings } from '../stores/settings'

/** What proves a check: each record with who, when, in which state, against which limit. */
const props = defineProps<{ check: FinalCheckReport }>()
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const shop = useSettings()
/** In what a record's limits are measured. */
const KINDS: Partial<Record<RecordKind, QuantityKind>> = { torque: 'torque', gap: 'length', height: 'length' }
const links = computed(() =>
  chainOf(assessment.value, props.check).map(({ record, situation, limits }) => ({
    id: record.id,
    what: recordText(
      record.body,
      preferences.system,
      namesOf(assessment.value.plan, circuitNames(job.value), record.body),
    ),
    who: `${record.by}, ${shop.dateTime(record.at)}${record.origin?.tablet ? `, ${record.origin.tablet}` : ''}`,
    state: situationText(situation, job.value, preferences.system),
    limits: limits
      .map(
        (l) => `${formatQuantity(KINDS[record.body.kind] ?? 'pressure', l.value, preferences.system)}, ${limitText(l)}`,
      )
      .join('; '),
  })),
)
</script>

<template>
  <table class="dense small chain">
    <thead>
      <tr>
        <th>What proves it</th>
        <th>Who, when</th>
        <th>State</th>
        <th>Limit</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="l in links" :key="l.id">
        <td>{{ l.what }}</td>
        <td>{{ l.who }}</td>
        <td>{{ l.state }}</td>
        <td>{{ l.limits }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.chain {
  margin: 4px 0 8px;
  width: 100%;
}
.chain td {
  height: auto;
  padding: 3px 8px;
  vertical-align: top;
}
</style>
