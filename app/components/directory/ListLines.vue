<script setup lang="ts">
import type { ReadLine } from '~~/core/directory'

/** Shows what each line of a list would do, or what is wrong with it. */
defineProps<{ lines: ReadLine[]; what: string }>()
const most = 500
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th class="right">Line</th>
        <th>{{ what }}</th>
        <th>What it does</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="line in lines.slice(0, most)"
        :key="line.line"
        :class="{ wrong: line.status === 'wrong', soft: line.status === 'same' }"
      >
        <td class="right mono">{{ line.line }}</td>
        <td>{{ line.name }}</td>
        <td>{{ line.status === 'wrong' ? '▲ ' : '' }}{{ line.words }}</td>
      </tr>
    </tbody>
  </table>
  <p
    v-if="lines.length > most"
    class="soft"
  >
    … and {{ lines.length - most }} more
  </p>
</template>
