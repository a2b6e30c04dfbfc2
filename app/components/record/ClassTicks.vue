<script setup lang="ts">
import { type DocumentClass, idsOnSheet } from '~~/core/configuration'

/** On the sheets of which classes an attribute stands. */
const props = defineProps<{ attribute: string }>()
const store = useConfiguration()
const has = ({ attributes }: DocumentClass) => !attributes || attributes.includes(props.attribute)
function toggle(one: DocumentClass) {
  const all = store.drafted!.attributes.map(({ id }) => id)
  const before = idsOnSheet(store.drafted!, one)
  const inOrder = (ids: string[]) => all.filter((id) => ids.includes(id))
  const isInOrder = inOrder(before).join() === before.join()
  const added = [...before, props.attribute]
  const after = has(one) ? before.filter((id) => id !== props.attribute) : isInOrder ? inOrder(added) : added
  const isAll = after.join() === all.join()
  void store.edit({ kind: 'set-sheet', class: one.id, attributes: isAll ? null : after })
}
</script>

<template>
  <h3>On the sheets of</h3>
  <div class="ticks">
    <label
      v-for="one in store.drafted!.classes"
      :key="one.id"
      ><input
        type="checkbox"
        :checked="has(one)"
        @change="toggle(one)"
      />
      {{ one.name }}</label
    >
  </div>
</template>

<style scoped>
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
</style>
