<script setup lang="ts">
import type { Reason } from '~~/core/access'

/** Everything that stands against an act: each reason with where it is set and the way out. */
defineProps<{ reasons: Reason[] }>()
</script>

<template>
  <div>
    <h3 class="wrong">▲ {{ reasons.length === 1 ? 'One reason' : `${reasons.length} reasons` }} against</h3>
    <p
      v-for="reason in reasons"
      :key="reason.rule + reason.message"
      class="reason"
    >
      {{ reason.message }}. <span class="soft">{{ reason.where }}: {{ reason.wayOut }}.</span>
    </p>
  </div>
</template>
