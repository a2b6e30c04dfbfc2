<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { Referred } from '~~/shared/answers'

/** What a document refers to, and where it is used. */
const props = defineProps<{
  refersTo: Referred[]
  usedBy: Referred[]
  copyOf: Referred[]
  copiedTo: Referred[]
  act: (rest: string, method: 'POST' | 'DELETE', options: { body: object }) => Promise<boolean>
}>()
const configuration = computed(() => useConfiguration().published!.configuration)
const number = ref('')
async function add() {
  if (await props.act('/references', 'POST', { body: { to: number.value.trim() } })) number.value = ''
}
</script>

<template>
  <h2 class="next">Refers to</h2>
  <p
    v-for="other in refersTo"
    :key="other.id"
    class="line"
  >
    <NuxtLink
      class="mono"
      :to="`/vault/${encodeURIComponent(other.number)}`"
      >{{ other.number }}</NuxtLink
    >
    <span class="soft">{{ stateName(configuration, other.state) }}</span><button
      class="plain soft"
      :aria-label="`Take the reference to ${other.number} away`"
      @click="act('/references', 'DELETE', { body: { to: other.number } })"
    >
      ×
    </button>
  </p>
  <form
    class="add"
    @submit.prevent="add"
  >
    <input
      v-model="number"
      class="field mono"
      aria-label="Number it refers to"
      placeholder="number"
    /><button
      class="link"
      :disabled="!number.trim()"
    >
      add
    </button>
  </form>
  <h2 class="next">Where used</h2>
  <VaultReferred
    :documents="usedBy"
    empty="Nothing refers to it."
  />
  <template v-if="copyOf.length">
    <h2 class="next">Copy of</h2>
    <VaultReferred :documents="copyOf" />
  </template>
  <template v-if="copiedTo.length">
    <h2 class="next">Copied to</h2>
    <VaultReferred :documents="copiedTo" />
  </template>
</template>

<style scoped>
.next {
  margin-top: 18px;
}
.line {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--hairline);
}
.line button {
  margin-left: auto;
  padding: 0 6px;
}
.add {
  display: flex;
  gap: 8px;
  padding: 4px 0;
}
.add .field {
  width: 120px;
  height: 22px;
}
</style>
