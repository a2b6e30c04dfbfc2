<script setup lang="ts">
import type { Conflict, Settlement } from '~~/core/intake'

/** The ways out of a conflict, each of which settles it. */
defineProps<{ ways: Conflict['waysOut'] }>()
const emit = defineEmits<{ settle: [key: string, settlement: Settlement] }>()
</script>

<template>
  <button
    v-for="way in ways"
    :key="way.text"
    class="link way"
    @click="emit('settle', way.key, way.settlement)"
  >
    {{ way.text }}
  </button>
</template>

<style scoped>
.way {
  margin-right: 14px;
  text-align: left;
}
</style>
