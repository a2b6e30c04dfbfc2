<script setup lang="ts">
const session = useSession()
const route = useRoute()
const mail = ref('')
const password = ref('')
const refused = ref('')
const busy = ref(false)

async function submit() {
  busy.value = true
  refused.value = ''
  try {
    await session.signIn(mail.value, password.value)
    const to = typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/'
    await navigateTo(to)
  } catch (error) {
    refused.value = refusalOf(error).message
  } finally {
    busy.value = false
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
      <p class="soft">The vault’s lifecycles, revisions and legacy intake, in one place.</p>
      <label
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
          autocomplete="current-password"
          required
      /></label>
      <p
        v-if="refused"
        class="wrong"
        role="alert"
      >
        ▲ {{ refused }}
      </p>
      <button
        class="act main"
        :disabled="busy"
      >
        Sign in
      </button>
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
