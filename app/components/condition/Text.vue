<script setup lang="ts">
import {
  autocompletion,
  closeBrackets,
  completionKeymap,
  type CompletionContext,
} from '@codemirror/autocomplete'
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import { linter } from '@codemirror/lint'
import { type EditorView, keymap, placeholder } from '@codemirror/view'
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

const extensions = [
  words,
  colours,
  closeBrackets(),
  autocompletion({ override: [complete] }),
  linter(faults, { delay: 150 }),
  placeholder('always'),
  keymap.of(completionKeymap),
]
</script>

<template>
  <CommonCodeArea
    :text="text"
    :label="label"
    :extensions="extensions"
    @change="emit('change', $event)"
    @keep="emit('keep')"
  />
</template>
