<script setup lang="ts">
import type { Left } from '~~/shared/answers'

/** Lists the tasks that are left for the administrator. Each can be waved away, and taken up again. */
defineProps<{ left: Left[]; untitled?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const waved = shallowRef<Left | null>(null)

async function wave(left: Left, isAway: boolean) {
  const body = { key: left.key, isAway }
  if (!(await attempt(() => api('set-up/left', { method: 'PUT', body })))) return
  waved.value = isAway ? left : null
  emit('changed')
}
</script>

<template>
  <section
    v-if="left.length || waved"
    class="left"
    aria-label="Left to do"
  >
    <h2 v-if="!untitled">Left to do</h2>
    <ul>
      <li
        v-for="one in left"
        :key="one.key"
      >
        <span
          >{{ one.words }}. <NuxtLink :to="one.act.to">{{ one.act.words }}</NuxtLink></span
        >
        <button
          class="link soft"
          :aria-label="`Wave away: ${one.words}`"
          @click="wave(one, true)"
        >
          wave away
        </button>
      </li>
      <li
        v-if="waved"
        class="soft"
      >
        <span>Waved away: {{ waved.words }}.</span>
        <button
          class="link"
          @click="wave(waved, false)"
        >
          take it up again
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.left {
  margin-top: 20px;
}
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}
.link {
  white-space: nowrap;
}
</style>
