<script setup lang="ts">
import type { Lifecycle, StatePatch, StateUse } from '~~/core/configuration'
import { stateFacts } from './facts'

/** What is so in each state of a lifecycle, a row a fact, changed in place. */
const props = defineProps<{ lifecycle: Lifecycle }>()
const seen = useColumnsInSight(() => props.lifecycle.states)
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
  <div
    v-if="lifecycle.states.some(({ guidance }) => guidance)"
    class="line"
  >
    <span>Guidance</span>
    <span
      v-for="{ thing: use, style } in seen"
      :key="use.state"
      class="cell"
      :style="style"
      :title="use.guidance"
      ><span class="clip soft guide">{{ use.guidance ?? '–' }}</span></span
    >
  </div>
  <div class="line">
    <span>Documents here now</span>
    <span
      v-for="{ thing: use, style } in seen"
      :key="use.state"
      v-memo="[use.state, here(use.state), style.gridColumn]"
      class="cell mono"
      :style="style"
    >
      <NuxtLink
        v-if="here(use.state)"
        :to="`/vault?lifecycle=${lifecycle.id}&state=${use.state}`"
        >{{ here(use.state) }}</NuxtLink><template v-else>0</template>
    </span>
  </div>
</template>

<style scoped>
.guide {
  max-width: 100%;
}
h2 {
  padding: 10px 6px 3px;
  border-bottom: 1px solid var(--ink);
}
</style>
