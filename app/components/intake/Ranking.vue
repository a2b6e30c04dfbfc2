<script setup lang="ts">
import type { SourceKind } from '~~/core/intake'

/** Which source is believed before which, where they say different things; what is set by hand is always first. */
const props = defineProps<{ ranking: readonly SourceKind[] | undefined; locked: boolean }>()
const emit = defineEmits<{ rank: [ranking: SourceKind[]] }>()
const names: Record<SourceKind, string> = {
  hand: 'what is set by hand',
  name: 'the file’s name',
  register: 'the register',
  file: 'the file’s title block and properties',
  table: 'the newest row of its revision table',
  metadata: 'its format’s metadata, as a hint',
}
const kinds = Object.keys(names) as SourceKind[]
const order = computed(() => [...new Set<SourceKind>(['hand', ...(props.ranking ?? kinds), ...kinds])])
function earlier(index: number) {
  const next = [...order.value]
  next.splice(index - 1, 0, ...next.splice(index, 1))
  emit('rank', next)
}
</script>

<template>
  <ol aria-label="Who is believed first">
    <li
      v-for="(kind, index) in order"
      :key="kind"
    >
      <span>{{ names[kind] }}</span>
      <button
        v-if="index > 1"
        type="button"
        class="plain"
        :disabled="locked"
        :aria-label="`Believe ${names[kind]} earlier`"
        @click="earlier(index)"
      >
        ↑
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding-left: 20px;
}
li {
  padding: 1px 0;
}
li button {
  margin-left: 6px;
}
</style>
