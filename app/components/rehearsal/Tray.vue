<script setup lang="ts">
import type { Lifecycle } from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'

/** The foot of a rehearsal: the trail so far; what the chosen transition would do, or the plan; what is kept. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal; chosen: string }>()
const emit = defineEmits<{ choose: [transition: string] }>()
const { goal } = props.rehearsal
watch(
  () => props.chosen,
  (is) => is && (goal.value = ''),
)
</script>

<template>
  <ShellTheTray
    label="Rehearsal"
    :height="258"
    @close="emit('choose', '')"
  >
    <template #what>
      <RehearsalTrail
        :lifecycle="lifecycle"
        :rehearsal="rehearsal"
      />
    </template>
    <template #rests>
      <RehearsalPlan
        v-if="goal"
        :lifecycle="lifecycle"
        :rehearsal="rehearsal"
      />
      <RehearsalStep
        v-else
        :lifecycle="lifecycle"
        :rehearsal="rehearsal"
        :chosen="chosen"
      />
    </template>
    <template #leads>
      <RehearsalKept
        :lifecycle="lifecycle"
        :rehearsal="rehearsal"
      />
    </template>
  </ShellTheTray>
</template>
