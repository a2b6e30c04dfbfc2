<script setup lang="ts">
/** The first administrator, who comes in by the set-up link. */
const props = defineProps<{ link: string }>()
const session = useSession()
const name = ref('')
const mail = ref('')
const password = ref('')
const { refused, isBusy, run } = useRefusable()

const take = () =>
  run(async () => {
    const body = { link: props.link, name: name.value, mail: mail.value, password: password.value }
    await api('set-up/administrator', { method: 'POST', body })
    await session.load()
  })
</script>

<template>
  <form
    class="form"
    @submit.prevent="take"
  >
    <label
      >Your name<input
        v-model="name"
        class="field"
        name="name"
        autocomplete="name"
        maxlength="200"
        required
        autofocus
    /></label>
    <label
      >Mail address<input
        v-model="mail"
        class="field"
        type="email"
        name="mail"
        autocomplete="username"
        required
    /></label>
    <label
      >Password, ten characters or more<input
        v-model="password"
        class="field"
        type="password"
        name="password"
        autocomplete="new-password"
        minlength="10"
        required
    /></label>
    <CommonRefused :message="refused" />
    <div>
      <button
        class="act main"
        :disabled="isBusy"
      >
        Become the administrator
      </button>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  max-width: 320px;
}
label {
  display: grid;
  gap: 3px;
}
</style>
