<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { stateName } from '~~/core/configuration'
import { areasFor, type Hit } from '~/areas'

const emit = defineEmits<{ close: [] }>()
const session = useSession()
const configuration = useConfiguration()
const text = ref('')
const at = ref(0)
const found = ref<Hit[]>([])

const local = computed<Hit[]>(() => {
  const open = areasFor(session.person?.administrator === true)
  const views = open.map(({ name, path }) => ({ kind: 'view', name, detail: '', to: path }))
  const { drafted } = configuration
  return [...views, ...open.flatMap(({ finds }) => (drafted && finds ? finds(drafted) : []))]
})
const hits = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return [
    ...local.value
      .filter((hit) =>
        words.every((word) => `${hit.kind} ${hit.name} ${hit.detail}`.toLowerCase().includes(word)),
      )
      .slice(0, words.length ? 8 : 7),
    ...found.value,
  ]
})
const ask = useDebounceFn(async () => {
  if (!text.value.trim()) return (found.value = [])
  const answer = await api<{
    documents: { number: string; title: string; state: string; revision: string }[]
    people: { id: string; name: string; groups: string[] }[]
  }>('find', { query: { text: text.value.trim() } })
  found.value = [
    ...answer.documents.map(({ number, title, state, revision }) => ({
      kind: 'document',
      name: number,
      detail: `${title ?? ''} · ${stateName(configuration.published!.configuration, state)} ${revision ?? ''}`,
      to: `/vault/${encodeURIComponent(number)}`,
    })),
    ...answer.people.map((person) => ({
      kind: 'person',
      name: person.name,
      detail: person.groups.join(', '),
      to: `/people?person=${person.id}`,
    })),
  ]
}, 120)
watch(text, () => {
  at.value = 0
  ask()
})

function go(hit: Hit | undefined) {
  if (!hit) return
  emit('close')
  goTo(hit.to)
}
const field = ref<HTMLInputElement>()
onMounted(() => field.value?.focus())
</script>

<template>
  <div
    class="veil"
    @pointerdown.self="$emit('close')"
  >
    <div
      class="finder"
      role="dialog"
      aria-label="Go anywhere"
    >
      <input
        ref="field"
        v-model="text"
        class="field"
        placeholder="A document, a state, a transition, a person, a view …"
        aria-label="What to find"
        aria-controls="hits"
        @keydown.down.prevent="at = Math.min(at + 1, hits.length - 1)"
        @keydown.up.prevent="at = Math.max(at - 1, 0)"
        @keydown.enter.prevent="go(hits[at])"
      />
      <ul
        id="hits"
        role="listbox"
      >
        <li
          v-for="(hit, index) in hits"
          :key="hit.kind + hit.to + hit.name"
          role="option"
          :aria-selected="index === at"
          :class="{ at: index === at }"
          @click="go(hit)"
          @pointermove="at = index"
        >
          <span class="soft kind">{{ hit.kind }}</span><b>{{ hit.name }}</b
          ><span class="soft clip">{{ hit.detail }}</span>
        </li>
        <li
          v-if="!hits.length"
          class="soft"
        >
          Nothing has “{{ text }}” in it.
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 50;
  background: rgb(42 39 49 / 0.25);
}
.finder {
  width: 620px;
  margin: 70px auto;
  background: var(--sheet);
  border: 1px solid var(--ink);
}
.field {
  height: 38px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  padding: 0 12px;
  font-size: 14px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 4px 0;
  max-height: 420px;
  overflow: auto;
}
li {
  display: flex;
  gap: 12px;
  padding: 4px 12px;
  cursor: pointer;
}
li.at {
  background: var(--tint);
}
.kind {
  width: 74px;
}
b {
  font-weight: 500;
  white-space: nowrap;
}
</style>
