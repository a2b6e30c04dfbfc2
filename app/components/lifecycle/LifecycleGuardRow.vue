<script setup lang="ts">
import type { Transition } from '~~/core/configuration'

/** A guard: in which states it is asked, and in which other lifecycles. */
const props = defineProps<{
  guard: { text: string; transitions: Transition[]; elsewhere: string[] }
  states: { state: string; name: string }[]
}>()
const emit = defineEmits<{ select: [] }>()
const seen = useColumnsInSight(() => props.states)
/** Which transitions ask it, by state. */
const asked = computed(() => {
  const names = new Map<string, string[]>()
  for (const { from, name } of props.guard.transitions)
    for (const state of from) names.set(state, [...(names.get(state) ?? []), name])
  return names
})
</script>

<template>
  <div class="line">
    <button
      class="plain clip"
      :aria-label="`Guard ${guard.text}`"
      @click="emit('select')"
    >
      {{ guard.transitions.map((transition) => transition.name).join(', ') }}
    </button>
    <span
      v-for="{ thing: { state, name }, style } in seen"
      :key="state"
      class="cell"
      :style="style"
      :title="asked.get(state) && `${asked.get(state)!.join(', ')} in ${name}`"
      >{{ asked.has(state) ? 'asked' : '' }}</span
    >
    <span
      class="in-words clip"
      :title="guard.text"
      ><code>{{ guard.text }}</code
      ><span
        v-if="guard.elsewhere.length"
        class="soft"
      >
        also in {{ guard.elsewhere.join(', ') }}</span
      ></span
    >
  </div>
</template>

<style scoped>
.cell {
  font-size: 11px;
  line-height: 13px;
  overflow: hidden;
}
</style>
