<script setup lang="ts">
import type { Counter, RevisionScheme, Series } from '~~/core/revision'

/** The counters of a scheme, a row a series; every change is an edit of the draft. */
const props = defineProps<{ scheme: RevisionScheme }>()
const emit = defineEmits<{ change: [scheme: RevisionScheme] }>()

type Part = 'major' | 'minor'
const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
/** A copy in which empty settings are left out. */
const pruned = <T extends object>(thing: T): T =>
  Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined && value !== '')) as T

function put(index: number, patch: Partial<Series>) {
  emit('change', {
    ...props.scheme,
    series: props.scheme.series.map((series, at) =>
      at === index ? prunedSeries({ ...series, ...patch }) : series,
    ),
  })
}
function prunedSeries({ separator, minor, minorPlace, ...rest }: Series): Series {
  return {
    ...pruned(rest),
    ...(minor ? { separator: separator ?? '', minor, minorPlace: minorPlace ?? 'after' } : {}),
  }
}
function setKind(index: number, part: Part, kind: string) {
  const counter: Counter | undefined =
    kind === 'letters'
      ? { kind: 'letters' }
      : kind === 'digits'
        ? { kind: 'digits', width: 2 }
        : kind === 'list'
          ? { kind: 'list', values: ['Draft', 'Final'] }
          : undefined
  put(index, { [part]: counter })
}
function setCounter(index: number, part: Part, patch: object) {
  put(index, { [part]: pruned({ ...props.scheme.series[index]![part]!, ...patch }) })
}
const bound = (counter: Counter, value: string) =>
  value === '' ? undefined : counter.kind === 'digits' ? Number(value) : value
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
const parts: Part[] = ['major', 'minor']
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
      <tr
        v-for="(series, index) in scheme.series"
        :key="index"
      >
        <td>
          <input
            class="field"
            :value="series.id"
            :aria-label="`Name of series ${index + 1}`"
            @change="
              put(index, {
                id: text($event)
                  .toLowerCase()
                  .replace(/[^a-z0-9]+/g, '-'),
              })
            "
          />
        </td>
        <td>
          <input
            class="field mono tiny"
            :value="series.prefix ?? ''"
            :aria-label="`Prefix of ${series.id}`"
            placeholder="–"
            @change="put(index, { prefix: text($event) })"
          />
        </td>
        <template
          v-for="part in parts"
          :key="part"
        >
          <td v-if="part === 'minor'">
            <input
              class="field mono tiny"
              :disabled="!series.minor"
              :value="series.minor ? (series.separator ?? '') : ''"
              :aria-label="`Between major and minor of ${series.id}`"
              :placeholder="series.minor ? 'none' : ''"
              @change="put(index, { separator: text($event) })"
            />
          </td>
          <td>
            <select
              class="field"
              :value="series[part]?.kind ?? ''"
              :aria-label="`What the ${part} of ${series.id} counts`"
              @change="setKind(index, part, text($event))"
            >
              <option
                v-if="part === 'minor'"
                value=""
              >
                no minor
              </option>
              <option value="letters">letters</option>
              <option value="digits">numbers</option>
              <option value="list">a list</option>
            </select>
          </td>
          <template
            v-for="end in ['from', 'to'] as const"
            :key="end"
            ><td>
              <input
                v-if="series[part] && series[part].kind !== 'list'"
                class="field mono tiny"
                :value="series[part][end] ?? ''"
                :aria-label="`${end === 'from' ? 'First' : 'Last'} ${part} of ${series.id}`"
                :placeholder="end === 'to' ? 'open' : series[part].kind === 'digits' ? '1' : 'A'"
                @change="setCounter(index, part, { [end]: bound(series[part]!, text($event)) })"
              /></td
          ></template>
          <td>
            <input
              v-if="series[part]?.kind === 'letters'"
              class="field mono"
              :value="series[part].skip ?? ''"
              :aria-label="`Letters that the ${part} of ${series.id} skips`"
              placeholder="skips none"
              @change="
                setCounter(index, part, {
                  skip: text($event)
                    .toUpperCase()
                    .replace(/[^A-Z]/g, ''),
                })
              "
            />
            <input
              v-else-if="series[part]?.kind === 'digits'"
              class="field mono tiny"
              type="number"
              min="0"
              max="15"
              :value="series[part].width ?? ''"
              :aria-label="`Width of the ${part} of ${series.id}`"
              placeholder="any"
              @change="
                setCounter(index, part, { width: text($event) === '' ? undefined : Number(text($event)) })
              "
            />
            <input
              v-else-if="series[part]?.kind === 'list'"
              class="field"
              :value="series[part].values.join(', ')"
              :aria-label="`Values of the ${part} of ${series.id}`"
              @change="
                setCounter(index, part, {
                  values: text($event)
                    .split(',')
                    .map((value) => value.trim())
                    .filter(Boolean),
                })
              "
            />
          </td>
        </template>
        <td>
          <select
            class="field"
            :disabled="!series.minor"
            :value="series.minor ? (series.minorPlace ?? 'after') : ''"
            :aria-label="`Where the minor of ${series.id} stands`"
            @change="put(index, { minorPlace: text($event) as Series['minorPlace'] })"
          >
            <option value="after">after the major</option>
            <option value="before">before the major</option>
            <option value="always">always</option>
          </select>
        </td>
        <td class="tools">
          <button
            class="plain"
            :disabled="index === 0"
            :aria-label="`Move ${series.id} up`"
            @click="move(index, -1)"
          >
            ↑</button
          ><button
            class="plain"
            :disabled="index === scheme.series.length - 1"
            :aria-label="`Move ${series.id} down`"
            @click="move(index, 1)"
          >
            ↓</button
          ><button
            class="plain wrong"
            :aria-label="`Remove series ${series.id}`"
            @click="remove(index)"
          >
            ×
          </button>
        </td>
      </tr>
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
.series td {
  padding: 1px 3px;
  height: 28px;
}
.tiny {
  width: 48px;
}
.tools {
  white-space: nowrap;
}
.tools button {
  padding: 0 4px;
}
.tools button:disabled {
  color: var(--line);
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
