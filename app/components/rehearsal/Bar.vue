<script setup lang="ts">
import { type Lifecycle, stateName } from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'

/** Who rehearses, with which document, and where it is to get. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal }>()
const emit = defineEmits<{ sample: [] }>()
const store = useConfiguration()
const directory = useDirectory()
const people = computed(() =>
  directory.directory.people.filter(({ active }) => active).map(({ id, name }) => ({ value: id, name })),
)
const { person, number, answer, goal, acts, isBusy, beginWith, takeBack } = props.rehearsal
const wanted = ref('')
watch(number, (is) => (wanted.value = is), { immediate: true })
async function take() {
  if (wanted.value.trim() && wanted.value.trim() !== number.value && !(await beginWith(wanted.value.trim())))
    wanted.value = number.value
}
const target = ref('')
const states = computed(() =>
  props.lifecycle.states.map(({ state }) => ({ value: state, name: stateName(store.drafted!, state) })),
)
const title = computed(() => String(answer.value?.document?.record.title ?? ''))
</script>

<template>
  <div class="rehearse bar">
    <b>Rehearse</b> as
    <CommonPick
      class="who"
      :value="person"
      label="Who rehearses"
      :options="people"
      @pick="person = $event"
    />
    with
    <input
      v-model="wanted"
      class="field mono number"
      aria-label="The document it is rehearsed with"
      @change="take"
      @keydown.enter="take"
    />
    <button
      class="link"
      @click="emit('sample')"
    >
      a sample
    </button>
    <span class="soft clip title">{{ title }} · a copy, nothing is changed</span>
    <span class="grow" />
    <span
      v-if="isBusy"
      class="soft"
      >…</span
    >
    get it to
    <CommonPick
      class="goal"
      :value="target"
      label="Get it to"
      empty="a state"
      :options="states"
      @pick="target = $event"
    />
    <button
      class="act"
      :disabled="!target"
      @click="goal = target"
    >
      Show the plan
    </button>
    <button
      class="link"
      :disabled="!acts.length"
      @click="takeBack(0)"
    >
      Start over
    </button>
  </div>
</template>

<style scoped>
.rehearse {
  white-space: nowrap;
  background: var(--tint);
  border-top: 1px solid var(--accent);
  border-bottom: 1px solid var(--accent);
  margin: 8px -18px 6px;
  padding: 7px 18px;
}
.who {
  width: 150px;
}
.number {
  width: 128px;
}
.goal {
  width: 120px;
}
.title {
  min-width: 60px;
}
</style>
