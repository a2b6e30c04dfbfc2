<script setup lang="ts">
import {
  ConditionError,
  type Group,
  groupOf,
  parseCondition,
  RowError,
  typesOf,
  writeRows,
} from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'

/**
 * One condition twice: as rows for most people and as text for the rest. `draft` is what is being written;
 * `keep` says that it is meant.
 */
const props = defineProps<{ text: string; attributes: Attribute[]; label: string }>()
const emit = defineEmits<{ draft: [text: string]; keep: [text: string] }>()

const written = ref(props.text)
const group = shallowRef<Group | null>(null)
const lacking = ref('')
/**
 * Texts that were handed out and have not come back yet: when they do, rows that were begun meanwhile stay as
 * they are.
 */
let underway: string[] = []
function keep(text: string) {
  if (text.trim() === props.text.trim() && underway.length === 0) return
  underway.push(text.trim())
  emit('keep', text)
}

function readRows(text: string) {
  lacking.value = ''
  try {
    group.value = text.trim()
      ? groupOf(parseCondition(text, props.attributes))
      : { kind: 'group', join: 'all', parts: [] }
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    group.value = null
  }
}
function setText(text: string) {
  if (text === written.value) return
  written.value = text
  readRows(text)
  emit('draft', text)
}
function setRows(next: Group) {
  group.value = next
  try {
    written.value = writeRows(next, typesOf(props.attributes))
    lacking.value = ''
    emit('draft', written.value)
    keep(written.value)
  } catch (error) {
    if (!(error instanceof RowError)) throw error
    lacking.value = error.message
  }
}
watch(
  () => props.text,
  (text) => {
    if (underway[0] === text.trim()) return void underway.shift()
    underway = []
    written.value = text
    readRows(text)
  },
  { immediate: true },
)
</script>

<template>
  <div class="editor">
    <div>
      <slot name="title" />
      <ConditionRows
        v-if="group"
        :group="group"
        :attributes="attributes"
        @change="setRows"
      />
      <p
        v-else
        class="soft"
      >
        The text cannot be read yet, so there are no rows of it.
      </p>
      <p
        v-if="lacking"
        class="waits"
      >
        △ {{ lacking.charAt(0).toUpperCase() + lacking.slice(1) }}.
      </p>
    </div>
    <div>
      <h3>As text</h3>
      <LazyConditionText
        :text="written"
        :attributes="attributes"
        :label="label"
        @change="setText"
        @keep="keep(written)"
      /><slot />
    </div>
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 18px;
}
</style>
