<script setup lang="ts">
/** What two versions say of the same things, with what differs marked. */
const props = defineProps<{
  what: string
  before: number
  after: number
  rows: { name: string; before: string | null; after: string | null }[]
}>()
const differing = computed(() => props.rows.filter((row) => row.before !== row.after).length)
</script>

<template>
  <table
    class="rows"
    :aria-label="`${what} side by side`"
  >
    <thead>
      <tr>
        <th>{{ what }}</th>
        <th>Version {{ before }}</th>
        <th>Version {{ after }}</th>
        <th class="soft">{{ differing }} differ</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in rows"
        :key="row.name"
        :class="{ differs: row.before !== row.after }"
      >
        <td><slot :row="row" /></td>
        <td>{{ row.before || '–' }}</td>
        <td>{{ row.after || '–' }}</td>
        <td>{{ row.before === row.after ? '' : '≠' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  margin-top: 8px;
  table-layout: fixed;
}
td {
  overflow-wrap: anywhere;
}
th:last-child {
  width: 80px;
}
.differs {
  background: var(--waits-tint);
}
</style>
