<script setup lang="ts">
import type { DocumentPage } from '~~/shared/answers'

/** What else is to be known of a document: what holds it, what it would do by itself, where file and record differ. */
defineProps<{ page: DocumentPage }>()
</script>

<template>
  <p
    v-if="page.heldBy"
    class="note waits"
  >
    A job holds it: {{ page.heldBy }}.
  </p>
  <p
    v-if="page.byItself.moves.length"
    class="note"
  >
    {{ page.byItself.moves.join(', then ') }} would follow by itself with the next check-in.
  </p>
  <div
    v-else-if="page.byItself.undecided"
    class="note"
  >
    It stays where it is:
    <CommonReasonList :reasons="page.byItself.undecided.reasons" />
  </div>
  <ul
    v-if="page.file.findings.length"
    class="note findings"
    aria-label="File and record"
  >
    <li
      v-for="finding in page.file.findings"
      :key="finding.message"
      :class="finding.kind === 'not-held' ? 'soft' : 'waits'"
    >
      {{ finding.message }}
    </li>
  </ul>
</template>

<style scoped>
.note {
  margin: 0 0 12px;
}
.findings {
  padding-left: 16px;
}
</style>
