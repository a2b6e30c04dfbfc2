<script setup lang="ts">
/** The tray at the foot of every view: what is selected, what it rests on, what it leads to. */
defineProps<{ label: string; height?: number }>()
const emit = defineEmits<{ close: [] }>()
useShortcuts([{ keys: 'Escape', does: 'close the tray', run: () => emit('close') }], false)
</script>

<template>
  <Teleport to="#tray">
    <section
      class="tray no-print"
      :aria-label="label"
      :style="{ height: `${height ?? 208}px` }"
    >
      <div
        v-if="$slots.wide"
        class="part wide"
      >
        <slot name="wide" />
      </div>
      <template v-else
        ><div class="part"><slot name="what" /></div>
        <div class="part"><slot name="rests" /></div
      ></template>
      <div class="part"><slot name="leads" /></div>
      <button
        class="plain close"
        aria-label="Close the tray"
        title="Close (Escape)"
        @click="emit('close')"
      >
        ×
      </button>
    </section>
  </Teleport>
</template>

<style scoped>
.tray {
  position: relative;
  border-top: 2px solid var(--ink);
  background: var(--sheet);
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
}
.part {
  padding: 8px 14px 10px;
  overflow: auto;
}
.wide {
  grid-column: span 2;
}
.part + .part {
  border-left: 1px solid var(--hairline);
}
.close {
  position: absolute;
  right: 8px;
  top: 2px;
  font-size: 18px;
  line-height: 24px;
  width: 24px;
  text-align: center;
  background: var(--sheet);
}
</style>
