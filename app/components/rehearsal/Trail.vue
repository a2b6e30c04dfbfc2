<script setup lang="ts">
import type { Lifecycle } from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'
import { deedInWords, outcomeInWords } from './words'

/** The acts so far, each with what came of it. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal }>()
const store = useConfiguration()
const directory = useDirectory()
const { acts, answer, takeBack, beginning } = props.rehearsal
const rows = computed(() => {
  const [start] = beginning.value?.documents ?? []
  let before = start && { ...start }
  return acts.value.map((act, index) => {
    const came = answer.value?.answers[index]
    const words = came && before ? outcomeInWords(store.drafted!, props.lifecycle, before, came) : '…'
    if (came?.ok && before) before = { ...before, ...came.document, checkedOutBy: null, register: [] }
    return { act, words, isRefused: came?.ok === false }
  })
})
</script>

<template>
  <h3>The trail so far</h3>
  <ol>
    <li
      v-for="({ act, words, isRefused }, index) in rows"
      :key="index"
    >
      <span
        >{{ directory.personName(act.person) }} <b>{{ deedInWords(lifecycle, act) }}</b></span
      >
      <span :class="isRefused ? 'waits' : 'soft'">{{ words }}</span>
    </li>
  </ol>
  <p
    v-if="!acts.length"
    class="soft"
  >
    Nothing yet. Choose a transition that is open, and carry it out.
  </p>
  <button
    v-else
    class="link"
    @click="takeBack()"
  >
    Take the last one back
  </button>
</template>

<style scoped>
ol {
  margin: 0 0 6px;
  padding: 0 0 0 18px;
}
li {
  border-bottom: 1px solid var(--hairline);
  padding: 3px 0;
}
li span {
  display: block;
}
</style>
