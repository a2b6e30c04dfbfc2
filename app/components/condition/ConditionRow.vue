<script setup lang="ts">
import { type Comparator, comparatorsFor, facts, type Row } from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'
import { inWords, takesValue } from './comparators'
import { comparable, isMany, typeOf, withComparator, withName, withValues } from './rows'

/** One row of a condition: what it asks, how it compares, and with what. */
const props = defineProps<{ row: Row; attributes: Attribute[]; index: number }>()
const emit = defineEmits<{ change: [row: Row] }>()

const type = computed(() => typeOf(props.row.name, props.attributes))
const choices = computed(() => props.attributes.find(({ id }) => id === props.row.name)?.choices)
const others = computed(() => comparable(props.row, props.attributes))
const asked = computed(() => [
  ...props.attributes.map(({ id, name }) => ({ value: id, name, group: 'Attributes' })),
  ...Object.keys(facts).map((fact) => ({ value: fact, name: fact.replaceAll('_', ' '), group: 'Facts' })),
])
const comparators = computed(() =>
  comparatorsFor(type.value).map((comparator) => ({
    value: comparator,
    name: inWords(comparator, type.value),
  })),
)
/** What can be picked to compare with: “=” before a value, “@” before an attribute. */
const values = computed(() => [
  ...(choices.value ?? ['']).map((choice) => ({ value: `=${choice}`, name: choice || 'a value…' })),
  ...others.value.map(({ id, name }) => ({ value: `@${id}`, name, group: 'As in' })),
])
const picked = computed(() =>
  props.row.other === undefined ? `=${props.row.values[0] ?? ''}` : `@${props.row.other}`,
)
function pick(value: string) {
  const { other: _other, ...row } = props.row
  const rest = value.slice(1)
  emit('change', value.startsWith('@') ? { ...row, values: [], other: rest } : { ...row, values: [rest] })
}
const placeholder = computed(() => {
  if (isMany(props.row)) return 'one, another'
  return type.value === 'number' ? '0' : ''
})
const write = (event: Event) =>
  emit('change', withValues(props.row, (event.target as HTMLInputElement).value))
</script>

<template>
  <div class="row">
    <CommonPick
      :value="row.name"
      :label="`What row ${index + 1} asks`"
      :options="asked"
      @pick="emit('change', withName(row, $event, attributes))"
    />
    <CommonPick
      :value="row.comparator"
      :label="`How row ${index + 1} compares`"
      :options="comparators"
      @pick="emit('change', withComparator(row, $event as Comparator))"
    />
    <template v-if="takesValue(row.comparator)">
      <CommonPick
        v-if="row.other !== undefined || (choices && !isMany(row))"
        :value="picked"
        :label="`Value of row ${index + 1}`"
        :options="values"
        @pick="pick"
      />
      <span
        v-else
        class="value"
        ><input
          class="field"
          :type="type === 'date' && !isMany(row) ? 'date' : 'text'"
          :value="row.values.join(', ')"
          :aria-label="`Value of row ${index + 1}`"
          :placeholder="placeholder"
          @change="write"
        /><button
          v-if="others.length"
          class="plain soft"
          title="Compare with another attribute"
          :aria-label="`Compare row ${index + 1} with another attribute`"
          @click="emit('change', { ...row, values: [], other: others[0]!.id })"
        >
          @
        </button></span
      >
    </template>
    <span v-else />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 5fr) minmax(0, 6fr);
  gap: 4px;
}
.value {
  display: flex;
  gap: 4px;
}
</style>
