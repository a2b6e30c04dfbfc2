<script setup lang="ts">
const session = useSession()
const route = useRoute()
const mail = ref('')
const password = ref('')
const refused = ref('')
const told = ref('')
const busy = ref(false)
/** Whether the vault waits for its first administrator: then nobody can sign in. */
const waits = ref(false)
const company = ref<string | null>(null)
onMounted(async () => {
  const vault = await api<{ waits: boolean; company: string | null }>('set-up').catch(() => null)
  waits.value = vault?.waits ?? false
  company.value = vault?.company ?? null
})
/** The secret of a link that was sent: with it a password is chosen instead of typed. */
const link = computed(() => (typeof route.query.link === 'string' ? route.query.link : ''))

async function submit() {
  busy.value = true
  refused.value = told.value = ''
  try {
    if (link.value) await session.chooseByLink(link.value, password.value)
    else await session.signIn(mail.value, password.value)
    const to = typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/'
    await goTo(to)
  } catch (error) {
    refused.value = refusalOf(error).message
  } finally {
    busy.value = false
  }
}
async function forgotten() {
  refused.value = told.value = ''
  if (!mail.value.trim()) return (refused.value = 'enter your mail address first: the link is sent there')
  try {
    await api('session/forgotten', { method: 'POST', body: { mail: mail.value } })
    told.value = 'If there is somebody with this address, a link is on its way there. It is good for an hour.'
  } catch (error) {
    refused.value = refusalOf(error).message
  }
}
</script>

<template>
  <main class="door">
    <form @submit.prevent="submit">
      <div class="brand">
        <img
          src="/mark.svg"
          alt=""
          width="34"
          height="34"
        /><span>Ilmenite</span>
      </div>
      <SetUpWaits v-if="waits" />
      <template v-else>
        <p class="soft">
          {{ company ? `The vault of ${company}: its` : 'The vault’s' }} lifecycles, revisions and legacy
          intake, in one place.
        </p>
        <p v-if="link">Choose your password: ten characters or more. You are signed in with it.</p>
        <label v-if="!link"
          >Mail address<input
            v-model="mail"
            class="field"
            type="email"
            name="mail"
            autocomplete="username"
            required
            autofocus
        /></label>
        <label
          >Password<input
            v-model="password"
            class="field"
            type="password"
            name="password"
            :autocomplete="link ? 'new-password' : 'current-password'"
            required
        /></label>
        <p
          v-if="told"
          role="status"
        >
          {{ told }}
        </p>
        <CommonRefused :message="refused" />
        <button
          class="act main"
          :disabled="busy"
        >
          {{ link ? 'Choose it and sign in' : 'Sign in' }}
        </button>
        <button
          v-if="!link"
          type="button"
          class="link soft"
          @click="forgotten"
        >
          Password forgotten?
        </button>
      </template>
    </form>
    <div
      class="ruler mono"
      aria-hidden="true"
    >
      <span
        v-for="label in ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'J', 'K', 'L', 'M']"
        :key="label"
        >{{ label }}</span
      >
    </div>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  grid-template: 1fr auto / 1fr;
  place-items: center;
}
form {
  width: 320px;
  display: grid;
  gap: 12px;
}
.brand {
  display: flex;
  align-items: center;
  gap: 14px;
  font-size: 24px;
  font-weight: 600;
}
label {
  display: grid;
  gap: 3px;
}
.field {
  height: 32px;
}
.act {
  height: 34px;
}
.ruler {
  width: 100%;
  border-top: 1px solid var(--line);
  display: flex;
  color: var(--ink-faint);
}
.ruler span {
  flex: 1;
  border-left: 1px solid var(--line);
  padding: 4px 8px 22px;
}
</style>
