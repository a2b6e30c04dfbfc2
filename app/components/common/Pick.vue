<script setup lang="ts">
/** One of several things to choose from: the one select of the application. */
const props = defineProps<{
  value: string | number
  options: { value: string | number; name: string; group?: string }[]
  /** For a screen reader, where no label stands beside it. */
  label?: string
  id?: string
  quiet?: boolean
  /** Shown while nothing is chosen. */
  empty?: string
}>()
const emit = defineEmits<{ pick: [value: string] }>()
const alone = computed(() => props.options.filter(({ group }) => !group))
const groups = computed(() => {
  const found = new Map<string, typeof props.options>()
  for (const option of props.options)
    if (option.group) found.set(option.group, [...(found.get(option.group) ?? []), option])
  return found
})
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
      v-for="option in alone"
      :key="option.value"
      :value="option.value"
    >
      {{ option.name }}
    </option>
    <optgroup
      v-for="[group, members] in groups"
      :key="group"
      :label="group"
    >
      <option
        v-for="option in members"
        :key="option.value"
        :value="option.value"
      >
        {{ option.name }}
      </option>
    </optgroup>
  </select>
</template>
