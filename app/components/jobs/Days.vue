<script setup lang="ts">
/** After how many days of waiting somebody is reminded. */
defineProps<{ label: string }>()
const days = defineModel<number>({ required: true })
</script>

<template>
  <label class="soft"
    >of what waits longer than
    <input
      v-model.number="days"
      class="field days"
      type="number"
      min="1"
      max="3650"
      :aria-label="label"
    />
    days</label
  >
</template>

<style scoped>
.days {
  width: 56px;
  display: inline-block;
}
</style>
