<script setup lang="ts">
import type { Version } from '~~/shared/answers'
import { dayOf, sizeInWords } from '~/format'

/** A document's chain of versions, each to be downloaded, the earlier ones to be rolled back to. */
defineProps<{ versions: Version[]; current: number; path: (rest: string) => string; number: string }>()
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
        <td class="mono right number">
          <span tabindex="0">{{ version.version }}</span>
          <FileThumb
            v-if="number"
            class="glance"
            :number="number"
            :version="version.version"
            :file-name="version.fileName"
          />
        </td>
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
/* What a version looks like stands beside its number while the pointer or the focus is there. */
.number {
  position: relative;
}
.glance {
  display: none;
  position: absolute;
  z-index: 5;
  left: 100%;
  top: 0;
  width: 220px;
  height: 150px;
  max-width: none;
  box-shadow: var(--el-box-shadow-light);
}
.number:hover .glance,
.number:focus-within .glance {
  display: block;
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
