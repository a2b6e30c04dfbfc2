<script setup lang="ts">
const store = useNotices()
</script>

<template>
  <div
    class="notices no-print"
    aria-live="polite"
  >
    <div
      v-for="notice in store.notices"
      :key="notice.id"
      class="notice"
      :class="notice.tone"
      :role="notice.tone === 'wrong' ? 'alert' : 'status'"
    >
      <div class="grow">
        <p><span v-if="notice.tone === 'wrong'">▲ </span>{{ notice.message }}</p>
        <p
          v-for="reason in notice.reasons"
          :key="reason"
          class="reason"
        >
          · {{ reason }}
        </p>
      </div>
      <button
        class="plain"
        aria-label="Dismiss"
        @click="store.dismiss(notice.id)"
      >
        ×
      </button>
    </div>
  </div>
</template>

<style scoped>
/* Refusals take a line of their own above the page, so that they hide nothing; what was done shows briefly
   in the top bar. */
.notices {
  grid-area: notices;
  max-height: 40vh;
  overflow: auto;
}
.notice {
  display: flex;
  gap: 10px;
  padding: 6px 18px;
  overflow-wrap: anywhere;
}
.notice.wrong {
  border-bottom: 1px solid var(--wrong);
  background: var(--wrong-tint);
  color: var(--wrong);
}
.notice.calm {
  position: fixed;
  left: 50%;
  top: 5px;
  max-width: 420px;
  transform: translateX(-56%);
  z-index: 40;
  background: var(--sheet);
  border: 1px solid var(--ink);
  box-shadow: 0 4px 16px rgb(42 39 49 / 0.18);
}
.notice p {
  margin: 0;
}
.notice p::first-letter {
  text-transform: uppercase;
}
.reason {
  color: var(--ink);
}
</style>
