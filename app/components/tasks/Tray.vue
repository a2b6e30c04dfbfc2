<script setup lang="ts">
import type { Task, TaskOutcome } from '~~/shared/answers'
import { counted } from '~/format'

/** One task or several, decided in place: what is asked, how far it is, and what each outcome would do. */
const props = defineProps<{
  tasks: Task[]
  decide: (tasks: Task[], outcome: string, given: { comment?: string; password?: string }) => Promise<boolean>
  act: (task: Task, what: 'claim' | 'hand-over' | 'defer', body: object) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()
const one = computed(() => (props.tasks.length === 1 ? props.tasks[0]! : null))
const comment = ref('')
const password = ref('')
const isBusy = ref(false)

/** The outcomes that all of them have. */
const outcomes = computed(() =>
  props.tasks[0]!.outcomes.filter(({ id }) =>
    props.tasks.every((task) => task.outcomes.some((other) => other.id === id)),
  ),
)
const isShort = (outcome: TaskOutcome) => outcome.comment === 'required' && !comment.value.trim()
const asksPassword = computed(() => outcomes.value.some((outcome) => outcome.password))
const isLocked = (outcome: TaskOutcome) => outcome.password && !password.value
const nameOf = (outcome: TaskOutcome, task: Task) =>
  task.kind === 'sign' && task.asks === `sign ${outcome.name}` ? `Sign: ${outcome.name}` : outcome.name

/** What an outcome would do to them, each consequence once. */
function doesTo({ id }: TaskOutcome) {
  const all = props.tasks.map((task) => task.outcomes.find((other) => other.id === id)!.does)
  return [...new Set(all)].join('; or ')
}
async function choose(outcome: TaskOutcome) {
  isBusy.value = true
  const given = {
    ...(comment.value.trim() ? { comment: comment.value } : {}),
    ...(outcome.password ? { password: password.value } : {}),
  }
  await props.decide(props.tasks, outcome.id, given)
  isBusy.value = false
}
</script>

<template>
  <ShellTheTray
    label="Decide"
    :height="200"
    @close="emit('close')"
  >
    <template #what>
      <h3 v-if="one">
        <NuxtLink
          class="mono"
          :to="`/vault/${encodeURIComponent(one.number)}`"
          >{{ one.number }}</NuxtLink
        >
        {{ one.title }}
      </h3>
      <h3 v-else>{{ counted(tasks.length, 'task') }} at once</h3>
      <p
        v-if="!one"
        class="soft numbers"
      >
        {{ tasks.map(({ number }) => number).join(', ') }}
      </p>
      <label
        for="task-comment"
        class="soft"
        >Comment</label
      >
      <textarea
        id="task-comment"
        v-model="comment"
        class="field"
        rows="3"
        maxlength="2000"
      />
      <CommonPasswordAgain
        v-if="asksPassword"
        v-model="password"
      />
    </template>
    <template #rests>
      <h3>What is decided</h3>
      <div
        v-for="outcome in outcomes"
        :key="outcome.id"
        class="outcome"
      >
        <button
          class="act"
          :class="{ main: outcome === outcomes[0] }"
          :disabled="isBusy || isShort(outcome) || isLocked(outcome)"
          @click="choose(outcome)"
        >
          {{ nameOf(outcome, tasks[0]!) }}
        </button>
        <span class="soft"
          >{{ doesTo(outcome) }}<template v-if="isShort(outcome)">; asks for a comment</template></span
        >
      </div>
      <p
        v-if="!outcomes.length"
        class="soft"
      >
        These have no outcome in common: decide them one after the other.
      </p>
    </template>
    <template #leads>
      <TasksHandling
        v-if="one"
        :task="one"
        :act="act"
      />
      <p
        v-else
        class="soft"
      >
        Each is decided for itself: what is refused keeps the others from nothing.
      </p>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.outcome {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 4px;
}
.outcome .act {
  flex: none;
  min-width: 110px;
}
.numbers {
  max-height: 40px;
  overflow: auto;
}
</style>
