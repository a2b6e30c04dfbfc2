<script setup lang="ts">
import type { DocumentRecord } from '~~/core/attribute'
import { stateName } from '~~/core/configuration'

/** A record that proves something, as a person reads it. */
const props = defineProps<{ record: DocumentRecord }>()
const configuration = computed(() => useConfiguration().drafted!)
const words = computed(
  () =>
    Object.entries(props.record)
      .filter(([name]) => name !== 'state_id' || Object.keys(props.record).length === 1)
      .map(([name, value]) => {
        if (name === 'state_id') return `whatever stands in ${stateName(configuration.value, String(value))}`
        const attribute = configuration.value.attributes.find(({ id }) => id === name)
        return `${attribute?.name ?? name.replaceAll('_', ' ')} ${value === null ? 'empty' : value === '' ? '“”' : value === true ? 'yes' : value === false ? 'no' : value}${typeof value === 'number' && attribute?.unit ? ` ${attribute.unit}` : ''}`
      })
      .join(', ') || 'an empty record',
)
</script>

<template>
  <span>{{ words }}</span>
</template>
