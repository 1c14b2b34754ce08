<script setup lang="ts">
import { computed, ref } from 'vue'
import { recordMaxLength } from '@stout-shackle/core/job'
import { hashOf } from '@stout-shackle/core/proof'
import { textOf, type Unsigned } from '@stout-shackle/core/stages'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** A text as it will stand on the record, and the name of who signs it. The signature is bound to that text. */
const props = defineProps<{ statement: (units: 'us' | 'metric') => Unsigned | null; missing?: string }>()
const emit = defineEmits<{ signed: [] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const name = ref('')
const refused = ref('')
const body = computed(() => props.statement(preferences.system))
const text = computed(() => body.value && textOf(job.value, assessment.value, body.value))
function sign() {
  refused.value =
    !body.value || !text.value ? (props.missing ?? 'Enter a reason.') : name.value.trim() ? '' : 'Enter who signs.'
  if (refused.value || !body.value || !text.value) return
  store.record({ ...body.value, signedBy: name.value.trim(), hash: hashOf(text.value) })
  name.value = ''
  emit('signed')
}
</script>

<template>
  <div class="sign">
    <p v-if="text" class="text" data-sign-text>{{ text }}</p>
    <div class="row">
      <input
        v-model="name"
        class="control"
        placeholder="signed by"
        aria-label="Signed by"
        :maxlength="recordMaxLength('waiver', 'signedBy')"
        @keydown.enter.prevent="sign"
      />
      <button type="button" class="plain" @click="sign">Sign</button>
      <span v-if="refused" class="why" role="alert">{{ refused }}</span>
    </div>
  </div>
</template>

<style scoped>
.sign {
  display: grid;
  gap: 6px;
}
.text {
  background: var(--wash-amber);
  padding: 6px 10px;
  border-left: 3px solid var(--amber);
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.why {
  color: var(--oxide);
}
</style>
