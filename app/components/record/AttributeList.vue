<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import { attributeType } from '~~/core/attribute'
import { bindingsInWords, type SheetPart } from '~~/core/configuration'
import type { RecordFinding } from '~~/shared/answers'

/** Attributes of the draft under their headings, each with where it stands in files and what is wrong there. */
const props = defineProps<{ parts: SheetPart[]; findings: RecordFinding[]; chosen?: string }>()
const emit = defineEmits<{ choose: [id: string]; add: [] }>()

const kindOf = ({ type, unit, systemOnly, required }: Attribute): string =>
  [attributeType(type).name, unit, systemOnly && 'system only', required && 'required']
    .filter(Boolean)
    .join(', ')

const many = (count: number, word: string) => `${count} ${word}${count === 1 ? '' : 's'}`
const told: Record<RecordFinding['kind'], (finding: RecordFinding) => string> = {
  misspelt: ({ count, has }) => `${many(count, 'file')} spell${count === 1 ? 's' : ''} it “${has}”`,
  'not-held': ({ count, place }) => `${many(count, 'file')} cannot hold ${place}`,
  refused: ({ count, place }) =>
    `${many(count, 'file')} say${count === 1 ? 's' : ''} at ${place} what does not fit`,
  conflict: ({ count, place }) => `${many(count, 'file')} said something else at ${place}`,
  unreadable: ({ count }) => `${many(count, 'file')} could not be read`,
  unread: ({ count }) => `${many(count, 'file')} wait${count === 1 ? 's' : ''} to be read`,
}
const findingsAt = (id: string) => props.findings.filter(({ attribute }) => attribute === id)
</script>

<template>
  <table
    class="rows"
    aria-label="Attributes"
  >
    <thead>
      <tr>
        <th>Attribute</th>
        <th>Kind</th>
        <th>Where it stands in files</th>
      </tr>
    </thead>
    <tbody
      v-for="(part, index) in parts"
      :key="index"
    >
      <tr v-if="part.name">
        <th
          colspan="3"
          class="group"
        >
          {{ part.name }}
        </th>
      </tr>
      <tr
        v-for="attribute in part.attributes"
        :key="attribute.id"
        :class="{ chosen: attribute.id === chosen }"
        :aria-selected="attribute.id === chosen"
        class="one"
        tabindex="0"
        @click="emit('choose', attribute.id)"
        @keydown.enter="emit('choose', attribute.id)"
      >
        <td>{{ attribute.name }}</td>
        <td class="soft">{{ kindOf(attribute) }}</td>
        <td>
          <span class="mono">{{ bindingsInWords(attribute.bindings ?? []) || '–' }}</span>
          <div
            v-for="finding in findingsAt(attribute.id)"
            :key="finding.kind + finding.place + finding.has"
            class="finding"
            :class="finding.kind === 'not-held' ? 'waits' : 'wrong'"
            :title="finding.numbers.join(', ')"
          >
            {{ finding.kind === 'not-held' ? '△' : '▲' }} {{ told[finding.kind](finding) }}
          </div>
        </td>
      </tr>
    </tbody>
  </table>
  <button
    class="link add"
    @click="emit('add')"
  >
    + attribute
  </button>
</template>

<style scoped>
tbody .one {
  cursor: pointer;
}
.group {
  padding-top: 8px;
}
tbody tr.chosen {
  background: var(--tint);
}
td:first-child,
td:nth-child(2) {
  white-space: nowrap;
  padding-right: 14px;
}
.finding {
  font-size: 12px;
}
.add {
  margin: 6px;
}
</style>
