<script setup lang="ts">
/** One's own sign-in: another password, and an end to all sessions. */
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const current = ref('')
const wanted = ref('')
const busy = ref(false)

async function change() {
  busy.value = true
  const body = { current: current.value, wanted: wanted.value }
  const done = await attempt(() => api('session/password', { method: 'PUT', body }))
  busy.value = false
  if (!done) return
  useNotices().say('Your password is changed; wherever else you were signed in, you are not any more.')
  emit('close')
}
</script>

<template>
  <ShellTheTray
    label="Your sign-in"
    :height="176"
    @close="emit('close')"
  >
    <template #what>
      <h3>{{ session.person?.name }}</h3>
      <p class="soft">
        {{ session.person?.mail }} ·
        {{ session.person?.administrator ? 'administrator' : 'no administrator' }}
      </p>
      <p>A session ends by itself after twelve hours.</p>
    </template>
    <template #rests>
      <h3>Another password</h3>
      <form
        class="form"
        @submit.prevent="change"
      >
        <label for="current-password">Now</label
        ><input
          id="current-password"
          v-model="current"
          class="field"
          type="password"
          autocomplete="current-password"
          maxlength="200"
        />
        <label for="new-password">New</label
        ><input
          id="new-password"
          v-model="wanted"
          class="field"
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
    <template #leads>
      <h3>Signed in elsewhere?</h3>
      <p>
        If a device is lost, end all your sessions, this one too. Changing the password ends all the others.
      </p>
      <button
        class="act"
        @click="session.signOutEverywhere()"
      >
        Sign out everywhere
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped src="../common/tray-form.css"></style>
