<script setup lang="ts">
/** The groups that somebody is in. */
const chosen = defineModel<string[]>({ required: true })
const directory = useDirectory()
const toggle = (id: string) =>
  (chosen.value = chosen.value.includes(id)
    ? chosen.value.filter((one) => one !== id)
    : [...chosen.value, id])
</script>

<template>
  <div class="ticks">
    <label
      v-for="group in directory.directory.groups"
      :key="group.id"
      ><input
        type="checkbox"
        :checked="chosen.includes(group.id)"
        @change="toggle(group.id)"
      />
      {{ group.name }}</label
    >
  </div>
</template>

<style scoped>
.ticks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 0 10px;
}
label {
  display: flex;
  gap: 5px;
  white-space: nowrap;
}
</style>
