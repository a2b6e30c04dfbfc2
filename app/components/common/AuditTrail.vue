<script setup lang="ts">
import type { ChainedEntry } from '~~/core/audit'

/** Entries of the audit trail, newest first, with what was before and after. */
defineProps<{ entries: ChainedEntry[]; subject?: boolean }>()
const sides = (entry: ChainedEntry) => {
  const [before, after] = [entry.before, entry.after].map(
    (json) => (json ? JSON.parse(json) : {}) as Record<string, unknown>,
  )
  return [...new Set([...Object.keys(before!), ...Object.keys(after!)])]
    .map((key) => ({ key, before: shown(before![key]), after: shown(after![key]) }))
    .filter((side) => side.before !== side.after)
}
const shown = (value: unknown) =>
  value === null || value === undefined
    ? '–'
    : typeof value === 'object'
      ? Array.isArray(value)
        ? value.join('; ')
        : JSON.stringify(value)
      : String(value).length === 64
        ? `${String(value).slice(0, 10)}…`
        : String(value)
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th>When (UTC)</th>
        <th>Who</th>
        <th>What</th>
        <th v-if="subject">To</th>
        <th>Before → after</th>
        <th>Why</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="entry in entries"
        :key="entry.id"
        :title="`Entry ${entry.id}, ${entry.hash.slice(0, 16)}…`"
      >
        <td class="mono">{{ entry.at.slice(0, 16).replace('T', ' ') }}</td>
        <td>{{ entry.personName }}</td>
        <td>{{ entry.action }}</td>
        <td v-if="subject">
          <NuxtLink
            v-if="entry.subjectKind === 'document'"
            class="mono"
            :to="`/vault/${encodeURIComponent(entry.subjectName)}`"
            >{{ entry.subjectName }}</NuxtLink><template v-else>{{ entry.subjectName }}</template>
        </td>
        <td class="soft sides">
          <span
            v-for="side in sides(entry).slice(0, 5)"
            :key="side.key"
            >{{ side.key }}
            <span class="mono"
              >{{ side.before === '–' ? '' : `${side.before} → ` }}{{ side.after }}</span
            ></span
          >
        </td>
        <td>{{ entry.why ?? '' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td:nth-child(-n + 3) {
  white-space: nowrap;
}
.sides {
  width: 46%;
}
td a.mono {
  white-space: nowrap;
}
.sides span + span {
  margin-left: 10px;
}
.sides > span {
  display: inline-block;
  max-width: 420px;
  overflow-wrap: anywhere;
}
</style>
