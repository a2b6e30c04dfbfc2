<script setup lang="ts">
/** Turns the pages of what has more than one. */
defineProps<{ pages: number }>()
const page = defineModel<number>({ required: true })
</script>

<template>
  <div
    v-if="pages > 1"
    class="turn"
  >
    <button
      class="link"
      :disabled="page === 1"
      @click="page--"
    >
      Page before
    </button>
    <span class="mono">{{ page }} of {{ pages }}</span>
    <button
      class="link"
      :disabled="page === pages"
      @click="page++"
    >
      Next page
    </button>
  </div>
</template>

<style scoped>
.turn {
  display: flex;
  gap: 12px;
  margin-top: 4px;
}
</style>
