<script setup lang="ts">
import type { Lifecycle } from '~~/core/configuration'
import type { BrokenRehearsal, KeptRehearsal } from '~~/shared/answers'
import type { Rehearsal } from '~/composables/useRehearsal'
import { counted } from '~/format'

/** The rehearsals of a lifecycle that every publish runs again, and the way to keep this one. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal }>()
const { acts, keep } = props.rehearsal
const kept = shallowRef<KeptRehearsal[]>([])
const broken = shallowRef<BrokenRehearsal[]>([])
const name = ref('')
const store = useConfiguration()
const load = () =>
  attempt(async () => {
    kept.value = await api<KeptRehearsal[]>('rehearsals', { query: { lifecycle: props.lifecycle.id } })
    broken.value = kept.value.length ? await api<BrokenRehearsal[]>('draft/broken') : []
  })
watch(() => store.draft?.change, load, { immediate: true })
async function keepIt() {
  if (!(await keep(name.value, props.lifecycle.id))) return
  name.value = ''
  await load()
}
const faultOf = ({ id }: KeptRehearsal) => broken.value.find((one) => one.id === id)
const rest = ({ id, active }: KeptRehearsal) =>
  attempt(async () => {
    await api(`rehearsals/${id}`, { method: 'PUT', body: { active: !active } })
    await load()
  })
const drop = ({ id }: KeptRehearsal) =>
  attempt(async () => {
    await api(`rehearsals/${id}`, { method: 'DELETE' })
    await load()
  })
</script>

<template>
  <h3>Kept: every publish runs them again</h3>
  <p
    v-for="one in kept"
    :key="one.id"
    class="kept"
  >
    <span
      v-if="faultOf(one)"
      class="wrong"
      >▲
    </span>
    {{ one.name }} <span class="soft">{{ counted(one.acts, 'act') }}</span>
    <button
      class="link"
      @click="rest(one)"
    >
      {{ one.active ? 'rest' : 'go on' }}</button>&nbsp;<button
      class="link"
      :aria-label="`Remove ${one.name}`"
      @click="drop(one)"
    >
      remove
    </button>
    <span
      v-if="faultOf(one)"
      class="wrong"
    >
      act {{ faultOf(one)!.act }}: {{ faultOf(one)!.message }}</span
    >
  </p>
  <p
    v-if="!kept.length"
    class="soft"
  >
    None yet. A kept trail stops a publish in which it would come out otherwise.
  </p>
  <form
    v-if="acts.length"
    class="bar"
    @submit.prevent="keepIt"
  >
    <input
      v-model="name"
      class="field"
      placeholder="Two checkers and a lead"
      aria-label="Name of the kept rehearsal"
      maxlength="200"
    />
    <button
      class="act"
      :disabled="!name.trim()"
    >
      Keep it
    </button>
  </form>
</template>

<style scoped>
.kept {
  border-bottom: 1px solid var(--hairline);
  padding: 2px 0;
}
</style>
