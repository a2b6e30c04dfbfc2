<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Letter, LetterLine, LetterStatus } from '~~/shared/answers'
import { minuteOf } from '~/format'

useTitle('Outbox')
const route = useRoute()
const router = useRouter()
const is = ref<LetterStatus | ''>('')
const text = ref('')
const letters = shallowRef<LetterLine[] | null>(null)
const isMore = ref(false)
const size = 100
async function fetchLetters(before?: number) {
  const query = {
    ...(is.value ? { is: is.value } : {}),
    ...(text.value ? { text: text.value } : {}),
    before,
    limit: size,
  }
  const found = await api<LetterLine[]>('outbox', { query })
  isMore.value = found.length === size
  return found
}
const load = async () => {
  letters.value = await fetchLetters().catch(() => letters.value)
}
const more = async () => {
  letters.value = [...letters.value!, ...(await fetchLetters(letters.value!.at(-1)!.id))]
}
onMounted(load)
watch([is, text], load)
// A longer list that somebody reads through stays as it is.
useIntervalFn(() => (letters.value?.length ?? 0) <= size && load(), 2000)

const chosen = computed(() => (route.query.letter ? Number(route.query.letter) : null))
const letter = shallowRef<Letter | null>(null)
watch(
  chosen,
  (id) => {
    letter.value = null
    if (id) void attempt(async () => (letter.value = await api<Letter>(`outbox/${id}`)))
  },
  { immediate: true },
)
const open = (id?: number) => router.replace({ query: { letter: id } })
const words: Record<LetterStatus, string> = {
  waiting: 'waits',
  sent: 'sent',
  failed: 'not sent',
  gathered: 'for the digest',
}
const statuses = [
  { value: '', name: 'All letters' },
  ...Object.entries(words).map(([value, name]) => ({ value, name: name[0]!.toUpperCase() + name.slice(1) })),
]
async function again(id: number) {
  if (await attempt(() => api(`outbox/${id}/again`, { method: 'POST' }))) await load()
}
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Outbox</h1>
      <input
        v-model.lazy="text"
        class="field filter"
        placeholder="Address or subject"
        aria-label="Filter the letters"
      />
      <CommonPick
        class="filter"
        :value="is"
        label="Which letters"
        :options="statuses"
        @pick="is = $event as typeof is"
      />
    </div>
    <table
      v-if="letters?.length"
      class="rows"
      aria-label="Letters"
    >
      <thead>
        <tr>
          <th>To</th>
          <th>Subject</th>
          <th>Made</th>
          <th>Standing</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="line in letters"
          :key="line.id"
          :class="{ chosen: line.id === chosen }"
        >
          <td class="once">{{ line.recipient }}</td>
          <td>
            <button
              class="link subject"
              @click="open(line.id)"
            >
              {{ line.subject || '(no subject)' }}
            </button>
          </td>
          <td class="mono once">{{ minuteOf(line.at) }}</td>
          <td>
            <span :class="{ wrong: line.status === 'failed', waits: line.status === 'waiting' }">{{
              words[line.status]
            }}</span>
            <template v-if="line.digest && line.status === 'sent'"> in a digest</template>
            <span
              v-if="line.problem"
              class="soft"
            >
              {{ line.problem }}<template v-if="line.nextAt">; again at {{ minuteOf(line.nextAt) }}</template>
              <button
                class="link"
                @click="again(line.id)"
              >
                Try now
              </button></span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p
      v-else-if="letters"
      class="empty"
    >
      {{
        is || text
          ? 'No letter is like that.'
          : 'No letter has been written yet. Transitions send them, as their notices say on the lifecycle sheet.'
      }}
    </p>
    <button
      v-if="isMore"
      class="act"
      @click="more"
    >
      Earlier letters
    </button>
    <OutboxLetterTray
      v-if="letter"
      :letter="letter"
      @close="open()"
    />
  </div>
</template>

<style scoped>
.filter {
  width: 200px;
}
.subject {
  text-align: left;
}
.chosen td {
  background: var(--tint);
}
.rows {
  margin: 8px 0;
}
</style>
