<script setup lang="ts">
const store = useNotices()
</script>

<template>
  <div class="notices no-print" aria-live="polite">
    <div v-for="notice in store.notices" :key="notice.id" class="notice" :class="notice.tone" :role="notice.tone === 'wrong' ? 'alert' : 'status'">
      <div class="grow">
        <p><span v-if="notice.tone === 'wrong'">▲ </span>{{ notice.message }}</p>
        <p v-for="reason in notice.reasons" :key="reason" class="reason">· {{ reason }}</p>
      </div>
      <button class="plain" aria-label="Dismiss" @click="store.dismiss(notice.id)">×</button>
    </div>
  </div>
</template>

<style scoped>
.notices { position: fixed; left: 50%; top: 5px; width: 440px; transform: translateX(-56%); display: grid; gap: 8px; z-index: 40; }
.notice { display: flex; gap: 10px; padding: 8px 12px; background: var(--sheet); border: 1px solid var(--ink); box-shadow: 0 4px 16px rgb(42 39 49 / .18); overflow-wrap: anywhere; }
.notice.wrong { border-color: var(--wrong); background: var(--wrong-tint); color: var(--wrong); }
.notice p { margin: 0; }
.notice p::first-letter { text-transform: uppercase; }
.reason { color: var(--ink); }
</style>
