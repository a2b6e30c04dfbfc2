<script setup lang="ts">
import type { Lifecycle, StateUse } from '~~/core/configuration'
import type { StateFact } from './facts'

/** One fact in each state of a lifecycle. */
const props = defineProps<{ lifecycle: Lifecycle; fact: StateFact }>()
const emit = defineEmits<{ change: [use: StateUse, patch: ReturnType<StateFact['write']>] }>()
const seen = useColumnsInSight(() => props.lifecycle.states)
const { name } = useLifecycle(() => props.lifecycle.id)
</script>

<template>
  <span
    v-for="{ thing: use, style } in seen"
    :key="use.state"
    v-memo="[use, name(use.state), style.gridColumn]"
    class="cell"
    :style="style"
  >
    <CommonPick
      class="mono"
      quiet
      :value="fact.read(use)"
      :label="`${fact.cell} in ${name(use.state)}`"
      :options="fact.options"
      @pick="emit('change', use, fact.write($event))"
    />
  </span>
</template>
