<script setup lang="ts" generic="Kind extends string">
/** Kinds of rows with how many there are; the one that is chosen is shown alone. */
const props = defineProps<{ counts: Record<Kind, number>; wrong?: Kind }>()
const kinds = computed(() => Object.entries(props.counts) as [Kind, number][])
const only = defineModel<Kind>({ required: true })
</script>

<template>
  <div
    class="filters"
    role="group"
    aria-label="Show"
  >
    <button
      v-for="[kind, count] in kinds"
      :key="kind"
      class="plain"
      :class="{ on: only === kind, wrong: kind === wrong && count > 0 }"
      :aria-pressed="only === kind"
      @click="only = kind"
    >
      {{ kind }} <span class="mono">{{ count.toLocaleString('en') }}</span>
    </button>
    <slot />
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  gap: 14px;
  padding: 4px 0;
}
.filters .on {
  font-weight: 600;
  box-shadow: inset 0 -2px var(--accent);
}
</style>
