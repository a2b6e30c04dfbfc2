<script setup lang="ts">
import { minuteOf } from '~/format'

/** The edits of a draft in the order in which they were made. */
defineProps<{ edits: { words: string; personName: string; at: string }[] }>()
</script>

<template>
  <table
    class="rows"
    aria-label="Edits"
  >
    <tbody>
      <tr
        v-for="(edit, index) in edits"
        :key="index"
      >
        <td class="mono soft right">{{ index + 1 }}</td>
        <td>{{ edit.words }}</td>
        <td class="soft once">{{ edit.personName }}</td>
        <td
          class="mono soft once"
          :title="edit.at"
        >
          {{ minuteOf(edit.at).slice(5) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.once {
  white-space: nowrap;
}
</style>
