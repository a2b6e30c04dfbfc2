<script setup lang="ts">
/** What somebody says of an act, under its own heading in a tray. */
defineProps<{ title: string; label: string; placeholder?: string }>()
const comment = defineModel<string>({ required: true })
</script>

<template>
  <h3>{{ title }}</h3>
  <textarea
    v-model="comment"
    class="field"
    rows="3"
    :aria-label="label"
    :placeholder="placeholder"
  />
</template>
