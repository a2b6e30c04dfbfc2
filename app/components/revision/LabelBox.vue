<script setup lang="ts">
import type { Inference, RevisionScheme } from '~~/core/revision'

/** Labels typed, pasted or taken from somewhere: each one's place in the scheme, and a scheme inferred from them. */
const props = defineProps<{ scheme: RevisionScheme }>()
const emit = defineEmits<{
  tried: [counts: Map<string, number>]
  inferred: [scheme: Inference['scheme'], name: string]
}>()
const store = useConfiguration()
const { text, source, given, without, fault, read, inference, busy, infer, forget, takeFrom, takeFile } =
  useTriedLabels(() => props.scheme)
watch(read, (labels) =>
  emit(
    'tried',
    new Map(
      labels.flatMap(({ reading, count }) => (reading.ok ? [[reading.canonical, count] as const] : [])),
    ),
  ),
)

const archives = ref<string[]>([])
onMounted(
  async () =>
    (archives.value = (
      await api<{ archives: string[] }>('archives').catch(() => ({ archives: [] }))
    ).archives),
)
const sources = computed(() => [
  ...archives.value.map((name) => ({
    value: `archive:${name}`,
    name,
    group: 'Archives, by file name',
  })),
  ...store.seenFolders.map((name) => ({ value: `folder:${name}`, name, group: 'Folders of the vault' })),
])
const pickFile = (event: Event) => {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (file) takeFile(file)
}
const field = ref<HTMLTextAreaElement>()
useShortcuts([
  { keys: 'T', does: 'try labels', run: () => field.value?.focus() },
  { keys: 'I', does: 'infer a scheme from the labels in the box', run: () => void infer() },
])
</script>

<template>
  <section
    class="box"
    aria-label="Try labels"
  >
    <div class="left">
      <h2>Try labels</h2>
      <textarea
        v-if="!given"
        ref="field"
        v-model="text"
        class="field mono"
        aria-label="Labels, one a line"
        placeholder="C
rev d
C.02
Type or paste labels, one a line"
        spellcheck="false"
      />
      <div
        v-else
        class="given sheet"
      >
        <p>
          {{ given.length.toLocaleString('en') }} labels
          {{ source ? `from ${source.replace(/^\w+:/, '')}` : 'from a file' }}.
        </p>
        <p
          v-if="without"
          class="soft"
        >
          {{ without }} more have none.
        </p>
        <button
          class="link"
          @click="forget"
        >
          Type labels instead
        </button>
      </div>
      <CommonPick
        :value="source"
        label="Take labels from"
        empty="take labels from …"
        :options="sources"
        @pick="takeFrom"
      />
      <div class="bar">
        <button
          class="act"
          :disabled="busy || (!text.trim() && !given)"
          @click="infer"
        >
          {{ busy ? 'Inferring …' : 'Infer a scheme' }}</button><label class="link file"
          >from a file<input
            type="file"
            accept=".txt,.csv,text/*"
            aria-label="A file of labels"
            @change="pickFile"
        /></label>
      </div>
    </div>
    <RevisionLabelList
      :scheme="scheme"
      :read="read"
      :fault="fault"
    />
    <div class="shown">
      <RevisionInference
        v-if="inference"
        :inference="inference"
        @close="inference = null"
        @take="(name) => emit('inferred', inference!.scheme, name)"
      />
      <RevisionLabelPlot
        v-else-if="read.length"
        :scheme="scheme"
        :read="read"
      />
    </div>
  </section>
</template>

<style scoped>
.box {
  display: grid;
  grid-template-columns: 190px minmax(0, 7fr) minmax(0, 5fr);
  gap: 14px;
  border-top: 1px solid var(--ink);
  padding-top: 8px;
}
.left {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.left textarea {
  height: 150px;
  resize: vertical;
}
.given {
  padding: 8px;
  height: 150px;
}
.file {
  position: relative;
  overflow: hidden;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--accent);
}
.shown {
  min-width: 0;
  display: flex;
  flex-direction: column;
}
</style>
