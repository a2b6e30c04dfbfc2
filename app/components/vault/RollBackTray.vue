<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Reason } from '~~/core/access'

/** Rolling back: the content of an earlier version comes in again as the newest. */
const props = defineProps<{
  number: string
  version: number
  current: number
  label: string | null
  act: (rest: string, method: 'POST', options: { body: object }) => Promise<boolean>
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const comment = ref('')
const reasons = shallowRef<Reason[] | null>(null)
const predict = async () => {
  reasons.value =
    (
      await api<{ reasons: Reason[] }>(`documents/${encodeURIComponent(props.number)}/roll-back`, {
        query: { version: props.version, ...(comment.value.trim() ? { comment: comment.value } : {}) },
      }).catch(() => null)
    )?.reasons ?? null
}
watch(comment, useDebounceFn(predict, 120))
watch(() => props.version, predict, { immediate: true })
async function rollBack() {
  if (await props.act('/roll-back', 'POST', { body: { version: props.version, comment: comment.value } }))
    emit('done')
}
</script>

<template>
  <ShellTheTray
    :label="`Roll back to version ${version}`"
    :height="170"
    @close="emit('close')"
  >
    <template #what
      ><h3>Roll back to version {{ version }}</h3>
      <p>Nothing is erased: versions {{ version + 1 }} to {{ current }} stay in the chain.</p></template
    >
    <template #rests>
      <CommonCommentBox
        v-model="comment"
        title="Why"
        label="Why it is rolled back"
      />
    </template>
    <template #leads>
      <CommonReasonList
        v-if="reasons?.length"
        :reasons="reasons"
      />
      <template v-else
        ><h3>What will happen</h3>
        <p>
          Version {{ current + 1 }} has the content of version {{ version }}; the label stays
          <b class="mono">{{ label ?? '–' }}</b> and stands for it.
        </p></template
      >
      <button
        class="act main"
        :disabled="!reasons || reasons.length > 0"
        @click="rollBack"
      >
        Roll back
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.reason {
  margin: 0 0 4px;
}
.reason::first-letter {
  text-transform: uppercase;
}
</style>
