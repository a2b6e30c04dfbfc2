<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { ChainedEntry, ChainVerdict } from '~~/core/audit'

useTitle('Audit')
const route = useRoute()
const text = ref(String(route.query.text ?? ''))
const entries = shallowRef<ChainedEntry[]>([])
const verdict = ref<ChainVerdict | null>(null)
const more = ref(false)
const loaded = ref(false)
const size = 100

async function load(before?: number) {
  const page = await api<ChainedEntry[]>('audit', {
    query: {
      limit: size,
      ...(before ? { before } : {}),
      ...(text.value.trim() ? { text: text.value.trim() } : {}),
    },
  })
  entries.value = before ? [...entries.value, ...page] : page
  more.value = page.length === size
  loaded.value = true
}
watch(
  text,
  useDebounceFn(() => load(), 200),
)
onMounted(() => attempt(() => load()))
const verify = () => attempt(async () => (verdict.value = await api<ChainVerdict>('audit/verify')))
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Audit</h1>
      <input
        v-model="text"
        class="field filter"
        placeholder="Number, person, act or reason"
        aria-label="Filter the trail"
      />
      <div class="grow" />
      <span
        v-if="verdict?.whole"
        role="status"
        >The trail is whole: {{ verdict.entries }} entries, each hashed over the one before.</span
      >
      <span
        v-else-if="verdict"
        class="wrong"
        role="alert"
        >▲ The trail is broken: {{ verdict.reason }}.</span
      >
      <button
        class="act"
        @click="verify"
      >
        Verify the chain
      </button>
    </div>
    <CommonAuditTrail
      :entries="entries"
      subject
    />
    <p
      v-if="loaded && !entries.length"
      class="empty"
    >
      No entry has “{{ text }}” in it.
    </p>
    <button
      v-if="more"
      class="link"
      @click="load(entries.at(-1)!.id)"
    >
      Older entries
    </button>
  </div>
</template>

<style scoped>
.filter {
  width: 280px;
}
</style>
