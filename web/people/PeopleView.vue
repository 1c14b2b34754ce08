<script setup lang="ts">
import { reactive, ref, shallowRef } from 'vue'
import type { Audit, Entry, Tablet } from '@stout-shackle/core/contract'
import { ROLE_NAMES, ROLES, type Person, type Role } from '@stout-shackle/core/shop'
import { call } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import { useSession } from '../stores/session'
import { useSettings } from '../stores/settings'

/** Who works here and signs in where; who changed what; backups; what is stored of a customer. */
const session = useSession()
const settings = useSettings()
const people = shallowRef<Entry<Person>[]>([])
const tablets = shallowRef<Tablet[]>([])
const audit = shallowRef<Audit>({ total: 0, entries: [] })
const backups = shallowRef<string[]>([])
const problem = ref('')
const done = ref('')
const newPerson = reactive<{ name: string; role: Role; password: string; pin: string }>({
  name: '',
  role: 'technician',
  password: '',
  pin: '',
})
/** A new password or PIN being typed for somebody. */
const secret = reactive({ id: '', kind: 'pin', value: '' })

async function load() {
  people.value = await call<Entry<Person>[]>('/people')
  if (!session.may('own')) return
  tablets.value = await call<Tablet[]>('/tablets')
  audit.value = await call<Audit>('/audit?limit=50')
  backups.value = await call<string[]>('/backups')
}
async function attempt(act: () => Promise<unknown>, doneHere = '') {
  problem.value = ''
  done.value = ''
  try {
    await act()
    await load()
    if (doneHere) done.value = doneHere
  } catch (error) {
    problem.value = failureText(error)
  }
}
void attempt(() => Promise.resolve())

const add = () =>
  attempt(async () => {
    const { name, role, password, pin } = newPerson
    const body = { name: name.trim(), role, ...(password ? { password } : {}), ...(pin ? { pin } : {}) }
    await call('/people', { method: 'POST', body, key: newKey() })
    Object.assign(newPerson, { name: '', password: '', pin: '' })
  }, 'Added.')
const change = ({ version, document }: Entry<Person>, part: Record<string, unknown>, done = 'Saved.') =>
  attempt(() => {
    const { id, name, role, active } = document
    return call(`/people/${id}`, { method: 'PUT', body: { name, role, active, ...part }, version, key: newKey() })
  }, done)
function setSecret(entry: Entry<Person>) {
  const { kind, value } = secret
  secret.id = ''
  void change(
    entry,
    { [kind]: value },
    `${kind === 'pin' ? 'PIN' : 'Password'} set; ${entry.document.name} signs in again.`,
  )
}
const endTablet = (tablet: Tablet) =>
  attempt(() => call(`/tablets/${tablet.id}`, { method: 'DELETE' }), `${tablet.name} is signed out.`)
const backUp = () =>
  attempt(async () => {
    const { name, jobs } = await call<{ name: string; jobs: number }>('/backups', { method: 'POST' })
    done.value = `${name}: ${jobs} jobs, opened again and whole.`
  })

const customer = reactive({
  name: '',
  found: null as { jobs: { id: string; number: string }[]; contacts: string[] } | null,
})
const find = () =>
  attempt(async () => {
    customer.found = await call(`/customers?name=${encodeURIComponent(customer.name.trim())}`)
  })
const erase = () =>
  attempt(async () => {
    await call('/customers/erase', { method: 'POST', body: { name: customer.name.trim() }, key: newKey() })
    customer.found = null
  }, 'The name is out of every job; the records of the work stay. Older backups still hold it until they are removed.')
</script>

<template>
  <div class="page">
    <header>
      <h1>People</h1>
      <RouterLink :to="{ name: 'shop' }">Shop settings</RouterLink>
    </header>
    <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
    <p v-else-if="done" class="note" role="status">{{ done }}</p>
    <section class="card">
      <table class="dense">
        <thead>
          <tr>
            <th>Name</th>
            <th>Role</th>
            <th>Signs in with</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in people" :key="p.document.id" :data-row="p.document.name">
            <td :class="{ gone: !p.document.active }">{{ p.document.name }}</td>
            <td>
              <select
                v-if="session.may('own')"
                class="control"
                :value="p.document.role"
                :aria-label="`Role of ${p.document.name}`"
                @change="change(p, { role: ($event.target as HTMLSelectElement).value })"
              >
                <option v-for="r in ROLES" :key="r" :value="r">{{ ROLE_NAMES[r] }}</option>
              </select>
              <template v-else>{{ ROLE_NAMES[p.document.role] }}</template>
            </td>
            <td class="small">
              {{
                [p.document.hasPassword ? 'password' : '', p.document.hasPin ? 'PIN' : ''].filter(Boolean).join(', ') ||
                'nothing yet'
              }}
            </td>
            <td class="acts">
              <template v-if="session.may('own')">
                <form v-if="secret.id === p.document.id" @submit.prevent="setSecret(p)">
                  <input
                    v-model="secret.value"
                    class="control"
                    type="password"
                    autocomplete="new-password"
                    :aria-label="`New ${secret.kind === 'pin' ? 'PIN' : 'password'} of ${p.document.name}`"
                  />
                  <button class="plain">set</button>
                </form>
                <template v-else>
                  <button class="plain" @click="Object.assign(secret, { id: p.document.id, kind: 'pin', value: '' })">
                    set PIN
                  </button>
                  <button
                    class="plain"
                    @click="Object.assign(secret, { id: p.document.id, kind: 'password', value: '' })"
                  >
                    set password
                  </button>
                  <button class="plain" @click="change(p, { active: !p.document.active })">
                    {{ p.document.active ? 'has left' : 'is back' }}
                  </button>
                </template>
              </template>
            </td>
          </tr>
          <tr v-if="session.may('own')">
            <td>
              <input
                v-model="newPerson.name"
                class="control"
                placeholder="new person"
                aria-label="Name of a new person"
              />
            </td>
            <td>
              <select v-model="newPerson.role" class="control" aria-label="Role of a new person">
                <option v-for="r in ROLES" :key="r" :value="r">{{ ROLE_NAMES[r] }}</option>
              </select>
            </td>
            <td>
              <input v-model="newPerson.pin" class="control short" placeholder="PIN" aria-label="PIN of a new person" />
              <input
                v-model="newPerson.password"
                class="control short"
                type="password"
                autocomplete="new-password"
                placeholder="password"
                aria-label="Password of a new person"
              />
            </td>
            <td class="acts"><el-button type="primary" @click="add">Add</el-button></td>
          </tr>
        </tbody>
      </table>
    </section>
    <template v-if="session.may('own')">
      <section class="card">
        <header><h2>Screens</h2></header>
        <table class="dense">
          <tbody>
            <tr v-for="t in tablets" :key="t.id" :class="{ gone: t.signedOut }" :data-row="t.name">
              <td>{{ t.name }}</td>
              <td class="small muted">
                {{ t.shared ? 'shared, by PIN' : 'one person' }}, since {{ settings.date(t.addedAt) }}
              </td>
              <td class="small">last heard of {{ settings.dateTime(t.seenAt) }}</td>
              <td class="small">{{ t.unsent ? `${t.unsent} not sent` : '' }}</td>
              <td class="acts">
                <span v-if="t.signedOut" class="muted">signed out</span>
                <button v-else class="plain" @click="endTablet(t)">lost: sign it out</button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <div class="two">
        <section class="card">
          <header>
            <h2>Backups</h2>
            <el-button @click="backUp">Save now</el-button>
          </header>
          <p class="small muted pad">
            One a night by itself, the latest 14 kept. To put one back: <code>npm run restore -- FILE</code> at the
            server.
          </p>
          <ul class="small pad">
            <li v-for="b in backups.slice(0, 6)" :key="b">{{ b }}</li>
            <li v-if="!backups.length" class="muted">none yet</li>
          </ul>
        </section>
        <section class="card">
          <header><h2>A customer's data</h2></header>
          <form class="pad" @submit.prevent="find">
            <input v-model="customer.name" class="control" placeholder="name, as on the job" aria-label="Customer" />
            <el-button native-type="submit">Find</el-button>
          </form>
          <p v-if="customer.found" class="pad">
            {{ customer.found.jobs.length }} jobs: {{ customer.found.jobs.map((j) => j.number).join(', ') }}
            {{ customer.found.contacts.length ? `· ${customer.found.contacts.join(', ')}` : '' }}
            <template v-if="customer.found.jobs.length">
              <a :href="`/api/customers/export?name=${encodeURIComponent(customer.name.trim())}`">export</a>
              <button class="plain" @click="erase">erase the name</button>
            </template>
          </p>
        </section>
      </div>
      <section class="card">
        <header>
          <h2>Who changed what</h2>
          <span class="small muted">{{ audit.total }} in all; readings and steps are in the log</span>
        </header>
        <table class="dense">
          <tbody>
            <tr v-for="line in audit.entries" :key="line.sequence">
              <td class="small">{{ settings.dateTime(line.at) }}</td>
              <td>{{ line.person }}</td>
              <td class="small muted">{{ line.tablet }}</td>
              <td class="small">{{ line.action }}</td>
              <td>{{ line.about }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
  </div>
</template>

<style scoped>
.card {
  margin-bottom: 14px;
}
.gone {
  color: var(--muted);
  text-decoration: line-through;
}
.acts {
  text-align: right;
  white-space: nowrap;
}
.acts > * {
  margin-left: 10px;
}
.acts form {
  display: inline-flex;
  gap: 8px;
}
.short {
  width: 110px;
}
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}
.pad {
  margin: 8px 14px;
}
</style>
