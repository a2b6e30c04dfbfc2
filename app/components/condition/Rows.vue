<script setup lang="ts">
import {
  type Comparator,
  comparatorsFor,
  facts,
  type Group,
  type Part,
  type Row,
  typesOf,
  writeCondition,
} from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'
import { inWords, takesValue } from './comparators'

/** A group of a condition as rows of attribute, comparison and value; groups stand in groups. */
const props = defineProps<{ group: Group; attributes: Attribute[]; depth?: number }>()
const emit = defineEmits<{ change: [group: Group] }>()

const types = computed(() => typesOf(props.attributes))
const attributeOf = (name: string) => props.attributes.find(({ id }) => id === name)
const typeOf = (row: Row) => types.value.get(row.name) ?? 'text'
const setParts = (parts: Part[]) => emit('change', { ...props.group, parts })
const replace = (index: number, part: Part) =>
  setParts(props.group.parts.map((other, at) => (at === index ? part : other)))
const remove = (index: number) => setParts(props.group.parts.filter((_, at) => at !== index))
const text = (event: Event) => (event.target as HTMLInputElement).value

const fresh = (): Row => {
  const [first] = props.attributes
  return first ? blank(first.id) : blank('folder_path')
}
function blank(name: string): Row {
  const [comparator] = comparatorsFor(types.value.get(name) ?? 'text')
  return { kind: 'row', name, comparator: comparator!, values: attributeOf(name)?.choices?.slice(0, 1) ?? [] }
}
function setName(index: number, row: Row, name: string) {
  replace(
    index,
    types.value.get(name) === typeOf(row) && !attributeOf(name)?.choices ? { ...row, name } : blank(name),
  )
}
function setComparator(index: number, { other, ...row }: Row, comparator: Comparator) {
  const many = comparator === 'oneOf' || comparator === '!oneOf'
  replace(index, {
    ...row,
    comparator,
    ...(other && !many && takesValue(comparator) ? { other } : {}),
    values: takesValue(comparator) ? (many ? row.values : row.values.slice(0, 1)) : [],
  })
}
const isMany = (row: Row) => row.comparator === 'oneOf' || row.comparator === '!oneOf'
const valuesFrom = (row: Row, written: string) =>
  isMany(row)
    ? written
        .split(',')
        .map((value) => value.trim())
        .filter(Boolean)
    : [written]
const comparable = (row: Row) =>
  isMany(row) || row.comparator.endsWith('fits')
    ? []
    : props.attributes.filter(({ id }) => id !== row.name && types.value.get(id) === typeOf(row))
</script>

<template>
  <div
    class="group"
    :class="{ inner: depth }"
  >
    <div class="join">
      <select
        class="quiet"
        :value="group.join"
        aria-label="How the rows go together"
        @change="emit('change', { ...group, join: text($event) as Group['join'] })"
      >
        <option value="all">all of these</option>
        <option value="any">any of these</option>
        <option value="none">none of these</option>
      </select>
    </div>
    <div
      v-for="(part, index) in group.parts"
      :key="index"
      class="part"
    >
      <ConditionRows
        v-if="part.kind === 'group'"
        :group="part"
        :attributes="attributes"
        :depth="(depth ?? 0) + 1"
        @change="replace(index, $event)"
      />
      <code
        v-else-if="part.kind === 'verbatim'"
        class="clip"
        title="Only as text"
        >{{ writeCondition(part.condition) }}</code
      >
      <div
        v-else
        class="row"
      >
        <select
          class="field"
          :value="part.name"
          :aria-label="`What row ${index + 1} asks`"
          @change="setName(index, part, text($event))"
        >
          <optgroup label="Attributes">
            <option
              v-for="attribute in attributes"
              :key="attribute.id"
              :value="attribute.id"
            >
              {{ attribute.name }}
            </option>
          </optgroup>
          <optgroup label="Facts">
            <option
              v-for="(_, fact) in facts"
              :key="fact"
              :value="fact"
            >
              {{ String(fact).replaceAll('_', ' ') }}
            </option>
          </optgroup>
        </select>
        <CommonPick
          :value="part.comparator"
          :label="`How row ${index + 1} compares`"
          :options="
            comparatorsFor(typeOf(part)).map((comparator) => ({
              value: comparator,
              name: inWords(comparator, typeOf(part)),
            }))
          "
          @pick="setComparator(index, part, $event as Comparator)"
        />
        <template v-if="takesValue(part.comparator)">
          <select
            v-if="part.other !== undefined || (attributeOf(part.name)?.choices && !isMany(part))"
            class="field"
            :value="part.other === undefined ? `=${part.values[0] ?? ''}` : `@${part.other}`"
            :aria-label="`Value of row ${index + 1}`"
            @change="
              replace(
                index,
                text($event).startsWith('@')
                  ? { ...part, values: [], other: text($event).slice(1) }
                  : {
                      kind: 'row',
                      name: part.name,
                      comparator: part.comparator,
                      values: [text($event).slice(1)],
                    },
              )
            "
          >
            <option
              v-for="choice in attributeOf(part.name)?.choices ?? ['']"
              :key="choice"
              :value="`=${choice}`"
            >
              {{ choice || 'a value…' }}
            </option>
            <optgroup label="As in">
              <option
                v-for="other in comparable(part)"
                :key="other.id"
                :value="`@${other.id}`"
              >
                {{ other.name }}
              </option>
            </optgroup>
          </select>
          <span
            v-else
            class="value"
            ><input
              class="field"
              :type="typeOf(part) === 'date' && !isMany(part) ? 'date' : 'text'"
              :value="part.values.join(', ')"
              :aria-label="`Value of row ${index + 1}`"
              :placeholder="isMany(part) ? 'one, another' : typeOf(part) === 'number' ? '0' : ''"
              @change="replace(index, { ...part, values: valuesFrom(part, text($event)) })"
            /><button
              v-if="comparable(part).length"
              class="plain soft"
              title="Compare with another attribute"
              :aria-label="`Compare row ${index + 1} with another attribute`"
              @click="replace(index, { ...part, values: [], other: comparable(part)[0]!.id })"
            >
              @
            </button></span
          >
        </template>
        <span v-else />
      </div>
      <button
        class="plain soft"
        :aria-label="part.kind === 'group' ? `Remove group ${index + 1}` : `Remove row ${index + 1}`"
        @click="remove(index)"
      >
        ×
      </button>
    </div>
    <div class="more">
      <button
        class="link"
        @click="setParts([...group.parts, fresh()])"
      >
        Add a row</button
      ><button
        v-if="(depth ?? 0) < 3"
        class="link soft"
        @click="
          setParts([
            ...group.parts,
            { kind: 'group', join: group.join === 'any' ? 'all' : 'any', parts: [fresh()] },
          ])
        "
      >
        Add a group
      </button>
    </div>
  </div>
</template>

<style scoped>
.inner {
  border-left: 2px solid var(--line);
  padding-left: 8px;
}
.join {
  line-height: 22px;
}
.quiet {
  border: 0;
  background: transparent;
  color: var(--ink-soft);
  font: inherit;
  cursor: pointer;
  padding: 0;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 18px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: start;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 5fr) minmax(0, 6fr);
  gap: 4px;
}
.value {
  display: flex;
  gap: 4px;
}
.more {
  display: flex;
  gap: 14px;
}
</style>
