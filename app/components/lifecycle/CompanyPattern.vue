<script setup lang="ts">
import { companyPatterns } from '~~/core/configuration'

/** Takes a company pattern into the draft in one edit: scheme and lifecycle, classes, attributes and roles. */
const configuration = useConfiguration()
const chosen = ref('')
const options = companyPatterns.map(({ id, name }) => ({ value: id, name }))
const pattern = computed(() => companyPatterns.find(({ id }) => id === chosen.value))

async function take() {
  const { id, choices } = pattern.value!
  const usual = choices.filter(({ isUsual }) => isUsual).map((choice) => choice.id)
  if (await configuration.edit({ kind: 'take-company-patterns', patterns: [id], choices: usual }))
    chosen.value = ''
}
</script>

<template>
  <form
    class="bar"
    aria-label="Take a company pattern"
    @submit.prevent="take"
  >
    <CommonPick
      :value="chosen"
      label="Company pattern"
      empty="a company pattern …"
      :options="options"
      @pick="chosen = $event"
    />
    <button
      class="act"
      :disabled="!pattern"
    >
      Take it</button
    ><span class="soft">{{
      pattern?.words ?? 'Scheme and lifecycle, classes, attributes and roles, in one edit.'
    }}</span>
  </form>
</template>

<style scoped>
.bar {
  margin-top: 8px;
}
</style>
