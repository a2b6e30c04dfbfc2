<script setup lang="ts">
import type { DocumentPage } from '~~/shared/answers'

/** A document's register and versions; without the right to its history, what there is to see of it. */
defineProps<{ page: DocumentPage; picked: number | null; path: (rest: string) => string }>()
defineEmits<{ correct: [index: number]; rollBack: [version: number] }>()
</script>

<template>
  <h2>Revision register</h2>
  <p
    v-if="!page.history"
    class="soft"
  >
    Not for you to see: the register, earlier versions and the trail need the right “history” here.
  </p>
  <VaultRegisterTable
    v-else
    :register="page.register"
    :picked="picked"
    @correct="$emit('correct', $event)"
  />
  <h2 class="next">Versions</h2>
  <VaultVersionsTable
    :versions="page.versions"
    :current="page.document.version"
    :path="path"
    :number="page.document.number"
    @roll-back="$emit('rollBack', $event)"
  />
</template>

<style scoped>
.next {
  margin-top: 18px;
}
</style>
