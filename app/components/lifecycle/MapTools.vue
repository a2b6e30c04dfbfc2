<script setup lang="ts">
/** What is done with a map: zoom, fit, save. */
defineProps<{ ready: boolean }>()
const emit = defineEmits<{ in: []; out: []; fit: []; save: [kind: 'svg' | 'png' | 'pdf'] }>()
</script>

<template>
  <div class="tools no-print">
    <button
      class="act"
      aria-label="Zoom in"
      @click="emit('in')"
    >
      +</button
    ><button
      class="act"
      aria-label="Zoom out"
      @click="emit('out')"
    >
      −</button
    ><button
      class="act"
      @click="emit('fit')"
    >
      Fit</button
    ><span>Save as</span
    ><button
      v-for="kind in ['svg', 'png', 'pdf'] as const"
      :key="kind"
      class="link"
      :disabled="!ready"
      @click="emit('save', kind)"
    >
      {{ kind.toUpperCase() }}
    </button>
  </div>
</template>

<style scoped>
.tools {
  position: absolute;
  left: 10px;
  bottom: 10px;
  display: flex;
  gap: 8px;
  align-items: center;
  background: var(--sheet);
  padding: 4px;
}
.tools .act {
  height: 24px;
  padding: 0 8px;
}
</style>
