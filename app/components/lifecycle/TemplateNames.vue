<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import { templateNames } from '~~/core/template'

/** All that a template may name, to be put where somebody writes one: into the field that was written in last. */
const props = defineProps<{ attributes: Attribute[]; byQuorum: boolean }>()
const names = computed(() => [
  ...Object.entries(templateNames).map(([name, inside]) => ({
    text: inside.length ? `${name}.${inside.includes('name') ? 'name' : inside[0]}` : name,
    about: name,
  })),
  ...(props.byQuorum ? [{ text: 'signers', about: 'all who signed' }] : []),
  ...props.attributes.map(({ id, name }) => ({ text: id, about: name })),
])
const holder = ref<HTMLElement>()
let last: HTMLInputElement | HTMLTextAreaElement | null = null
/** The template fields of the same form; the names go into the one that had the focus. */
function remember(event: FocusEvent) {
  const field = event.target as HTMLElement
  if (field.matches('[data-template]')) last = field as HTMLInputElement
}
onMounted(() => holder.value?.parentElement?.addEventListener('focusin', remember))
function put(text: string) {
  const field =
    last ?? holder.value?.parentElement?.querySelector<HTMLTextAreaElement>('textarea[data-template]')
  if (!field) return
  field.setRangeText(`{{ ${text} }}`, field.selectionStart ?? 0, field.selectionEnd ?? 0, 'end')
  field.dispatchEvent(new Event('change'))
  field.focus()
}
</script>

<template>
  <details
    ref="holder"
    class="names"
  >
    <summary class="soft">What may be named</summary>
    <button
      v-for="{ text, about } in names"
      :key="text"
      class="link mono"
      :title="about"
      @mousedown.prevent
      @click="put(text)"
    >
      {{ text }}
    </button>
  </details>
</template>

<style scoped>
.names {
  margin: 2px 0 6px;
}
.names button {
  margin-right: 8px;
}
</style>
