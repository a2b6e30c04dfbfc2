<script setup lang="ts">
import {
  autocompletion,
  closeBrackets,
  completionKeymap,
  type CompletionContext,
} from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import { linter } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { EditorView, keymap, placeholder } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { ConditionError, facts, parseCondition } from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'

/** A condition as text, with completion, colours, and what is wrong with it marked where it is wrong. */
const props = defineProps<{ text: string; attributes: Attribute[]; label: string }>()
const emit = defineEmits<{ change: [text: string]; keep: [] }>()

const words = StreamLanguage.define({
  token(stream) {
    if (stream.eatSpace()) return null
    if (stream.match(/^"(?:[^"\\]|\\.)*"?/)) return 'string'
    if (stream.match(/^\d+(?:\.\d+)?/)) return 'number'
    if (stream.match(/^(?:true|false|null|in)\b/)) return 'keyword'
    if (stream.match(/^(?:date|glob|isOneOf|startsWith|endsWith|contains)(?=\s*\()/)) return 'keyword'
    if (stream.match(/^[A-Za-z_]\w*/)) return 'variableName'
    if (!stream.match(/^(?:&&|\|\||[=!<>]=|[!<>])/)) stream.next()
    return 'operator'
  },
})
const colours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.string, color: 'var(--waits)' },
    { tag: tags.number, color: 'var(--waits)' },
    { tag: tags.keyword, color: 'var(--accent)' },
    { tag: tags.variableName, color: 'var(--ink)', fontWeight: '600' },
    { tag: tags.operator, color: 'var(--ink-soft)' },
  ]),
)

const option = (type: string) => (label: string) => ({ label, type })
function complete(context: CompletionContext) {
  const before = context.state.sliceDoc(0, context.pos)
  const inText = /"([^"]*)$/.exec(before)
  if (inText && (before.match(/"/g)?.length ?? 0) % 2) {
    // Inside a text: the values of the attribute that it is compared with.
    const name = /([A-Za-z_]\w*)\s*(?:[=!]=|in\s*\[[^\]]*)\s*"[^"]*$/.exec(before)?.[1]
    const choices = props.attributes.find(({ id }) => id === name)?.choices
    return choices
      ? { from: context.pos - inText[1]!.length, options: choices.map(option('constant')) }
      : null
  }
  const method = context.matchBefore(/\.\w*$/)
  if (method)
    return {
      from: method.from + 1,
      options: ['startsWith("")', 'endsWith("")', 'contains("")'].map(option('method')),
    }
  const word = context.matchBefore(/[A-Za-z_]\w*$/)
  if (!word && !context.explicit) return null
  const names = [
    ...props.attributes.map(({ id, name, type }) => ({
      label: id,
      detail: `${name}, ${type}`,
      type: 'variable',
    })),
    ...Object.keys(facts).map((label) => ({ label, detail: 'fact', type: 'variable' })),
  ]
  return {
    from: word?.from ?? context.pos,
    options: [...names, ...['date("")', 'glob(, "")', 'isOneOf(, "")'].map(option('function'))],
  }
}

function faults(view: EditorView) {
  const text = view.state.doc.toString()
  if (!text.trim()) return []
  try {
    parseCondition(text, props.attributes)
    return []
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    const from = Math.min(error.position, Math.max(0, text.length - 1))
    return [
      {
        from,
        to: Math.max(from + 1, from + (/^\w+/.exec(text.slice(from))?.[0].length ?? 1)),
        severity: 'error' as const,
        message: error.message,
      },
    ]
  }
}

const place = ref<HTMLElement>()
let view: EditorView | undefined
onMounted(() => {
  view = new EditorView({
    parent: place.value,
    state: EditorState.create({
      doc: props.text,
      extensions: [
        words,
        colours,
        history(),
        closeBrackets(),
        autocompletion({ override: [complete] }),
        linter(faults, { delay: 150 }),
        placeholder('always'),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': props.label, spellcheck: 'false' }),
        keymap.of([
          { key: 'Ctrl-Enter', run: () => (emit('keep'), true) },
          ...completionKeymap,
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
