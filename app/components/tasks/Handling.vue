<script setup lang="ts">
import type { Task } from '~~/shared/answers'

/** What one does with a task besides deciding it: seeing to it, handing it over, putting it off. */
const props = defineProps<{
  task: Task
  act: (task: Task, what: 'claim' | 'hand-over' | 'defer', body: object) => Promise<boolean>
}>()
const session = useSession()
const heirs = shallowRef<{ id: string; name: string }[] | null>(null)
const heir = ref('')
const isMine = computed(() => props.task.claimedBy?.id === session.person?.id)
const isOthers = computed(() => props.task.claimedBy !== null && !isMine.value)
const day = (from: number) => new Date(Date.now() + from * 86_400_000).toISOString().slice(0, 10)
const until = ref(day(7))

const load = () =>
  attempt(
    async () => (heirs.value = await api<{ id: string; name: string }[]>(`tasks/${props.task.id}/hand-over`)),
  )
</script>

<template>
  <h3>Besides</h3>
  <p v-if="isOthers">{{ task.claimedBy!.name }} sees to this. It can be decided all the same.</p>
  <p v-else>
    <button
      class="act"
      @click="act(task, 'claim', { claimed: !isMine })"
    >
      {{ isMine ? 'Let it go' : 'See to it myself' }}
    </button>
    <span class="soft"> the others see that</span>
  </p>
  <form
    class="bar"
    @submit.prevent="act(task, 'defer', { until: task.deferredUntil ? day(0) : until })"
  >
    <button class="act">{{ task.deferredUntil ? 'Take it up again' : 'Put off until' }}</button>
    <input
      v-if="!task.deferredUntil"
      v-model="until"
      class="field mono day"
      pattern="\d{4}-\d{2}-\d{2}"
      title="a day, such as 2026-03-01"
      aria-label="Put off until"
      required
    />
    <span
      v-else
      class="soft"
      >put off until {{ task.deferredUntil }}</span
    >
  </form>
  <p
    v-if="task.kind === 'sign' && !isOthers"
    class="bar over"
  >
    <button
      v-if="!heirs"
      class="link"
      @click="load"
    >
      Hand it over …
    </button>
    <template v-else-if="heirs.length">
      <CommonPick
        :value="heir"
        label="Hand over to"
        empty="to whom"
        :options="heirs.map(({ id, name }) => ({ value: id, name }))"
        @pick="heir = $event"
      /><button
        class="act"
        :disabled="!heir"
        @click="act(task, 'hand-over', { to: heir })"
      >
        Hand over
      </button>
    </template>
    <span
      v-else
      class="soft"
      >Nobody else could decide this.</span
    >
  </p>
</template>

<style scoped>
.day {
  width: 100px;
}
.over {
  margin-top: 6px;
}
</style>
