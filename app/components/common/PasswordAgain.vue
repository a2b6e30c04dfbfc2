<script setup lang="ts">
/** The password of whoever signs or fires, where a transition asks for it again. */
const password = defineModel<string>({ required: true })
</script>

<template>
  <input
    v-model="password"
    class="field"
    type="password"
    autocomplete="current-password"
    placeholder="Your password again"
    aria-label="Your password again"
    maxlength="200"
  />
</template>
