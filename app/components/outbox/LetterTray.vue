<script setup lang="ts">
import type { Letter } from '~~/shared/answers'
import { minuteOf } from '~/format'

/** A letter as it is sent, as text; and as the mail server that stands in for a real one has taken it. */
const props = defineProps<{ letter: Letter }>()
const emit = defineEmits<{ close: [] }>()
const isRaw = ref(false)
const path = computed(() => (props.letter.link ? new URL(props.letter.link) : null))
</script>

<template>
  <ShellTheTray
    label="Letter"
    :height="260"
    @close="emit('close')"
  >
    <template #wide>
      <h3>{{ letter.subject }}</h3>
      <p
        v-if="letter.text === null"
        class="soft"
      >
        What this letter says is for its reader alone: it opens the vault for them, or gathers what stands
        here letter by letter.
      </p>
      <pre
        v-else
        class="mono"
        tabindex="0"
        aria-label="What the letter says"
        >{{ isRaw ? letter.received : letter.text }}</pre>
    </template>
    <template #leads>
      <dl class="pairs">
        <dt>To</dt>
        <dd>{{ letter.recipient }}</dd>
        <dt>Made</dt>
        <dd class="mono">{{ minuteOf(letter.at) }}</dd>
        <dt>Sent</dt>
        <dd class="mono">{{ letter.sentAt ? minuteOf(letter.sentAt) : '–' }}</dd>
        <dt>Tries</dt>
        <dd>{{ letter.attempts }}</dd>
        <template v-if="path">
          <dt>Leads to</dt>
          <dd>
            <NuxtLink :to="path.pathname + path.search">{{ path.pathname + path.search }}</NuxtLink>
          </dd>
        </template>
      </dl>
      <p v-if="letter.problem">{{ letter.problem }}</p>
      <button
        v-if="letter.received"
        class="link"
        @click="isRaw = !isRaw"
      >
        {{ isRaw ? 'Show the text' : 'Show it as the mail server took it' }}
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped>
pre {
  white-space: pre-wrap;
  margin: 0;
}
</style>
