<script setup lang="ts">
import type { AccessToken, NewToken, OwnSession } from '~~/shared/answers'
import { tokenActs, type TokenAct } from '~~/shared/token-acts'
import { dayOf, minuteOf } from '~/format'

useTitle('Your own page')
const session = useSession()
const sessions = shallowRef<OwnSession[]>([])
const tokens = shallowRef<AccessToken[]>([])
async function load() {
  ;[sessions.value, tokens.value] = await Promise.all([
    api<OwnSession[]>('session/list'),
    api<AccessToken[]>('session/tokens'),
  ])
}
onMounted(() => attempt(load))

const end = (id: string) =>
  attempt(async () => {
    await api(`session/list/${id}`, { method: 'DELETE' })
    await load()
  })
const revoke = (id: string) =>
  attempt(async () => {
    await api(`session/tokens/${id}`, { method: 'DELETE' })
    await load()
  })

const name = ref('')
const until = ref(new Date(Date.now() + 90 * 86_400_000).toISOString().slice(0, 10))
const acts = ref<TokenAct[]>([])
const secret = ref('')
const add = () =>
  attempt(async () => {
    const body = { name: name.value, until: until.value, acts: acts.value }
    secret.value = (await api<NewToken>('session/tokens', { method: 'POST', body })).secret
    name.value = ''
    await load()
  })
const toggle = (act: TokenAct) =>
  (acts.value = acts.value.includes(act) ? acts.value.filter((one) => one !== act) : [...acts.value, act])
const actsInWords = (list: string[]) =>
  ['read', ...list.map((act) => tokenActs[act as TokenAct]?.words ?? act)].join(', ')

const whens = [
  { value: 'at-once', name: 'at once' },
  { value: 'daily', name: 'once a day, gathered' },
  { value: 'never', name: 'never' },
]
const setMail = (mailWhen: string) =>
  attempt(async () => {
    await api('session/mail', { method: 'PUT', body: { mailWhen } })
    await session.load()
  })
</script>

<template>
  <div
    v-if="session.person"
    class="page own"
  >
    <h1>{{ session.person.name }}</h1>
    <p class="soft">
      {{ session.person.mail }} · {{ session.person.administrator ? 'administrator' : 'no administrator' }}
    </p>
    <div class="parts">
      <section>
        <h2>Password</h2>
        <OwnPassword />
      </section>
      <section>
        <h2>Mail</h2>
        <p>
          <label
            >What is only told is sent
            <CommonPick
              quiet
              :value="session.person.mailWhen"
              label="When mail is sent"
              :options="whens"
              @pick="setMail"
          /></label>
        </p>
        <p class="soft">What asks for an act of yours is always sent, at once.</p>
      </section>
      <section>
        <h2>Signed in</h2>
        <p
          v-for="one in sessions"
          :key="one.id"
          class="entry"
        >
          <span class="clip">{{ one.browser ?? 'a program' }}</span>
          <span class="soft once">since {{ minuteOf(one.at) }}</span>
          <b v-if="one.current">this one</b>
          <button
            v-else
            class="link"
            @click="end(one.id)"
          >
            end it
          </button>
        </p>
        <p>
          <button
            class="act"
            @click="session.signOutEverywhere()"
          >
            Sign out everywhere
          </button>
          <span class="soft">A session ends by itself after twelve hours.</span>
        </p>
      </section>
      <section>
        <h2>Tokens for scripts</h2>
        <p
          v-for="token in tokens"
          :key="token.id"
          class="entry"
        >
          <b>{{ token.name }}</b>
          <span class="clip">may {{ actsInWords(token.acts) }}</span>
          <span class="soft once"
            >until {{ dayOf(token.until) }},
            {{ token.lastUsedAt ? `last used ${dayOf(token.lastUsedAt)}` : 'not used yet' }}</span
          >
          <button
            class="link"
            :aria-label="`Revoke ${token.name}`"
            @click="revoke(token.id)"
          >
            revoke
          </button>
        </p>
        <p
          v-if="secret"
          class="secret"
          role="status"
        >
          Copy it now, it is not shown again: <span class="mono">{{ secret }}</span>
        </p>
        <form
          class="new"
          @submit.prevent="add"
        >
          <label
            >Name
            <input
              v-model="name"
              class="field"
              maxlength="80"
              placeholder="nightly export"
          /></label>
          <label
            >Until
            <input
              v-model="until"
              class="field"
              type="date"
          /></label>
          <span class="acts"
            ><label
              ><input
                type="checkbox"
                checked
                disabled
              />
              read</label
            ><label
              v-for="(act, id) in tokenActs"
              :key="id"
              ><input
                type="checkbox"
                :checked="acts.includes(id)"
                @change="toggle(id)"
              />
              {{ act.words }}</label
            ></span
          >
          <button
            class="act"
            :disabled="!name.trim()"
          >
            Make a token
          </button>
        </form>
        <p class="soft">
          A token does what you may, no more: it is sent as <code>Authorization: Bearer …</code>.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: 20px 40px;
  margin-top: 12px;
  align-items: start;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
  margin-bottom: 8px;
}
.entry {
  display: flex;
  gap: 12px;
  border-bottom: 1px solid var(--hairline);
  padding: 3px 0;
  margin: 0 0 4px;
}
.entry .clip {
  flex: 1;
}
.new {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 6px 12px;
  align-items: end;
}
.acts {
  grid-column: span 2;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.acts label {
  display: flex;
  gap: 5px;
}
.secret {
  background: var(--waits-tint);
  border: 1px solid var(--waits-line);
  padding: 5px 8px;
  overflow-wrap: anywhere;
}
</style>
