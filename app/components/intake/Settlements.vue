<script setup lang="ts">
import type { Settlement } from '~~/core/intake'
import type { IntakePage } from '~~/shared/answers'

/** What is held back, by kind; the register lines set aside; and what was decided. */
const props = defineProps<{ page: IntakePage }>()
const emit = defineEmits<{
  undo: [key: string]
  settle: [settled: { key: string; settlement: Settlement }[]]
}>()
const group = defineModel<string | null>({ required: true })
const groups = computed(() =>
  props.page.files
    .filter((row) => row.status === 'held')
    .map((row) => ({
      key: row.conflict ?? '',
      name: conflictName(row.conflict),
      count: row.count,
    }))
    .sort((a, b) => b.count - a.count),
)
const settle = (key: string, settlement: Settlement) => emit('settle', [{ key, settlement }])
/** What settles all lines without a file at once. */
const forAll = computed(
  () => props.page.unfiled.rows[0]?.conflict.waysOut.filter(({ key }) => key.startsWith('all:')) ?? [],
)
</script>

<template>
  <h2>To settle, by kind</h2>
  <button
    v-for="entry in groups"
    :key="entry.key"
    class="plain group"
    :class="{ at: group === entry.key }"
    @click="group = group === entry.key ? null : entry.key"
  >
    <span>{{ entry.name }}</span><span class="mono">{{ entry.count }}</span>
  </button>
  <p
    v-if="!groups.length && !page.unfiled.total"
    class="soft nothing"
  >
    Nothing is held back. Every file is ready or left out.
  </p>
  <template v-if="page.unfiled.total"
    ><h2>In the register without a file</h2>
    <p
      v-for="{ number, conflict } in page.unfiled.rows"
      :key="number"
      class="problem"
    >
      <span class="waits">{{ conflict.message }}</span><template v-if="page.intake.stage === 'read'"
        ><br /><IntakeWaysOut
          :ways="conflict.waysOut.filter(({ key }) => !key.startsWith('all:'))"
          @settle="settle"
      /></template>
    </p>
    <p
      v-if="page.intake.stage === 'read'"
      class="problem"
    >
      <IntakeWaysOut
        :ways="forAll"
        @settle="settle"
      />
    </p>
    <p
      v-if="page.unfiled.total > page.unfiled.rows.length"
      class="soft problem"
    >
      and {{ page.unfiled.total - page.unfiled.rows.length }} more
    </p></template
  >
  <template v-if="page.intake.problems.length"
    ><h2>Register lines set aside</h2>
    <p
      v-for="problem in page.intake.problems"
      :key="problem"
      class="waits problem"
    >
      {{ problem }}
    </p></template
  >
  <template v-if="Object.keys(page.intake.settlements).length"
    ><h2>Decided</h2>
    <p
      v-for="(settlement, key) in page.intake.settlements"
      :key="key"
      class="problem"
    >
      <span class="mono">{{ settledThing(String(key)) }}</span>: {{ settlementWords(settlement) }}
      <button
        v-if="page.intake.stage === 'read'"
        class="link"
        @click="emit('undo', String(key))"
      >
        undo
      </button>
    </p></template
  >
</template>

<style scoped>
.group {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
}
.group.at,
.group:hover {
  background: var(--tint);
}
.problem {
  margin: 4px 0;
  font-size: 12px;
  line-height: 17px;
  overflow-wrap: anywhere;
}
.nothing {
  padding: 8px 0;
}
</style>
