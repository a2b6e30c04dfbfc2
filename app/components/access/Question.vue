<script setup lang="ts">
import { type Right, rights } from '~~/core/access'
import type { Lifecycle } from '~~/core/configuration'
import type { AccessAnswer, WhatMay, WhoCan } from '~~/shared/answers'

/** A question about rights, asked in words: who can, why or why not, and what somebody may. */
const props = defineProps<{ folder: string; lifecycle: Lifecycle; state: string | undefined }>()
const emit = defineEmits<{ answer: [answer: AccessAnswer | WhatMay | WhoCan] }>()
const directory = useDirectory()
const route = useRoute()

/** The ways to ask, each with where it is answered and whether it is about somebody. */
const ways = {
  why: { name: 'why can, or can’t', path: 'access/explain', isOfPerson: true, isOfAct: true },
  who: { name: 'who can', path: 'access/who', isOfPerson: false, isOfAct: true },
  what: { name: 'what may', path: 'access/what', isOfPerson: true, isOfAct: false },
} as const
type Way = keyof typeof ways
const how = ref<Way>(route.query.ask === 'who' || route.query.ask === 'what' ? route.query.ask : 'why')
const person = ref(String(route.query.by ?? ''))
const act = ref(String(route.query.act ?? 'edit'))
const number = ref(String(route.query.number ?? ''))
const people = computed(() =>
  directory.directory.people.filter(({ active }) => active).map(({ id, name }) => ({ value: id, name })),
)
const acts = computed(() => [
  ...rights.map((right) => ({ value: right as string, name: right as string, group: 'rights' })),
  ...props.lifecycle.transitions.map(({ id, name }) => ({ value: `fire ${id}`, name, group: 'transitions' })),
])
watchEffect(() => {
  if (!person.value && people.value.length) person.value = people.value[0]!.value
})

const query = computed(() => {
  const transition = act.value.startsWith('fire ') ? act.value.slice(5) : undefined
  const place = number.value.trim()
    ? { number: number.value.trim() }
    : { folder: props.folder, lifecycle: props.lifecycle.id, ...(props.state ? { state: props.state } : {}) }
  return {
    ...(ways[how.value].isOfPerson ? { person: person.value } : {}),
    ...(!ways[how.value].isOfAct ? {} : transition ? { transition } : { right: act.value as Right }),
    ...place,
  }
})
const ask = () => attempt(async () => emit('answer', await api(ways[how.value].path, { query: query.value })))
</script>

<template>
  <form
    class="ask"
    aria-label="Ask about rights"
    @submit.prevent="ask"
  >
    <span class="soft">Ask:</span>
    <CommonPick
      quiet
      :value="how"
      label="What is asked"
      :options="Object.entries(ways).map(([value, { name }]) => ({ value, name }))"
      @pick="how = $event as Way"
    />
    <CommonPick
      v-if="ways[how].isOfPerson"
      quiet
      :value="person"
      label="Who is asked about"
      :options="people"
      @pick="person = $event"
    />
    <CommonPick
      v-if="ways[how].isOfAct"
      quiet
      :value="act"
      label="What they would do"
      :options="acts"
      @pick="act = $event"
    />
    <input
      v-model="number"
      class="mono number"
      :placeholder="state ? 'what stands here' : 'what is in this folder'"
      aria-label="Number of the document; empty for the folder"
      maxlength="200"
    />
    <span>?</span>
    <button class="act">Ask</button>
  </form>
</template>

<style scoped>
.ask {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
.ask :deep(select),
.number {
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: transparent;
  color: inherit;
  font: inherit;
  padding: 0 2px;
  max-width: 170px;
}
.number {
  width: 150px;
}
</style>
