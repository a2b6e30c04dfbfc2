<script setup lang="ts">
import type { Binding } from '~~/core/attribute'

/** Where an attribute stands in files: the place, the kinds of files, and which way it goes. */
const props = defineProps<{ bindings: Binding[] }>()
const emit = defineEmits<{ change: [bindings: Binding[]] }>()
const modes = [
  { value: 'read', name: 'read' },
  { value: 'write', name: 'written' },
  { value: 'both', name: 'both ways' },
]
const setBinding = (index: number, patch: object) =>
  emit(
    'change',
    props.bindings.map((one, at) => (at === index ? { ...one, ...patch } : one)),
  )
const endings = (event: Event) => ({
  extensions: (event.target as HTMLInputElement).value
    .toLowerCase()
    .split(/[\s,.]+/)
    .filter(Boolean),
})
</script>

<template>
  <div
    v-for="(binding, index) in bindings"
    :key="`${binding.place} ${binding.mode}`"
    class="binding"
  >
    <span
      class="mono clip"
      :title="binding.place"
      >{{ binding.place }}</span
    >
    <input
      class="field mono"
      :value="binding.extensions.join(', ')"
      :aria-label="`Kinds of files with ${binding.place}`"
      @change="setBinding(index, endings($event))"
    />
    <CommonPick
      :value="binding.mode"
      :label="`Which way at ${binding.place}`"
      :options="modes"
      @pick="setBinding(index, { mode: $event })"
    />
    <button
      class="link"
      :aria-label="`Unbind ${binding.place}`"
      @click="
        emit(
          'change',
          bindings.filter((one) => one !== binding),
        )
      "
    >
      ×
    </button>
  </div>
</template>

<style scoped>
.binding {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px 84px 16px;
  gap: 6px;
  align-items: center;
  padding: 1px 0;
}
</style>
