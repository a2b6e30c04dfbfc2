<script setup lang="ts">
import type { AccessAnswer, WhatMay, WhoCan } from '~~/shared/answers'
import { counted } from '~/format'

/** The answer to a question about rights, in sentences. */
const props = defineProps<{ answer: AccessAnswer | WhatMay | WhoCan }>()
const emit = defineEmits<{ close: []; folder: [path: string] }>()
const explained = computed(() => ('because' in props.answer ? props.answer : null))
const who = computed(() => ('people' in props.answer ? props.answer : null))
const what = computed(() => ('rights' in props.answer ? props.answer : null))
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
</script>

<template>
  <ShellTheTray
    :label="answer.question"
    :height="230"
    @close="emit('close')"
  >
    <template #wide>
      <h3 role="status">{{ answer.question }}</h3>
      <AccessBecause
        v-if="explained"
        :because="explained.because"
        @folder="emit('folder', $event)"
      />
      <table
        v-if="what"
        class="rights"
      >
        <tbody>
          <tr
            v-for="line in what.rights"
            :key="line.right"
          >
            <td class="mono">{{ line.right }}</td>
            <td :class="{ soft: !line.allowed }">{{ line.allowed ? 'yes' : 'no' }}</td>
            <td class="soft">{{ capital(line.message) }}.</td>
          </tr>
        </tbody>
      </table>
      <template v-if="who">
        <p v-if="!who.people.length">Nobody.</p>
        <p class="names">
          <span
            v-for="person in who.people"
            :key="person.id"
            ><NuxtLink :to="`/people?person=${person.id}`">{{ person.name }}</NuxtLink
            ><span
              v-if="person.as"
              class="soft"
            >
              as {{ person.as }}</span
            ></span
          >
        </p>
      </template>
    </template>
    <template #leads>
      <template v-if="explained">
        <h3>{{ explained.allowed ? 'So: yes' : 'So: no' }}</h3>
        <p
          v-for="way in explained.waysOut"
          :key="way"
        >
          {{ capital(way) }}.
        </p>
        <p
          v-if="!explained.waysOut.length"
          class="soft"
        >
          Each sentence leads to where it is set.
        </p>
      </template>
      <template v-if="who">
        <h3>{{ counted(who.people.length, 'person', 'people') }} can</h3>
        <p class="soft">{{ counted(who.others, 'other', 'others') }} can not.</p>
      </template>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.rights td {
  padding: 0 14px 0 0;
  vertical-align: top;
}
.names {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 2px 12px;
}
</style>
