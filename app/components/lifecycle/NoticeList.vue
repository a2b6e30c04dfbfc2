<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Notice } from '~~/core/configuration'

/** Who is told when a transition fires, and in which words. */
const props = defineProps<{ notices: Notice[]; attributes: Attribute[]; byQuorum: boolean }>()
const emit = defineEmits<{ change: [notices: Notice[]] }>()
const people = usePrincipals()
const others = [
  { value: 'creator', name: 'who created it' },
  { value: 'lastEditor', name: 'who edited it last' },
  { value: 'nextSigners', name: 'who signs next' },
]
const replace = (index: number, patch: Partial<Notice>) =>
  emit(
    'change',
    props.notices.map((notice, at) => (at === index ? { ...notice, ...patch } : notice)),
  )
/** A mail address may be written in; it is told as such. */
const principals = (chosen: string[]) =>
  chosen.map((to) => (to.includes('@') && !to.startsWith('mail:') ? `mail:${to}` : to))
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div>
    <div
      v-for="(notice, index) in notices"
      :key="index"
      class="notice"
    >
      <ElSelect
        :model-value="notice.to"
        multiple
        filterable
        allow-create
        default-first-option
        collapse-tags
        collapse-tags-tooltip
        size="small"
        :aria-label="`Told by notice ${index + 1}`"
        placeholder="nobody yet"
        @update:model-value="replace(index, { to: principals($event) })"
        ><ElOption
          v-for="to in [...others, ...people]"
          :key="to.value"
          :value="to.value"
          :label="to.name"
      /></ElSelect>
      <input
        class="field"
        :value="notice.subject"
        data-template
        :aria-label="`Subject of notice ${index + 1}`"
        placeholder="Subject"
        @change="replace(index, { subject: text($event) })"
      />
      <button
        class="plain soft"
        :aria-label="`Remove notice ${index + 1}`"
        @click="
          emit(
            'change',
            notices.filter((_, at) => at !== index),
          )
        "
      >
        ×
      </button>
      <textarea
        class="field"
        rows="2"
        :value="notice.body"
        data-template
        :aria-label="`Words of notice ${index + 1}`"
        placeholder="Words; {{ number }} and {{ to.name }} are filled in"
        @change="replace(index, { body: text($event) })"
      />
    </div>
    <LifecycleTemplateNames
      v-if="notices.length"
      :attributes="attributes"
      :by-quorum="byQuorum"
    />
    <button
      class="link"
      @click="
        emit('change', [
          ...notices,
          { to: ['creator'], subject: '\{\{ number \}\}: \{\{ to.name \}\}', body: '' },
        ])
      "
    >
      Tell somebody
    </button>
  </div>
</template>

<style scoped>
.notice {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 4fr) 14px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: center;
}
textarea {
  grid-column: span 2;
}
</style>
