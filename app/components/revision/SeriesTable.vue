<script setup lang="ts">
import type { RevisionScheme, Series } from '~~/core/revision'

/** The counters of a scheme, a row a series; every change is an edit of the draft. */
const props = defineProps<{ scheme: RevisionScheme }>()
const emit = defineEmits<{ change: [scheme: RevisionScheme] }>()

const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
const put = (index: number, changed: Series) =>
  emit('change', {
    ...props.scheme,
    series: props.scheme.series.map((series, at) => (at === index ? changed : series)),
  })
function move(index: number, by: number) {
  const series = [...props.scheme.series]
  series.splice(index + by, 0, ...series.splice(index, 1))
  emit('change', { ...props.scheme, series })
}
const remove = (index: number) =>
  emit('change', { ...props.scheme, series: props.scheme.series.filter((_, at) => at !== index) })
function add() {
  const taken = props.scheme.series.map(({ id }) => id)
  const id =
    ['issue', 'trial', 'series'].find((name) => !taken.includes(name)) ?? `series-${taken.length + 1}`
  emit('change', {
    ...props.scheme,
    series: [
      ...props.scheme.series,
      { id, major: taken.length ? { kind: 'digits', width: 2 } : { kind: 'letters' } },
    ],
  })
}
const spellings = computed(() =>
  Object.entries(props.scheme.spellings ?? {})
    .map(([spelling, label]) => `${spelling} = ${label}`)
    .join(', '),
)
const fault = ref('')
function setSpellings(value: string) {
  const pairs = value
    .split(/[,\n]/)
    .map((pair) => pair.trim())
    .filter(Boolean)
    .map((pair) => pair.split('=').map((side) => side.trim()))
  const broken = pairs.find((pair) => pair.length !== 2 || !pair[0] || !pair[1])
  fault.value = broken ? `“${broken.join(' = ')}” is no spelling: write it like NC = A` : ''
  if (!broken)
    emit('change', { ...props.scheme, spellings: Object.fromEntries(pairs) as Record<string, string> })
}
</script>

<template>
  <table
    class="rows series"
    aria-label="Series"
  >
    <thead>
      <tr>
        <th>Series</th>
        <th>Prefix</th>
        <th>Major</th>
        <th>From</th>
        <th>To</th>
        <th>Skips · width · values</th>
        <th>Between</th>
        <th>Minor</th>
        <th>From</th>
        <th>To</th>
        <th>Width</th>
        <th>Minor stands</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <RevisionSeriesRow
        v-for="(series, index) in scheme.series"
        :key="index"
        :series="series"
        :index="index"
        :last="index === scheme.series.length - 1"
        @change="put(index, $event)"
        @move="move(index, $event)"
        @remove="remove(index)"
      />
    </tbody>
  </table>
  <div class="foot">
    <button
      class="link"
      @click="add"
    >
      Add a series
    </button>
    <label class="spell"
      ><span class="soft">Legacy spellings</span
      ><input
        class="field mono"
        :value="spellings"
        aria-label="Legacy spellings"
        placeholder="NC = A, first issue = A"
        @change="setSpellings(text($event))"
    /></label>
    <span
      v-if="fault"
      class="wrong"
      >▲ {{ fault }}</span
    >
  </div>
</template>

<style scoped>
.series th {
  padding: 4px 3px;
  letter-spacing: 0.04em;
}
.series :deep(td) {
  padding: 1px 3px;
  height: 28px;
}
.foot {
  display: flex;
  gap: 18px;
  align-items: center;
  padding: 6px 0;
}
.spell {
  display: flex;
  gap: 8px;
  align-items: center;
  flex: 1;
  max-width: 460px;
  white-space: nowrap;
}
</style>
