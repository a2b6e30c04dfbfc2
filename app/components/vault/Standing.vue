<script setup lang="ts">
import type { StateUse } from '~~/core/configuration'
import type { DocumentPage } from '~~/shared/answers'

/** Where a document stands: state, label, the tape of its revisions, what comes next. */
const props = defineProps<{ page: DocumentPage; use: StateUse; name: string }>()
const fileNameOf = (version: number) =>
  props.page.versions.find((one) => one.version === version)?.fileName ?? ''
</script>

<template>
  <div class="standing sheet">
    <CommonPhaseMark
      :phase="use.phase"
      :name="name"
    />
    <span>
      revision
      <b
        class="mono big"
        data-role="revision"
        >{{ page.document.revision ?? '–' }}</b
      >
    </span>
    <CommonRevisionTape
      :rows="page.register"
      :next="page.next"
      :most="8"
    >
      <template #glance="{ version }">
        <FileThumb
          v-if="fileNameOf(version)"
          class="glance"
          :number="page.document.number"
          :version="version"
          :file-name="fileNameOf(version)"
        />
      </template>
    </CommonRevisionTape>
    <span
      v-if="page.next"
      class="soft"
    >
      The next revision will be <b class="mono">{{ page.next }}</b>.
    </span>
    <span
      v-if="use.guidance"
      class="soft clip"
      :title="use.guidance"
    >
      {{ use.guidance }}
    </span>
  </div>
</template>

<style scoped>
.standing {
  display: flex;
  gap: 18px;
  align-items: center;
  padding: 8px 12px;
  margin: 8px 0 14px;
}
.big {
  font-size: 17px;
}
</style>
