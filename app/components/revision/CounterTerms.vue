<script setup lang="ts">
import type { Counter } from '~~/core/revision'

/** What is peculiar to a kind of counter: the letters it skips, the width of its numbers, the values of its list. */
defineProps<{ counter: Counter | undefined; name: string }>()
const emit = defineEmits<{ change: [patch: object] }>()
const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
const listed = (written: string) =>
  written
    .split(',')
    .map((value) => value.trim())
    .filter(Boolean)
</script>

<template>
  <input
    v-if="counter?.kind === 'letters'"
    class="field mono"
    :value="counter.skip ?? ''"
    :aria-label="`Letters that ${name} skips`"
    placeholder="skips none"
    @change="
      emit('change', {
        skip: text($event)
          .toUpperCase()
          .replace(/[^A-Z]/g, ''),
      })
    "
  />
  <input
    v-else-if="counter?.kind === 'digits'"
    class="field mono tiny"
    type="number"
    min="0"
    max="15"
    :value="counter.width ?? ''"
    :aria-label="`Width of ${name}`"
    placeholder="any"
    @change="emit('change', { width: text($event) === '' ? undefined : Number(text($event)) })"
  />
  <input
    v-else-if="counter?.kind === 'list'"
    class="field"
    :value="counter.values.join(', ')"
    :aria-label="`Values of ${name}`"
    @change="
      emit('change', {
        values: listed(text($event)),
      })
    "
  />
</template>

<style scoped>
.tiny {
  width: 48px;
}
</style>
