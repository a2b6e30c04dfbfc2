<script setup lang="ts">
/** Says why something was refused, once there is something to say. */
defineProps<{ message: string }>()
</script>

<template>
  <p
    v-if="message"
    class="wrong"
    role="alert"
  >
    ▲ {{ message }}
  </p>
</template>
