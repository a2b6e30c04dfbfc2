<script setup lang="ts">
/** How many documents of an intake stand where; what did not come in can be planned again once nothing is at work. */
const props = defineProps<{
  title: string
  planned: Record<string, number>
  leftOut: number
  intake: string
  over: boolean
}>()
const emit = defineEmits<{ planAgain: [] }>()
const working = ref(false)
const left = computed(() =>
  ['ready', 'held', 'failed'].reduce((sum, status) => sum + (props.planned[status] ?? 0), 0),
)
</script>

<template>
  <h2>{{ title }}</h2>
  <dl class="pairs facts">
    <dt>Ready</dt>
    <dd class="mono">{{ planned.ready ?? 0 }}</dd>
    <dt>Brought in</dt>
    <dd class="mono">{{ planned.done ?? 0 }}</dd>
    <dt>Held back</dt>
    <dd class="mono">{{ planned.held ?? 0 }}</dd>
    <dt>Failed</dt>
    <dd
      class="mono"
      :class="{ wrong: planned.failed }"
    >
      {{ planned.failed ?? 0 }}
    </dd>
    <dt>Files left out</dt>
    <dd class="mono">{{ leftOut }}</dd>
  </dl>
  <p class="soft">
    Each document comes in whole, in one step. A run that is stopped or killed goes on where it was.
  </p>
  <p v-if="over && left">
    <button
      class="link"
      @click="emit('planAgain')"
    >
      Plan what did not come in again
    </button>
  </p>
  <p v-if="planned.done"><NuxtLink :to="`/vault?intake=${intake}`">See them in the vault</NuxtLink></p>
  <p v-if="over && planned.done">
    <button
      class="act"
      @click="working = true"
    >
      Work on their files
    </button>
  </p>
  <JobsFileWorkTray
    v-if="working"
    :work="{ intake }"
    about="this intake"
    @close="working = false"
  />
</template>

<style scoped>
.facts {
  padding: 8px 0 12px;
}
</style>
