<script setup lang="ts">
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { EditorState, type Extension } from '@codemirror/state'
import { EditorView, keymap } from '@codemirror/view'

/** A text that is code: what it is coloured and completed by comes from whoever shows it. */
const props = defineProps<{ text: string; label: string; extensions: Extension[]; tall?: boolean }>()
const emit = defineEmits<{ change: [text: string]; keep: [] }>()

const place = ref<HTMLElement>()
let view: EditorView | undefined
onMounted(() => {
  view = new EditorView({
    parent: place.value,
    state: EditorState.create({
      doc: props.text,
      extensions: [
        ...props.extensions,
        history(),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': props.label, spellcheck: 'false' }),
        keymap.of([
          { key: 'Ctrl-Enter', run: () => (emit('keep'), true) },
          ...historyKeymap,
          ...defaultKeymap,
        ]),
        EditorView.updateListener.of(
          (update) => update.docChanged && emit('change', update.state.doc.toString()),
        ),
        EditorView.domEventHandlers({ blur: () => emit('keep') }),
      ],
    }),
  })
})
watch(
  () => props.text,
  (text) => {
    if (view && text !== view.state.doc.toString())
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } })
  },
)
onBeforeUnmount(() => view?.destroy())
</script>

<template>
  <div
    ref="place"
    class="text"
    :class="{ tall }"
    @keydown.esc.stop
  />
</template>

<style scoped>
.text {
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--sheet);
  min-height: 76px;
}
.text:focus-within {
  outline: 2px solid var(--accent);
}
.text :deep(.cm-editor) {
  outline: none;
  min-height: 76px;
}
.tall,
.tall :deep(.cm-editor) {
  min-height: 320px;
  max-height: 100%;
}
.text :deep(.cm-gutters) {
  background: var(--well);
  color: var(--ink-faint);
  border-right: 1px solid var(--hairline);
}
.text :deep(.cm-content) {
  font: 12px/18px var(--mono);
  caret-color: var(--ink);
}
.text :deep(.cm-placeholder) {
  color: var(--ink-faint);
}
.text :deep(.cm-tooltip) {
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--ink);
}
.text :deep(.cm-tooltip-autocomplete ul li[aria-selected]) {
  background: var(--tint);
  color: var(--ink);
}
.text :deep(.cm-completionIcon) {
  display: none;
}
.text :deep(.cm-diagnostic-error) {
  border-left: 3px solid var(--wrong);
}
</style>
