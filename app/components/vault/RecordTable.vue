<script setup lang="ts">
import type { Attribute, DocumentRecord } from '~~/core/attribute'
import type { SheetPart } from '~~/core/configuration'
import { valueInWords } from '~/format'

/** A document's record as the sheet of its class has it; what may be changed is changed in place. */
const props = defineProps<{ parts: SheetPart[]; record: DocumentRecord; open: boolean }>()
const emit = defineEmits<{ save: [attribute: string, value: string | null] }>()
const isOpen = ({ systemOnly }: Attribute) => props.open && !systemOnly
const text = ({ id }: Attribute) => valueInWords(props.record[id])
const shown = (attribute: Attribute) =>
  text(attribute) ? `${text(attribute)} ${attribute.unit ?? ''}`.trim() : '–'
const save = ({ id }: Attribute, value: string) => emit('save', id, value.trim() || null)
const choicesOf = ({ choices = [] }: Attribute) => choices.map((value) => ({ value, name: value }))
</script>

<template>
  <table class="rows record">
    <tbody
      v-for="(part, index) in parts"
      :key="index"
    >
      <tr v-if="part.name">
        <th colspan="2">{{ part.name }}</th>
      </tr>
      <tr
        v-for="attribute in part.attributes"
        :key="attribute.id"
      >
        <td class="soft">{{ attribute.name }}</td>
        <td v-if="!isOpen(attribute)">{{ shown(attribute) }}</td>
        <td v-else-if="attribute.choices">
          <CommonPick
            :value="text(attribute)"
            :label="attribute.name"
            :options="choicesOf(attribute)"
            empty=""
            @pick="save(attribute, $event)"
          />
        </td>
        <td v-else>
          <input
            class="field"
            :value="text(attribute)"
            :aria-label="attribute.name"
            :placeholder="attribute.unit ?? ''"
            @change="save(attribute, ($event.target as HTMLInputElement).value)"
          />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.record td {
  padding: 2px 6px;
  height: 26px;
}
.record .field {
  height: 22px;
}
</style>
