<script setup lang="ts">
import { computed, ref } from 'vue'
import { ROLE_NAMES } from '@stout-shackle/core/shop'
import { Unreachable } from '../api/client'
import { reach } from '../api/reach'
import { failureText } from '../fields/file'
import { useJob } from '../stores/job'
import { useOutbox } from '../stores/job/outbox'
import { useSession } from '../stores/session'

/** Signing in and changing hands, over whatever is on the screen: it stays, with everything typed. */
const session = useSession()
const outbox = useOutbox()
const job = useJob()
const person = ref('')
const password = ref('')
const pin = ref('')
const tablet = ref('')
const shared = ref(false)
const code = ref('')
const problem = ref('')
const busy = ref(false)

const first = computed(() => session.session.setUp !== 'done')
const named = computed(() => (reach.away ? session.known.map((k) => ({ ...k, role: null })) : session.session.names))
/** On a shared tablet a name is tapped and a PIN typed; elsewhere both are typed. */
const byPin = computed(() => !session.session.demo && named.value.length > 0)
const withPassword = ref(false)

async function attempt(act: () => Promise<void>) {
  busy.value = true
  problem.value = ''
  try {
    await act()
    password.value = ''
    pin.value = ''
    outbox.signedIn()
    job.signedIn()
  } catch (error) {
    problem.value = error instanceof Unreachable ? error.message : failureText(error)
  } finally {
    busy.value = false
  }
}
const newTablet = () => (session.session.tablet ? {} : { tablet: tablet.value.trim() || 'Desk' })
const enterDemo = (id: string) => attempt(() => session.signIn({ person: id, ...newTablet() }))
const enterPin = () => attempt(() => session.signIn({ person: person.value, pin: pin.value }))
const enterPassword = () =>
  attempt(() =>
    session.signIn({
      person: person.value.trim(),
      password: password.value,
      ...newTablet(),
      ...(shared.value ? { shared: true } : {}),
    }),
  )
const makeOwner = () =>
  attempt(() =>
    session.makeOwner({
      name: person.value.trim(),
      password: password.value,
      tablet: tablet.value.trim() || 'Desk',
      ...(session.session.setUp === 'with-code' ? { code: code.value.trim() } : {}),
    }),
  )
</script>

<template>
  <div class="veil">
    <section class="sheet" role="dialog" aria-modal="true" aria-labelledby="sign-in">
      <template v-if="first">
        <h1 id="sign-in">Set up this shop</h1>
        <p>The first person owns the shop: adds people, settles settings, makes backups.</p>
        <form @submit.prevent="makeOwner">
          <label class="stacked">Your name<el-input v-model="person" maxlength="60" autocomplete="username" /></label>
          <label class="stacked"
            >Password, 8 characters min<el-input v-model="password" type="password" autocomplete="new-password"
          /></label>
          <label class="stacked"
            >Name of this screen<el-input v-model="tablet" maxlength="60" placeholder="Desk"
          /></label>
          <label v-if="session.session.setUp === 'with-code'" class="stacked"
            >Code from the server's console<el-input v-model="code" maxlength="20" inputmode="numeric"
          /></label>
          <el-button type="primary" native-type="submit" :loading="busy">Set up</el-button>
        </form>
      </template>
      <template v-else-if="session.session.demo">
        <h1 id="sign-in">Who is at this screen?</h1>
        <p>The demo's people are made up and sign in by a tap.</p>
        <div class="names">
          <button v-for="n in session.session.names" :key="n.id" class="name" @click="enterDemo(n.id)">
            {{ n.name }}<span class="small muted">{{ ROLE_NAMES[n.role] }}</span>
          </button>
        </div>
      </template>
      <template v-else-if="byPin && !withPassword">
        <h1 id="sign-in">Who is at this screen?</h1>
        <div class="names">
          <button
            v-for="n in named"
            :key="n.id"
            class="name"
            :class="{ picked: n.id === person }"
            :aria-pressed="n.id === person"
            @click="person = n.id"
          >
            {{ n.name }}<span v-if="n.role" class="small muted">{{ ROLE_NAMES[n.role] }}</span>
          </button>
        </div>
        <form @submit.prevent="enterPin">
          <label class="stacked"
            >PIN<el-input v-model="pin" type="password" inputmode="numeric" maxlength="8" autocomplete="off"
          /></label>
          <el-button type="primary" native-type="submit" :loading="busy" :disabled="!person || pin.length < 4"
            >Sign in</el-button
          >
          <button type="button" class="plain" @click="withPassword = true">with a password</button>
        </form>
      </template>
      <template v-else>
        <h1 id="sign-in">Sign in</h1>
        <form @submit.prevent="enterPassword">
          <label class="stacked">Name<el-input v-model="person" maxlength="60" autocomplete="username" /></label>
          <label class="stacked"
            >Password<el-input v-model="password" type="password" autocomplete="current-password"
          /></label>
          <label v-if="!session.session.tablet" class="stacked"
            >Name of this screen<el-input v-model="tablet" maxlength="60" placeholder="Desk, Bay 2 tablet"
          /></label>
          <label v-if="!session.session.tablet?.shared" class="check"
            ><input v-model="shared" type="checkbox" /> people share this screen: they sign in by PIN (owner or service
            writer)</label
          >
          <el-button type="primary" native-type="submit" :loading="busy">Sign in</el-button>
          <button v-if="byPin" type="button" class="plain" @click="withPassword = false">by PIN</button>
        </form>
      </template>
      <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
      <footer v-if="session.person && session.signer">
        <span class="muted">{{ session.person.name }}, {{ session.session.tablet?.name ?? 'this screen' }}</span>
        <button class="plain" @click="reach.signIn = false">stay signed in</button>
        <button class="plain" @click="session.signOut()">sign out</button>
      </footer>
      <footer v-else-if="outbox.waiting.length">
        <span class="muted"
          >{{ outbox.waiting.length }} entered here and not sent: they are kept under who entered them.</span
        >
      </footer>
    </section>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 100;
  display: grid;
  place-items: center;
  background: rgb(20 25 27 / 60%);
}
.sheet {
  width: min(460px, calc(100vw - 32px));
  max-height: calc(100vh - 32px);
  overflow: auto;
  padding: 20px 24px;
  background: #fff;
  color: var(--ink);
  border: 1px solid var(--edge);
  border-radius: 4px;
}
form {
  display: grid;
  gap: 12px;
  margin-top: 10px;
  justify-items: start;
}
.stacked {
  width: 100%;
}
.names {
  display: grid;
  grid-template-columns: repeat(2, 1fr);
  gap: 8px;
  margin-top: 10px;
}
.name {
  display: grid;
  gap: 2px;
  min-height: 56px;
  padding: 8px 12px;
  border: 1px solid var(--edge);
  border-radius: 4px;
  background: #faf8f3;
  font:
    500 16px 'Barlow',
    sans-serif;
  text-align: left;
  cursor: pointer;
}
.picked {
  border-color: var(--petrol);
  box-shadow: inset 0 0 0 1px var(--petrol);
}
.note {
  margin-top: 12px;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--edge);
}
</style>
