<script setup lang="ts">
import type { DocumentRecord, Value } from '~~/core/attribute'
import { stateName } from '~~/core/configuration'
import { valueInWords } from '~/format'

/** A record that proves something, as a person reads it. */
const props = defineProps<{ record: DocumentRecord }>()
const configuration = computed(() => useConfiguration().drafted!)

function valueSaid(value: Value, unit: string | undefined): string {
  if (value === null) return 'empty'
  if (value === '') return '“”'
  return typeof value === 'number' && unit ? `${value} ${unit}` : valueInWords(value)
}
function said(name: string, value: Value): string {
  if (name === 'state_id') return `whatever stands in ${stateName(configuration.value, String(value))}`
  const attribute = configuration.value.attributes.find(({ id }) => id === name)
  return `${attribute?.name ?? name.replaceAll('_', ' ')} ${valueSaid(value, attribute?.unit)}`
}
const words = computed(() => {
  const entries = Object.entries(props.record)
  const shown = entries.filter(([name]) => name !== 'state_id' || entries.length === 1)
  return shown.map(([name, value]) => said(name, value)).join(', ') || 'an empty record'
})
</script>

<template>
  <span>{{ words }}</span>
</template>
