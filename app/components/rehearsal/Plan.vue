<script setup lang="ts">
import { type Lifecycle, stateName } from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'
import { counted } from '~/format'
import { deedInWords } from './words'

/** The shortest list of acts to a state, by people who may do them; or what stands in the way of every one. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal }>()
const store = useConfiguration()
const directory = useDirectory()
const { answer, goal, acts, isBusy } = props.rehearsal
const planned = computed(() => (isBusy.value ? null : (answer.value?.planned ?? null)))
const name = computed(() => stateName(store.drafted!, goal.value))
const people = computed(() => new Set(planned.value?.acts?.map(({ person }) => person)).size)
function follow() {
  const { number } = props.rehearsal
  acts.value = [
    ...acts.value,
    ...planned.value!.acts!.map((act) => ({ ...act, number: number.value })),
  ] as typeof acts.value
  goal.value = ''
}
</script>

<template>
  <p
    v-if="!planned"
    class="soft"
  >
    Looking for a way to {{ name }} …
  </p>
  <template v-else-if="planned.acts">
    <h3 v-if="planned.acts.length">
      Plan to {{ name }}: {{ counted(planned.acts.length, 'act') }}, {{ counted(people, 'person', 'people') }}
    </h3>
    <h3 v-else>It stands in {{ name }} already</h3>
    <ol :start="acts.length + 1">
      <li
        v-for="(act, index) in planned.acts"
        :key="index"
      >
        {{ directory.personName(act.person) }} <b>{{ deedInWords(lifecycle, act) }}</b>
        <span
          v-if="act.record"
          class="soft mono"
        >
          {{
            Object.entries(act.record)
              .map(([id, value]) => `${id} = ${value}`)
              .join(', ')
          }}</span
        >
      </li>
    </ol>
    <button
      v-if="planned.acts.length"
      class="act"
      @click="follow"
    >
      Carry it out here
    </button>
  </template>
  <template v-else>
    <h3 class="wrong">Nobody can get it to {{ name }}</h3>
    <CommonReasonList :reasons="planned.because" />
  </template>
  <button
    class="link leave"
    @click="goal = ''"
  >
    Leave the plan
  </button>
</template>

<style scoped>
ol {
  margin: 0 0 6px;
  padding: 0 0 0 20px;
}
li {
  border-bottom: 1px solid var(--hairline);
  padding: 3px 0;
}
.leave {
  margin-left: 10px;
}
</style>
