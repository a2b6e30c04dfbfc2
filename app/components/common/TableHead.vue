<script setup lang="ts">
import type { Column } from './column'

/** The heads of a table; those that sort are buttons. */
defineProps<{ columns: Column[]; sort?: string; descending?: boolean; template: string }>()
const emit = defineEmits<{ sort: [key: string] }>()
</script>

<template>
  <div
    class="head"
    role="row"
    :style="{ gridTemplateColumns: template }"
  >
    <span
      v-for="column in columns"
      :key="column.key"
      role="columnheader"
      :class="{ right: column.right }"
      :aria-sort="sort === column.key ? (descending ? 'descending' : 'ascending') : undefined"
    >
      <button
        v-if="column.sort"
        class="plain"
        @click="emit('sort', column.key)"
      >
        {{ column.label }}<span v-if="sort === column.key">{{ descending ? ' ↓' : ' ↑' }}</span>
      </button>
      <template v-else>{{ column.label }}</template>
    </span>
  </div>
</template>

<style scoped>
.head {
  display: grid;
  column-gap: 10px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--ink);
  font-size: 11px;
  letter-spacing: 0.08em;
  text-transform: uppercase;
  font-weight: 600;
  color: var(--ink-soft);
  overflow-y: scroll;
  scrollbar-width: thin;
  scrollbar-color: transparent transparent;
}
.head button {
  text-transform: inherit;
  letter-spacing: inherit;
  font-weight: inherit;
}
</style>
