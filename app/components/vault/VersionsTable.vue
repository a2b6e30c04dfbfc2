<script setup lang="ts">
import type { Version } from '~~/shared/answers'
import { dayOf, sizeInWords } from '~/format'

/** A document's chain of versions, each to be downloaded, the earlier ones to be rolled back to. */
defineProps<{ versions: Version[]; current: number; path: (rest: string) => string }>()
const emit = defineEmits<{ rollBack: [version: number] }>()
</script>

<template>
  <table
    class="rows versions"
    aria-label="Versions"
  >
    <thead>
      <tr>
        <th class="right">No.</th>
        <th>File</th>
        <th>Rev.</th>
        <th>Comment</th>
        <th>By</th>
        <th>Date</th>
        <th class="right">Size</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="version in versions"
        :key="version.version"
      >
        <td class="mono right">{{ version.version }}</td>
        <td class="name">
          <a
            class="clip"
            :href="`/api/${path(`/versions/${version.version}`)}`"
            :title="`Download ${version.fileName}${version.sha256 ? `; SHA-256 ${version.sha256}` : ''}`"
          >
            {{ version.fileName }}
          </a>
          <a
            v-if="version.hasPdf"
            :href="`/api/${path(`/versions/${version.version}/pdf`)}`"
            :aria-label="`PDF of version ${version.version}`"
            >PDF</a
          >
        </td>
        <td class="mono">{{ version.revision ?? '–' }}</td>
        <td class="comment">
          <span
            class="clip"
            :title="version.comment ?? ''"
            >{{ version.comment ?? '–' }}</span
          >
        </td>
        <td class="once">{{ version.personName }}</td>
        <td class="mono once">{{ dayOf(version.at) }}</td>
        <td class="mono right once">{{ sizeInWords(version.size) }}</td>
        <td class="right once">
          <button
            v-if="version.version !== current"
            class="link soft"
            :aria-label="`Roll back to version ${version.version}`"
            @click="emit('rollBack', version.version)"
          >
            roll back
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.versions td {
  max-width: 0;
}
.name {
  width: 34%;
}
.comment {
  width: 26%;
}
.versions .clip {
  display: block;
}
.once,
.versions td:not(.name, .comment) {
  max-width: none;
}
</style>
