<script setup lang="ts">
defineEmits<{ close: [] }>()
const list = useShortcutList()
</script>

<template>
  <aside
    class="help sheet"
    role="dialog"
    aria-label="Shortcuts"
  >
    <div class="bar">
      <h3 class="grow">Shortcuts here</h3>
      <button
        class="plain"
        aria-label="Close"
        @click="$emit('close')"
      >
        ×
      </button>
    </div>
    <dl class="pairs">
      <template
        v-for="shortcut in list"
        :key="shortcut.keys"
        ><dt>
          <span class="key">{{ shortcut.keys }}</span>
        </dt>
        <dd>{{ shortcut.does }}</dd></template
      >
    </dl>
  </aside>
</template>

<style scoped>
.help {
  position: fixed;
  left: 160px;
  bottom: 12px;
  padding: 12px 16px;
  z-index: 45;
  border-color: var(--ink);
  max-height: 70vh;
  overflow: auto;
}
.pairs {
  row-gap: 6px;
}
</style>
