<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { recordMaxLength } from '@stout-shackle/core/records'
import { hashOf } from '@stout-shackle/core/hash'
import { textOf, type Unsigned } from '@stout-shackle/core/stages'
import { useOpenJob } from '../stores/job'
import { useSession } from '../stores/session'
import { usePreferences } from '../stores/preferences'

const SignaturePad = defineAsyncComponent(() => import('./SignaturePad.vue'))

/** A text as it will stand on the record, and the name of who signs it. The signature is bound to that text. */
const props = defineProps<{ statement: (units: 'us' | 'metric') => Unsigned | null; missing?: string }>()
const emit = defineEmits<{ signed: [] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const session = useSession()
const name = ref('')
const refused = ref('')
/** Drawn under a consent; null where only the name is typed. */
const drawn = ref<string | null>(null)
/** Who heard it on the phone, and since when that is being typed; null where it is signed here. */
const phone = ref<{ heardBy: string; at: string } | null>(null)
const body = computed(() => {
  const asked = props.statement(preferences.system)
  const heardBy = phone.value?.heardBy.trim()
  return asked?.kind === 'consent' && phone.value && heardBy
    ? { ...asked, phone: { heardBy, at: phone.value.at } }
    : asked
})
function byPhone(is: unknown) {
  phone.value = is === true ? { heardBy: session.person?.name ?? '', at: new Date().toISOString() } : null
}
const text = computed(() => body.value && textOf(job.value, assessment.value, body.value))
function sign() {
  refused.value =
    !body.value || !text.value
      ? (props.missing ?? 'Enter a reason.')
      : phone.value && !phone.value.heardBy.trim()
        ? 'Enter who heard it on the phone.'
        : name.value.trim()
          ? ''
          : 'Enter who signs.'
  if (refused.value || !body.value || !text.value) return
  const signed = { signedBy: name.value.trim(), hash: hashOf(text.value) }
  const { value: textHere } = body
  if (textHere.kind === 'consent')
    store.record({ ...textHere, ...signed, ...(drawn.value ? { drawn: drawn.value } : {}) })
  else store.record({ ...textHere, ...signed })
  name.value = ''
  phone.value = null
  drawn.value = null
  emit('signed')
}
</script>

<template>
  <div class="sign">
    <p v-if="text" class="text" data-sign-text>{{ text }}</p>
    <template v-if="body?.kind === 'consent'">
      <div class="row">
        <el-checkbox :model-value="phone !== null" @change="byPhone">By phone</el-checkbox>
        <el-input
          v-if="phone"
          v-model="phone.heardBy"
          placeholder="who heard it"
          aria-label="Who heard it on the phone"
          :maxlength="60"
        />
      </div>
      <SignaturePad v-if="!phone" @drawn="drawn = $event" />
    </template>
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
