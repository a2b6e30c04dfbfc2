<script setup lang="ts">
import type { Probe } from '~~/shared/answers'

/** Two versions of a drawing laid over each other, and what they say at their places side by side. */
const props = defineProps<{
  /** Of a version: its own address. */
  address: (version: number) => string
  before: number
  after: number
}>()
const svg = ref('')
const fault = ref('')
const rows = shallowRef<{ place: string; before: string | null; after: string | null }[]>([])

const valuesOf = ({ reading }: Probe) => new Map(reading.places.map(({ place, value }) => [place, value]))
async function load() {
  const { address, before, after } = props
  fault.value = ''
  svg.value = await $fetch<string>(`${address(after)}/compare`, {
    ...{ query: { before }, responseType: 'text' },
  }).catch((error: unknown) => {
    fault.value = refusalOf(error).message
    return ''
  })
  const [old, now] = (
    await Promise.all([before, after].map((version) => $fetch<Probe>(`${address(version)}/inside`)))
  ).map(valuesOf)
  rows.value = [...new Set([...old!.keys(), ...now!.keys()])].map((place) => ({
    ...{ place, before: old!.get(place) ?? null, after: now!.get(place) ?? null },
  }))
}
watch(() => [props.before, props.after], load, { immediate: true })
const differing = computed(() => rows.value.filter((row) => row.before !== row.after).length)
</script>

<template>
  <p
    v-if="fault"
    class="soft"
    role="status"
  >
    {{ fault }}.
  </p>
  <FilePanZoom
    v-else
    :label="`Version ${after} laid over version ${before}`"
  >
    <!-- eslint-disable-next-line vue/no-v-html -- drawn by the server from shapes alone -->
    <div
      class="paper"
      v-html="svg"
    />
  </FilePanZoom>
  <p class="legend">
    <span class="added">━ added in version {{ after }}</span>
    <span class="removed">╌ removed since version {{ before }}</span>
    <span class="soft">━ in both</span>
  </p>
  <table
    v-if="rows.length"
    class="rows"
    aria-label="Places side by side"
  >
    <thead>
      <tr>
        <th>Place</th>
        <th>Version {{ before }}</th>
        <th>Version {{ after }}</th>
        <th class="soft">{{ differing }} differ</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in rows"
        :key="row.place"
        :class="{ differs: row.before !== row.after }"
      >
        <td class="mono">{{ row.place }}</td>
        <td>{{ row.before ?? '–' }}</td>
        <td>{{ row.after ?? '–' }}</td>
        <td>{{ row.before === row.after ? '' : '≠' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.paper,
.paper :deep(svg) {
  display: block;
  width: 100%;
  height: 100%;
}
.legend {
  display: flex;
  gap: 18px;
  margin: 4px 0 8px;
}
.added {
  color: var(--accent);
}
.removed {
  color: var(--wrong);
}
.differs {
  background: var(--waits-tint);
}
</style>
