<script setup lang="ts">
import { autocompletion, closeBrackets, type CompletionContext } from '@codemirror/autocomplete'
import { javascript } from '@codemirror/lang-javascript'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { lineNumbers } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import type { Attribute } from '~~/core/attribute'
import { scriptNames } from '~~/core/script'

/** A script as it is written, with all that may be named offered meanwhile. */
const props = defineProps<{ text: string; attributes: Attribute[] }>()
const emit = defineEmits<{ change: [text: string]; keep: [] }>()
const colours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: [tags.string, tags.number, tags.bool, tags.null], color: 'var(--waits)' },
    { tag: [tags.keyword, tags.operatorKeyword], color: 'var(--accent)' },
    { tag: tags.function(tags.variableName), fontWeight: '600' },
    { tag: tags.comment, color: 'var(--ink-faint)' },
  ]),
)
const names = Object.entries(scriptNames).map(([label, detail]) => ({ label, detail }))
function complete(context: CompletionContext) {
  const after = context.matchBefore(/document\.record\.\w*$/)
  if (after)
    return {
      from: after.from + 'document.record.'.length,
      options: props.attributes.map(({ id, name }) => ({ label: id, detail: name })),
    }
  const inWrite = context.matchBefore(/write\(\s*['"]\w*$/)
  if (inWrite)
    return {
      from: inWrite.from + /write\(\s*['"]/.exec(inWrite.text)![0].length,
      options: props.attributes.map(({ id, name }) => ({ label: id, detail: name })),
    }
  const word = context.matchBefore(/[a-z][\w.]*$/i)
  return word || context.explicit ? { from: word?.from ?? context.pos, options: names } : null
}
const extensions = [
  lineNumbers(),
  javascript(),
  colours,
  closeBrackets(),
  autocompletion({ override: [complete] }),
]
</script>

<template>
  <CommonCodeArea
    tall
    label="Script"
    :text="text"
    :extensions="extensions"
    @change="emit('change', $event)"
    @keep="emit('keep')"
  />
</template>
