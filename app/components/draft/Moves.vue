<script setup lang="ts">
import type { WouldMove } from '~~/shared/answers'
import { counted } from '~/format'

/** Documents that would move by themselves with the draft: a publish moves none, a job does if asked. */
const lets = defineModel<string[] | null>({ required: true })
const store = useConfiguration()
const found = shallowRef<WouldMove | null>(null)
watch(
  () => store.draft?.change,
  () =>
    attempt(async () => {
      found.value = await api<WouldMove>('draft/moves')
      lets.value = null
    }),
  { immediate: true },
)
</script>

<template>
  <section
    v-if="found?.count"
    aria-label="What would move by itself"
  >
    <h2 class="next">What would move by itself</h2>
    <p>
      {{ counted(found.count, 'document meets', 'documents meet') }} a guard that is true with this draft, and
      {{ found.count === 1 ? 'stays' : 'stay' }} until the next check-in:
      <span class="mono">{{ found.numbers.slice(0, 8).join(', ') }}</span><template v-if="found.count > 8">
        and {{ found.count - 8 }} more</template
      >.
    </p>
    <label
      ><input
        type="checkbox"
        :checked="lets !== null"
        @change="lets = ($event.target as HTMLInputElement).checked ? found!.numbers : null"
      />
      let them move as a job once it is in force</label
    >
  </section>
</template>

<style scoped>
.next {
  margin-top: 18px;
}
</style>
