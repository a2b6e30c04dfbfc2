<script setup lang="ts">
import type { Because } from '~~/core/access'

/** The sentences that lead to an answer, each with the way to where it is set. */
defineProps<{ because: Because[] }>()
const emit = defineEmits<{ folder: [path: string] }>()
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
</script>

<template>
  <p
    v-for="line in because"
    :key="line.message"
    :class="{ wrong: line.speaks === 'against' }"
  >
    {{ capital(line.message) }}.
    <button
      v-if="line.at.kind === 'folder'"
      class="link"
      @click="emit('folder', line.at.path)"
    >
      {{ line.at.path }}
    </button>
    <NuxtLink
      v-else-if="line.at.kind === 'state'"
      :to="`/lifecycles/${line.at.lifecycle}?state=${line.at.state}`"
      >{{ line.where }}</NuxtLink
    >
    <NuxtLink
      v-else-if="line.at.kind === 'person'"
      :to="`/people?person=${line.at.id}`"
      >{{ line.where }}</NuxtLink
    >
    <span
      v-else
      class="soft"
      >{{ line.where }}</span
    >
  </p>
</template>
