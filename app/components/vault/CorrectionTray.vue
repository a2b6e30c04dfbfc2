<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Reason } from '~~/core/access'
import type { RegisterRow, ToldCorrection } from '~~/core/engine'

/** Correcting a label in the register: never silently, always with a reason. */
const props = defineProps<{
  number: string
  row: RegisterRow
  index: number
  act: (rest: string, method: 'POST', options: { body: object }) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()
const label = ref('')
const comment = ref('')
const answer = shallowRef<ToldCorrection | null>(null)
const predict = useDebounceFn(async () => {
  if (!label.value.trim()) return (answer.value = null)
  answer.value = await api<NonNullable<typeof answer.value>>(
    `documents/${encodeURIComponent(props.number)}/correction`,
    {
      query: {
        row: props.index + 1,
        label: label.value,
        ...(comment.value.trim() ? { comment: comment.value } : {}),
      },
    },
  ).catch(() => null)
}, 120)
watch([label, comment], predict)
const reasons = computed<Reason[]>(() => (answer.value && !answer.value.ok ? answer.value.reasons : []))
const corrected = computed(() => (answer.value?.ok ? answer.value.corrected : null))
async function correct() {
  const after = corrected.value!.row.label
  const body = { row: props.index + 1, label: label.value, comment: comment.value }
  if (!(await props.act('/correction', 'POST', { body }))) return
  useNotices().say(`The register says ${after} now, and keeps what it was.`)
  emit('close')
}
</script>

<template>
  <ShellTheTray
    :label="`Correct ${row.label}`"
    :height="176"
    @close="emit('close')"
  >
    <template #what
      ><h3>
        Correct <span class="mono">{{ row.label }}</span> in the register
      </h3>
      <label
        class="soft"
        for="right-label"
        >The label it should have had</label
      ><input
        id="right-label"
        v-model="label"
        class="field mono narrow"
    /></template>
    <template #rests>
      <CommonCommentBox
        v-model="comment"
        title="Why"
        label="Why it is corrected"
        placeholder="The register and the audit trail keep this"
      />
    </template>
    <template #leads>
      <CommonReasonList
        v-if="reasons?.length"
        :reasons="reasons"
      />
      <template v-else-if="corrected"
        ><h3>What will happen</h3>
        <p>
          The row says <b class="mono">{{ corrected.row.label }}</b>, and keeps that it was
          <s class="mono">{{ row.label }}</s>{{
            corrected.current ? '; so does the document itself, and its record' : ''
          }}{{ row.version === null ? '' : `, and version ${row.version}` }}.
        </p></template
      >
      <p
        v-else
        class="soft"
      >
        Enter a label; what follows shows here.
      </p>
      <button
        class="act main"
        :disabled="!corrected"
        @click="correct"
      >
        Correct the label
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.narrow {
  width: 150px;
}
.reason {
  margin: 0 0 4px;
}
.reason::first-letter {
  text-transform: uppercase;
}
</style>
