<script setup lang="ts">
import { minuteOf } from '~/format'

/** The newest changes of people, groups and folders, each to be taken back. */
const directory = useDirectory()
const all = ref(false)
const changes = computed(() => (directory.answer?.changes ?? []).slice(0, all.value ? undefined : 6))
</script>

<template>
  <section v-if="changes.length">
    <h2>Changed lately</h2>
    <p
      v-for="change in changes"
      :key="change.id"
      class="change"
    >
      <span :class="{ soft: change.takenBackBy }">{{ change.words }}</span>
      <span class="soft once">{{ change.personName }}, {{ minuteOf(change.at) }}</span>
      <span
        v-if="change.takenBackBy"
        class="soft"
        >taken back</span
      >
      <span
        v-else
        class="once"
      >
        <NuxtLink
          :to="{ path: '/access', query: { ...$route.query, with: beforeChange + change.id } }"
          :aria-label="`Compare: ${change.words}`"
          >compare</NuxtLink
        >
        ·
        <button
          class="link"
          :aria-label="`Take back: ${change.words}`"
          @click="directory.takeBack(change.id)"
        >
          take back
        </button>
      </span>
    </p>
    <button
      v-if="!all && (directory.answer?.changes.length ?? 0) > 6"
      class="link soft"
      @click="all = true"
    >
      earlier ones
    </button>
  </section>
</template>

<style scoped>
section {
  margin-top: 18px;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
.change {
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--hairline);
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.change > :first-child {
  flex: 1 1 100%;
}
</style>
