<script setup lang="ts">
import type { Comparison, EarlierConfiguration } from '~~/shared/answers'

/** Every configuration that was ever in force: compare any two, restore one, take one out as a file and in again. */
const store = useConfiguration()
const history = shallowRef<EarlierConfiguration[]>([])
const from = ref<number | null>(null)
const to = ref<number | null>(null)
const found = shallowRef<Comparison | null>(null)
watch(
  () => store.published?.id,
  () => attempt(async () => (history.value = await api<typeof history.value>('configuration/history'))),
  { immediate: true },
)
async function compare() {
  found.value = null
  await attempt(
    async () =>
      (found.value = await api<NonNullable<typeof found.value>>('configuration/compare', {
        query: { from: from.value, to: to.value },
      })),
  )
}
watch([from, to], () => from.value && to.value && compare())
async function take(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (file && (await store.importFile(file)))
    useNotices().say(`${file.name} is in the draft; undo takes it out again.`)
  field.value = ''
}
</script>

<template>
  <section aria-label="Earlier configurations">
    <div class="bar">
      <h2>Every configuration so far</h2>
      <span class="grow" /><a
        class="link"
        href="/api/configuration/export"
        download
        >take the draft out as a file</a
      ><label class="link file"
        >bring one in<input
          type="file"
          accept=".json,application/json"
          aria-label="A configuration to bring in"
          @change="take"
      /></label>
    </div>
    <table
      class="rows"
      aria-label="Earlier configurations"
    >
      <thead>
        <tr>
          <th class="right">No.</th>
          <th>Published</th>
          <th>By</th>
          <th>Why</th>
          <th>From</th>
          <th>To</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="entry in history"
          :key="entry.id"
        >
          <td class="mono right">{{ entry.id }}</td>
          <td class="mono">{{ entry.at.slice(0, 16).replace('T', ' ') }}</td>
          <td>{{ entry.personName }}</td>
          <td>{{ entry.comment ?? '–' }}</td>
          <td>
            <input
              v-model="from"
              type="radio"
              name="from"
              :value="entry.id"
              :aria-label="`Compare from ${entry.id}`"
            />
          </td>
          <td>
            <input
              v-model="to"
              type="radio"
              name="to"
              :value="entry.id"
              :aria-label="`Compare to ${entry.id}`"
            />
          </td>
          <td class="right">
            <button
              v-if="entry.id !== store.published?.id"
              class="link"
              :aria-label="`Restore configuration ${entry.id}`"
              @click="store.restore(entry.id)"
            >
              restore</button
            ><span
              v-else
              class="soft"
              >in force</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <template v-if="found"
      ><p
        v-if="!found.differences.length"
        class="soft"
      >
        No difference between {{ from }} and {{ to }}.
      </p>
      <p
        v-for="difference in found.differences"
        :key="difference.about + difference.words"
        class="difference"
      >
        <b>{{ difference.about }}</b>: {{ difference.words }}
      </p>
      <DraftBeforeAfter
        :before="found.before"
        :after="found.after"
    /></template>
  </section>
</template>

<style scoped>
.file {
  position: relative;
  overflow: hidden;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--accent);
}
.difference {
  margin: 4px 0 0;
}
</style>
