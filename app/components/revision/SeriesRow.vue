<script setup lang="ts">
import type { Counter, Series } from '~~/core/revision'

/** One series of a scheme: its counters, what stands between them, and where the minor stands. */
const props = defineProps<{ series: Series; index: number; last: boolean }>()
const emit = defineEmits<{ change: [series: Series]; move: [by: number]; remove: [] }>()

type Part = 'major' | 'minor'
const parts: Part[] = ['major', 'minor']
const noMinor = { value: '', name: 'no minor' }
const counters = [
  { value: 'letters', name: 'letters' },
  { value: 'digits', name: 'numbers' },
  { value: 'list', name: 'a list' },
]
const places = [
  { value: 'after', name: 'after the major' },
  { value: 'before', name: 'before the major' },
  { value: 'always', name: 'always' },
]
const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
/** A copy in which empty settings are left out. */
const pruned = <T extends object>(thing: T): T =>
  Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined && value !== '')) as T

const put = (patch: Partial<Series>) => emit('change', prunedSeries({ ...props.series, ...patch }))
function prunedSeries({ separator, minor, minorPlace, ...rest }: Series): Series {
  return {
    ...pruned(rest),
    ...(minor ? { separator: separator ?? '', minor, minorPlace: minorPlace ?? 'after' } : {}),
  }
}
function setKind(part: Part, kind: string) {
  const counter: Counter | undefined =
    kind === 'letters'
      ? { kind: 'letters' }
      : kind === 'digits'
        ? { kind: 'digits', width: 2 }
        : kind === 'list'
          ? { kind: 'list', values: ['Draft', 'Final'] }
          : undefined
  put({ [part]: counter })
}
function setCounter(part: Part, patch: object) {
  put({ [part]: pruned({ ...props.series[part]!, ...patch }) })
}
const bound = (counter: Counter, value: string) =>
  value === '' ? undefined : counter.kind === 'digits' ? Number(value) : value
</script>

<template>
  <tr>
    <td>
      <input
        class="field"
        :value="series.id"
        :aria-label="`Name of series ${index + 1}`"
        @change="
          put({
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
        @change="put({ prefix: text($event) })"
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
          @change="put({ separator: text($event) })"
        />
      </td>
      <td>
        <CommonPick
          :value="series[part]?.kind ?? ''"
          :label="`What the ${part} of ${series.id} counts`"
          :options="part === 'minor' ? [noMinor, ...counters] : counters"
          @pick="setKind(part, $event)"
        />
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
            @change="setCounter(part, { [end]: bound(series[part]!, text($event)) })"
          /></td
      ></template>
      <td>
        <RevisionCounterTerms
          :counter="series[part]"
          :name="`the ${part} of ${series.id}`"
          @change="setCounter(part, $event)"
        />
      </td>
    </template>
    <td>
      <CommonPick
        :value="series.minor ? (series.minorPlace ?? 'after') : ''"
        :disabled="!series.minor"
        :label="`Where the minor of ${series.id} stands`"
        :options="places"
        @pick="put({ minorPlace: $event as Series['minorPlace'] })"
      />
    </td>
    <td class="tools">
      <button
        class="plain"
        :disabled="index === 0"
        :aria-label="`Move ${series.id} up`"
        @click="emit('move', -1)"
      >
        ↑</button
      ><button
        class="plain"
        :disabled="last"
        :aria-label="`Move ${series.id} down`"
        @click="emit('move', 1)"
      >
        ↓</button
      ><button
        class="plain wrong"
        :aria-label="`Remove series ${series.id}`"
        @click="emit('remove')"
      >
        ×
      </button>
    </td>
  </tr>
</template>

<style scoped>
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
</style>
