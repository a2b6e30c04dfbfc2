<script setup lang="ts">
/** One of several things to choose from: the one select of the application. */
defineProps<{
  value: string | number
  options: { value: string | number; name: string }[]
  /** For a screen reader, where no label stands beside it. */
  label?: string
  id?: string
  quiet?: boolean
  /** Shown while nothing is chosen. */
  empty?: string
}>()
const emit = defineEmits<{ pick: [value: string] }>()
</script>

<template>
  <select
    :id="id"
    :class="quiet ? 'quiet' : 'field'"
    :value="value"
    :aria-label="label"
    @change="emit('pick', ($event.target as HTMLSelectElement).value)"
  >
    <option
      v-if="empty !== undefined"
      value=""
    >
      {{ empty }}
    </option>
    <option
      v-for="option in options"
      :key="option.value"
      :value="option.value"
    >
      {{ option.name }}
    </option>
  </select>
</template>
