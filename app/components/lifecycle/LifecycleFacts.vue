<script setup lang="ts">
import type { Lifecycle, StatePatch, StateUse } from '~~/core/configuration'
import { stateFacts } from './facts'

/** What is so in each state of a lifecycle, a row a fact, changed in place. */
const props = defineProps<{ lifecycle: Lifecycle }>()
const { here, edit } = useLifecycle(() => props.lifecycle.id)
const change = (use: StateUse, patch: StatePatch) =>
  edit({ kind: 'change-state', lifecycle: props.lifecycle.id, state: use.state, patch })
</script>

<template>
  <h2>Facts</h2>
  <div
    v-for="fact in stateFacts"
    :key="fact.row"
    class="line"
  >
    <span>{{ fact.row }}</span>
    <LifecycleFactCells
      :lifecycle="lifecycle"
      :fact="fact"
      @change="change"
    />
  </div>
  <div class="line">
    <span>Documents here now</span>
    <span
      v-for="use in lifecycle.states"
      :key="use.state"
      v-memo="[use.state, here(use.state)]"
      class="cell mono"
    >
      <NuxtLink :to="`/vault?lifecycle=${lifecycle.id}&state=${use.state}`">{{ here(use.state) }}</NuxtLink>
    </span>
  </div>
</template>

<style scoped>
h2 {
  padding: 10px 6px 3px;
  border-bottom: 1px solid var(--ink);
}
</style>
