<script setup lang="ts">
import type { RegisterRow } from '~~/core/engine'

/** A document's revision register, the newest row first; corrected labels stay readable. */
const props = defineProps<{ register: RegisterRow[]; picked: number | null }>()
const emit = defineEmits<{ correct: [index: number] }>()
const newestFirst = computed(() => props.register.map((row, index) => ({ row, index })).reverse())
const corrections = computed(() =>
  props.register.flatMap(({ label, was }) => (was ?? []).map((entry) => ({ ...entry, now: label }))),
)
</script>

<template>
  <table
    class="rows"
    aria-label="Revision register"
  >
    <thead>
      <tr>
        <th>Rev.</th>
        <th>Origin</th>
        <th>Date</th>
        <th>By</th>
        <th>Text</th>
        <th class="right">Version</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="{ row, index } in newestFirst"
        :key="index"
        :class="{ picked: picked === index }"
      >
        <td class="mono">
          <template
            v-for="was in row.was ?? []"
            :key="was.on + was.label"
          >
            <s
              class="soft"
              :title="`${was.why} (${was.by}, ${was.on})`"
              >{{ was.label }}</s
            >
          </template>
          <b>{{ row.label }}</b>
        </td>
        <td :class="{ soft: row.origin === 'legacy' }">{{ row.origin }}</td>
        <td class="mono once">{{ row.date ?? '–' }}</td>
        <td>{{ row.author ?? '–' }}</td>
        <td>{{ row.text ?? '–' }}</td>
        <td class="mono right">{{ row.version ?? '–' }}</td>
        <td class="right once">
          <button
            class="link soft"
            :aria-label="`Correct ${row.label}`"
            @click="emit('correct', index)"
          >
            correct
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <p
    v-for="(was, index) in corrections"
    :key="index"
    class="soft"
  >
    {{ was.now }} was {{ was.label }} until {{ was.on }}: {{ was.why }} ({{ was.by }}).
  </p>
</template>

<style scoped>
.picked {
  background: var(--tint);
}
</style>
