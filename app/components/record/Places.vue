<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Probe } from '~~/shared/answers'
import { boundAt, isBound } from './bind'

/** Everything inside of the file, place by place; a click binds the chosen attribute. */
const props = defineProps<{
  probe: Probe
  attributes: Attribute[]
  chosen: Attribute | undefined
  ending: string
}>()
const emit = defineEmits<{ pick: [place: string] }>()
const names = (place: string) =>
  boundAt(props.attributes, place, props.ending)
    .map(({ name }) => name)
    .join(', ')
const history = computed(() => props.probe.reading.history.map(({ revision }) => revision).join(', '))
const references = computed(() => props.probe.reading.references.map(({ target }) => target))
</script>

<template>
  <ul
    class="places"
    aria-label="Places in the file"
  >
    <li
      v-for="({ place, value, writable }, index) in probe.reading.places"
      :key="`${place} ${index}`"
      :class="{ chosen: chosen && isBound(chosen, place, ending) }"
    >
      <button
        class="plain"
        :disabled="!chosen"
        :title="chosen ? `Bind ${chosen.name} to it, or take that back` : 'Choose an attribute to bind it'"
        @click="emit('pick', place)"
      >
        <span class="mono place clip">{{ place }}</span>
        <b class="clip">{{ value || '–' }}</b>
        <span class="soft clip">{{ names(place) || (writable ? '' : 'read only') }}</span>
      </button>
    </li>
    <li v-if="history">
      <span class="mono place">history</span> <b>{{ history }}</b> <span class="soft">revision table</span>
    </li>
    <li v-if="references.length">
      <span class="mono place">references</span> <b class="clip">{{ references.join(', ') }}</b>
    </li>
    <li
      v-if="!probe.reading.places.length && !history"
      class="soft"
    >
      Nothing in it can be bound.
    </li>
  </ul>
</template>

<style scoped>
.places {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--hairline);
  padding: 2px 4px;
}
li.chosen {
  background: var(--tint);
}
.plain {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 100px;
  gap: 8px;
  width: 100%;
  text-align: left;
}
.place {
  font-size: 12px;
}
</style>
