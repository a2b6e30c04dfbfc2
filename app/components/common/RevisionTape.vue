<script setup lang="ts">
/**
 * A document's revisions as a row of marks: hollow from before the vault, solid stepped here, dashed what
 * comes next, crossed through what was corrected.
 */
const props = defineProps<{
  rows: { label: string; origin: string; version?: number | null; was?: { label: string }[] | null }[]
  next?: string | null
  most?: number
}>()
const marks = computed(() =>
  props.rows.flatMap((row) => [
    ...(row.was ?? []).map(({ label }) => ({ label, origin: 'corrected', version: null })),
    { label: row.label, origin: row.origin, version: row.version ?? null },
  ]),
)
const shown = computed(() => marks.value.slice(-(props.most ?? 4)))
/** A row for people: its label, where it comes from, and what it was before it was corrected. */
function rowInWords({ label, origin, was }: (typeof props.rows)[number]): string {
  const from = origin === 'native' ? '' : ' from before the vault'
  const before = (was ?? []).map((row) => row.label).join(', ')
  return `${label}${from}${before ? ` (corrected, was ${before})` : ''}`
}
const words = computed(() => {
  const rows = props.rows.map(rowInWords).join(', ') || 'no revision yet'
  return props.next ? `${rows}; next ${props.next}` : rows
})
</script>

<template>
  <span
    class="tape"
    role="img"
    :aria-label="words"
    :title="words"
  >
    <span
      v-if="marks.length > shown.length"
      class="more"
      >…</span
    >
    <span
      v-for="(row, index) in shown"
      :key="index"
      class="mark"
      :class="row.origin"
      >{{ row.label
      }}<slot
        v-if="row.version"
        name="glance"
        :version="row.version"
    /></span>
    <span
      v-if="next"
      class="mark next"
      >{{ next }}</span
    >
  </span>
</template>

<style scoped>
.tape {
  display: inline-flex;
  align-items: center;
  font: 11px/18px var(--mono);
  white-space: nowrap;
}
.mark {
  min-width: 19px;
  height: 19px;
  padding: 0 4px;
  text-align: center;
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: var(--sheet);
}
.mark + .mark {
  margin-left: 9px;
  position: relative;
}
.mark + .mark::before {
  content: '';
  position: absolute;
  left: -10px;
  top: 50%;
  width: 9px;
  border-top: 1px solid var(--ink);
}
/* What a revision looked like, under the pointer. */
.mark :slotted(.glance) {
  display: none;
  position: absolute;
  z-index: 6;
  top: 24px;
  left: 0;
  width: 260px;
  height: 180px;
  box-shadow: var(--el-box-shadow-light);
}
.mark:hover {
  position: relative;
}
.mark:hover :slotted(.glance) {
  display: block;
}
.native {
  background: var(--ink);
  color: var(--inverse);
}
.adopted {
  border-width: 2px;
  line-height: 16px;
}
.corrected {
  text-decoration: line-through;
  text-decoration-thickness: 2px;
  color: var(--ink-faint);
  border-color: var(--ink-faint);
}
.next {
  border-style: dashed;
  color: var(--ink-faint);
  border-color: var(--ink-faint);
}
.next::before {
  border-top-style: dashed !important;
  border-color: var(--ink-faint) !important;
}
.more {
  margin-right: 4px;
  color: var(--ink-faint);
}
</style>
