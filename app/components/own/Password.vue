<script setup lang="ts">
/** Another password for oneself; wherever else one was signed in, one is not any more. */
const current = ref('')
const wanted = ref('')
const busy = ref(false)

async function change() {
  busy.value = true
  const body = { current: current.value, wanted: wanted.value }
  const done = await attempt(() => api('session/password', { method: 'PUT', body }))
  busy.value = false
  if (!done) return
  current.value = wanted.value = ''
  useNotices().say('Your password is changed; wherever else you were signed in, you are not any more.')
}
</script>

<template>
  <form
    class="form"
    @submit.prevent="change"
  >
    <CommonField
      id="current-password"
      v-model="current"
      label="Now"
      type="password"
      autocomplete="current-password"
      maxlength="200"
    />
    <CommonField
      id="new-password"
      v-model="wanted"
      label="New"
      type="password"
      autocomplete="new-password"
      maxlength="200"
      placeholder="10 characters or more"
    />
    <span /><button
      class="act main"
      type="submit"
      :disabled="busy || !current || wanted.length < 10"
    >
      Change password
    </button>
  </form>
</template>

<style scoped src="../common/tray-form.css"></style>
<style scoped>
.form {
  max-width: 360px;
}
</style>
