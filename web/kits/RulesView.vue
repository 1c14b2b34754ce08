<script setup lang="ts">
import { newKey } from '../api/key'
import { StorageSerializers, useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { EFFECTS, LIMIT_SOURCES, ruleSetSchema, type Rule, type RuleSet } from '@stout-shackle/core/kit'
import { EFFECT_NAMES, testText } from '@stout-shackle/core/wording'
import { call, Refused } from '../api/client'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import { usePreferences } from '../stores/preferences'
import { useSession } from '../stores/session'
import RuleTests from './RuleTests.vue'

/** Fitment rules as the shop has them. A change makes a new version; jobs keep the one they were decided by. */
const preferences = usePreferences()
const session = useSession()
const current = shallowRef<RuleSet | null>(null)
/** Changed and not kept yet: it outlives a reload, as long as nobody else made another version. */
const draft = useLocalStorage<{ version: number; rules: Rule[] } | null>('rules-draft', null, {
  serializer: StorageSerializers.object,
})
const rules = ref<Rule[]>([])
const opened = ref<string | null>(null)
const why = ref('')
const failure = ref('')
const SIGN = { no: 'stop', part: 'caution', work: 'caution', ask: 'unknown' } as const
const TEXTS = {
  name: 'Name',
  says: 'Says, when it takes effect',
  asks: 'Says, while an answer is missing',
  fine: 'Says, when in order',
  change: 'What would change it',
  note: 'Source note',
} as const

async function load() {
  try {
    current.value = await call<RuleSet>('/rules')
    const { version, rules: stored } = current.value
    rules.value = structuredClone(draft.value?.version === version ? toRaw(draft.value.rules) : stored)
  } catch (error) {
    failure.value = failureText(error)
  }
}
void load()
const changed = computed(
  () => current.value !== null && JSON.stringify(rules.value) !== JSON.stringify(current.value.rules),
)
watch(rules, (list) => {
  if (current.value) draft.value = changed.value ? { version: current.value.version, rules: list } : null
})
const set = <K extends keyof Rule>(rule: Rule, key: K, value: Rule[K]) =>
  (rules.value = rules.value.map((r) => (r.id === rule.id ? { ...r, [key]: value } : r)))
function setText(rule: Rule, key: keyof typeof TEXTS, text: string) {
  const optional = key === 'asks' || key === 'fine' || key === 'change'
  set(rule, key, optional && text.trim() === '' ? null : text)
}
function add() {
  const id = `shop-${Date.now().toString(36)}`
  rules.value = [
    {
      id,
      name: 'New rule',
      when: [{ survey: 'runningBoards', is: [true] }],
      effect: 'work',
      says: 'What to do',
      asks: null,
      fine: null,
      change: null,
      parts: [],
      minutes: 0,
      source: 'shop',
      note: 'rule of this shop',
    },
    ...rules.value,
  ]
  opened.value = id
}
const revert = () => current.value && (rules.value = structuredClone(current.value.rules))
async function keep() {
  if (!current.value) return
  failure.value = ''
  const next = {
    version: current.value.version + 1,
    why: why.value,
    by: session.person?.name ?? '',
    rules: rules.value,
  }
  const checked = ruleSetSchema.safeParse(next)
  if (!checked.success) {
    const [issue] = checked.error.issues
    const rule = issue!.path[0] === 'rules' ? rules.value[Number(issue!.path[1])]?.name : null
    failure.value = `${rule ? `Rule "${rule}": ` : ''}${issue!.path[0] === 'why' ? 'Say why the rules change' : issue!.message}.`
    return
  }
  try {
    current.value = await call<RuleSet>('/rules', {
      method: 'PUT',
      body: checked.data,
      version: current.value.version,
      key: newKey(),
    })
    rules.value = structuredClone(current.value.rules)
    why.value = ''
  } catch (error) {
    failure.value =
      error instanceof Refused && error.status === 412
        ? 'Somebody changed the rules meanwhile. Yours are still here; open this page in another tab to see theirs.'
        : failureText(error)
  }
}
</script>

<template>
  <div v-if="current">
    <div class="tools">
      <span class="muted">Version {{ current.version }}: {{ current.why }} ({{ current.by }})</span>
      <button class="plain" @click="add">new rule</button>
      <template v-if="changed">
        <input
          v-model="why"
          class="control why"
          placeholder="Why do they change?"
          aria-label="Why do the rules change"
        />
        <el-button type="primary" @click="keep">Save as version {{ current.version + 1 }}</el-button>
        <button class="plain" @click="revert">undo all</button>
      </template>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <section class="card">
      <table class="dense">
        <thead>
          <tr>
            <th>Rule</th>
            <th>When</th>
            <th>Then</th>
            <th>Source</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="r in rules" :key="r.id">
            <tr>
              <td>
                <button class="plain" :aria-expanded="opened === r.id" @click="opened = opened === r.id ? null : r.id">
                  {{ r.name }}
                </button>
              </td>
              <td>{{ r.when.map((t) => testText(t, preferences.system)).join('; ') }}</td>
              <td><StateSign :state="SIGN[r.effect]" /> {{ EFFECT_NAMES[r.effect] }}</td>
              <td class="muted">{{ r.source }}</td>
            </tr>
            <tr v-if="opened === r.id">
              <td colspan="4" class="edit">
                <RuleTests :tests="r.when" @update="(when) => set(r, 'when', when)" />
                <div class="grid">
                  <label v-for="(label, key) in TEXTS" :key="key"
                    >{{ label
                    }}<input
                      class="control"
                      :value="r[key] ?? ''"
                      @input="setText(r, key, ($event.target as HTMLInputElement).value)"
                  /></label>
                  <label
                    >Then<select
                      class="control"
                      :value="r.effect"
                      @change="set(r, 'effect', ($event.target as HTMLSelectElement).value as Rule['effect'])"
                    >
                      <option v-for="e in EFFECTS" :key="e" :value="e">{{ EFFECT_NAMES[e] }}</option>
                    </select></label
                  >
                  <label
                    >Source<select
                      class="control"
                      :value="r.source"
                      @change="set(r, 'source', ($event.target as HTMLSelectElement).value as Rule['source'])"
                    >
                      <option v-for="s in LIMIT_SOURCES" :key="s" :value="s">{{ s }}</option>
                    </select></label
                  >
                  <label
                    >Minutes it adds<input
                      class="control"
                      inputmode="numeric"
                      :value="r.minutes"
                      @change="set(r, 'minutes', Number(($event.target as HTMLInputElement).value))"
                  /></label>
                  <label
                    >Part it needs<input
                      class="control"
                      :value="r.parts[0]?.name ?? ''"
                      @change="
                        set(
                          r,
                          'parts',
                          ($event.target as HTMLInputElement).value.trim()
                            ? [
                                {
                                  item: null,
                                  count: 1,
                                  ...r.parts[0],
                                  name: ($event.target as HTMLInputElement).value,
                                },
                                ...r.parts.slice(1),
                              ]
                            : r.parts.slice(1),
                        )
                      "
                  /></label>
                </div>
                <p class="small muted">
                  In a sentence, {has} stands for what the vehicle has and {takes} for what it is compared with.
                </p>
                <button class="plain drop" @click="rules = rules.filter((o) => o.id !== r.id)">
                  take this rule out
                </button>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </section>
  </div>
  <p v-else-if="failure" class="note stop" role="alert">{{ failure }}</p>
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 36px;
  margin-bottom: 8px;
}
.why {
  width: 260px;
}
.edit {
  background: #fcfbf8;
  padding: 8px 12px 12px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px 12px;
}
.grid label {
  display: flex;
  flex-direction: column;
  font-size: 12px;
  color: var(--muted);
}
.drop {
  color: var(--oxide);
}
</style>
