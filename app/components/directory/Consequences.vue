<script setup lang="ts">
import { type Right, rights } from '~~/core/access'
import type { ChangePreview } from '~~/shared/answers'
import { rightsChangeInWords } from '~/stores/directory'

/** What a change would do: to findings, and to people’s rights on the documents that there are. */
const props = defineProps<{ preview: ChangePreview }>()
const affected = computed(() => props.preview.consequences.affected.slice(0, 8))
const left = computed(() => props.preview.consequences.people - affected.value.length)
const listed = (counts: Partial<Record<Right, number>>) =>
  rights
    .filter((right) => counts[right])
    .map((right) => `${right} (${counts[right]})`)
    .join(', ')
</script>

<template>
  <CommonFindingLine
    v-for="finding in preview.appear"
    :key="finding.code + finding.message"
    :finding="finding"
    plain
  />
  <p
    v-for="finding in preview.disappear"
    :key="finding.message"
    class="soft"
  >
    Mended: {{ finding.message }}.
  </p>
  <p>{{ rightsChangeInWords(preview.consequences) }}</p>
  <p
    v-for="one in affected"
    :key="one.person"
    class="soft"
  >
    {{ one.name }}<template v-if="listed(one.gained)"> gains {{ listed(one.gained) }}</template
    ><template v-if="listed(one.lost)"> loses {{ listed(one.lost) }}</template>
  </p>
  <p
    v-if="left > 0"
    class="soft"
  >
    and {{ left }} more.
  </p>
</template>
