<script setup lang="ts">
interface Option {
  value: string
  name: string
  group?: string
}

/** Lets somebody choose another folder, another person or an earlier time to compare with. */
defineProps<{ beside?: string; with: string; first: string; people: Option[]; options: Option[] }>()
defineEmits<{ first: [person: string]; with: [choice: string] }>()
</script>

<template>
  <span class="soft">compare with</span>
  <CommonPick
    v-if="beside && !beside.startsWith('/')"
    quiet
    :value="first"
    label="The first person"
    :options="people"
    @pick="$emit('first', $event)"
  />
  <CommonPick
    quiet
    :value="$props.with"
    empty="nothing"
    label="Compare with"
    :options="options"
    @pick="$emit('with', $event)"
  />
</template>
