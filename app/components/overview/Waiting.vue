<script setup lang="ts">
import type { Overview } from '~~/shared/answers'
import { counted, dayOf } from '~/format'

/** What waits for people: stuck rounds with the way to mend them, what failed, the oldest tasks. */
defineProps<{ view: Overview }>()
const to = (number: string) => `/vault/${encodeURIComponent(number)}`
</script>

<template>
  <li
    v-for="round in view.stuck"
    :key="round.number + round.transition"
  >
    <span class="wrong">▲</span>
    <NuxtLink
      class="mono"
      :to="to(round.number)"
      >{{ round.number }}</NuxtLink
    >
    is stuck since {{ dayOf(round.since) }}: {{ round.message }}.
    <NuxtLink :to="{ path: '/access', query: { folder: round.folder, edit: 'yes' } }"
      >Say who plays the role in {{ round.folder }}</NuxtLink
    >
  </li>
  <li v-if="view.failed.length">
    <span class="wrong">▲</span>
    <NuxtLink to="/jobs">{{ counted(view.failed.length, 'job has', 'jobs have') }} failed</NuxtLink>:
    {{ view.failed[0]!.subjectName }}, {{ view.failed[0]!.message }}
  </li>
  <li v-if="view.unsent.count">
    <span class="wrong">▲</span>
    <NuxtLink to="/outbox">{{ counted(view.unsent.count, 'letter has', 'letters have') }} not gone</NuxtLink>:
    {{ view.unsent.problem }}
  </li>
  <li v-if="view.waiting.count">
    <span class="waits">■</span> {{ view.waiting.isWhole ? '' : 'more than '
    }}{{ counted(view.waiting.count, 'task waits', 'tasks wait') }}
    for somebody, the longest:
    <span
      v-for="task in view.waiting.oldest"
      :key="task.number + task.asks"
      class="task"
    >
      <span class="mono">{{ dayOf(task.since) }}</span>
      <NuxtLink
        class="mono"
        :to="to(task.number)"
        >{{ task.number }}</NuxtLink
      >
      <span class="clip soft">{{ task.asks }}</span>
    </span>
  </li>
</template>

<style scoped>
.task {
  display: flex;
  gap: 10px;
  padding-left: 18px;
}
</style>
