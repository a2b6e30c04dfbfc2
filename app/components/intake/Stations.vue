<script setup lang="ts">
import { type Station, stations } from './stations'

/** The steps of an intake in order, with what there is to do at each. */
defineProps<{ at: Station; counts: Record<Station, string> }>()
const emit = defineEmits<{ go: [station: Station] }>()
</script>

<template>
  <ol
    class="stations"
    aria-label="Steps of the intake"
  >
    <li
      v-for="(name, index) in stations"
      :key="name"
    >
      <button
        :class="{ at: at === name, passed: stations.indexOf(at) > index }"
        :aria-current="at === name ? 'step' : undefined"
        @click="emit('go', name)"
      >
        <b>{{ name }}</b> <span>{{ counts[name] }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.stations {
  list-style: none;
  display: flex;
  margin: 0;
  padding: 0;
  border: 1px solid var(--ink);
  background: var(--sheet);
}
.stations li {
  flex: 1;
  min-width: 0;
}
.stations li + li {
  border-left: 1px solid var(--line);
}
.stations button {
  width: 100%;
  height: 28px;
  border: 0;
  background: none;
  text-align: left;
  padding: 0 10px;
  cursor: pointer;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink-soft);
}
.stations b {
  color: var(--ink);
  font-weight: 600;
  text-transform: capitalize;
  margin-right: 6px;
}
.stations .passed {
  background: var(--tint);
}
.stations .at {
  background: var(--ink);
  color: var(--inverse);
}
.stations .at b {
  color: inherit;
}
</style>
