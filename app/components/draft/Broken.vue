<script setup lang="ts">
import type { BrokenRehearsal } from '~~/shared/answers'

/** The kept rehearsals that come out otherwise in the draft: publishing stops for them. */
const emit = defineEmits<{ count: [broken: number] }>()
const store = useConfiguration()
const broken = shallowRef<BrokenRehearsal[]>([])
watch(
  () => store.draft?.change,
  () =>
    attempt(async () => {
      broken.value = await api<BrokenRehearsal[]>('draft/broken')
      emit('count', broken.value.length)
    }),
  { immediate: true },
)
</script>

<template>
  <section
    v-if="broken.length"
    aria-label="Kept rehearsals"
  >
    <h2 class="next">Kept rehearsals that break</h2>
    <p
      v-for="one in broken"
      :key="one.id"
      class="wrong"
    >
      ▲ {{ one.name }}, act {{ one.act }}: {{ one.message }}.
      <NuxtLink :to="{ path: `/lifecycles/${one.lifecycle}`, query: { view: 'rehearsal' } }"
        >Look at it on the sheet</NuxtLink
      >
    </p>
  </section>
</template>

<style scoped>
.next {
  margin-top: 18px;
}
</style>
