<script setup lang="ts">
import type { Lifecycle, StateUse } from '~~/core/configuration'
import type { StateFact } from './facts'

/** One fact in each state of a lifecycle. */
const props = defineProps<{ lifecycle: Lifecycle; fact: StateFact }>()
const emit = defineEmits<{ change: [use: StateUse, patch: ReturnType<StateFact['write']>] }>()
const { name } = useLifecycle(() => props.lifecycle.id)
</script>

<template>
  <span
    v-for="use in lifecycle.states"
    :key="use.state"
    v-memo="[use, name(use.state)]"
    class="cell"
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
