<script setup lang="ts">
import { type DocumentClass, idsOnSheet } from '~~/core/configuration'

/** The heading over an attribute on the sheet of a class: what follows it, up to the next one, is a group. */
const props = defineProps<{ attribute: string; sheet: DocumentClass }>()
const store = useConfiguration()
const isOn = computed(() => idsOnSheet(store.drafted!, props.sheet).includes(props.attribute))
const groups = computed(() => props.sheet.groups ?? [])
const heading = computed(() => groups.value.find(({ from }) => from === props.attribute)?.name ?? '')
function set(event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  const others = groups.value.filter(({ from }) => from !== props.attribute)
  void store.edit({
    kind: 'set-sheet',
    class: props.sheet.id,
    attributes: props.sheet.attributes ?? null,
    groups: name ? [...others, { name, from: props.attribute }] : others,
  })
}
</script>

<template>
  <label
    v-if="isOn"
    class="heading"
    >Heading over it on the sheet of {{ sheet.name
    }}<input
      class="field"
      :value="heading"
      placeholder="none: it stands with the one above"
      maxlength="80"
      aria-label="Heading over it"
      @change="set"
  /></label>
</template>

<style scoped>
.heading {
  display: grid;
  gap: 3px;
  margin: 8px 0;
  color: var(--ink-soft);
}
</style>
