<script setup lang="ts">
/** A field of a form with its name before it: two cells of the form’s grid. The rest goes to the field itself. */
defineOptions({ inheritAttrs: false })
defineProps<{ id: string; label: string }>()
const value = defineModel<string>({ required: true })
</script>

<template>
  <label :for="id">{{ label }}</label><input
    :id="id"
    v-model="value"
    class="field"
    v-bind="$attrs"
  />
</template>
