<script setup lang="ts">
import { type Configuration, stateName } from '~~/core/configuration'
import type { PossibleAct } from '~~/shared/answers'
import { counted } from '~/format'

/** The transitions from where a document stands, each with the label it gives, or how many reasons stand against it. */
const props = defineProps<{
  acts: PossibleAct[]
  chosen: PossibleAct | undefined
  configuration: Configuration
  state: string
}>()
const emit = defineEmits<{ choose: [transition: string] }>()
function standing({ decision, round }: PossibleAct): string {
  if (round && (decision.ok || round.signed > 0)) return `${round.signed} of ${round.needed} signed`
  if (decision.ok) return `${decision.outcome.before ?? '–'} → ${decision.outcome.after ?? '–'}`
  if (decision.reasons.every(({ rule }) => rule === 'comment')) return 'asks for a comment'
  return `not now, ${counted(decision.reasons.length, 'reason')}`
}
const nameOf = (state: string) => stateName(props.configuration, state)
</script>

<template>
  <button
    v-for="entry in acts"
    :key="entry.transition.id"
    class="plain possible"
    :class="{ chosen: chosen === entry }"
    @click="emit('choose', entry.transition.id)"
  >
    <b>{{ entry.transition.name }}</b>
    <span class="soft">→ {{ nameOf(entry.transition.to) }}</span>
    <span :class="entry.decision.ok ? 'mono' : 'soft'">{{ standing(entry) }}</span>
  </button>
  <p
    v-if="!acts.length"
    class="soft"
  >
    None: {{ nameOf(state) }} is the end of the way.
  </p>
</template>

<style scoped>
.possible {
  display: flex;
  gap: 6px;
  width: 100%;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
  flex-wrap: wrap;
}
.possible:hover {
  background: var(--well);
}
.possible.chosen {
  background: var(--tint);
}
.possible > :last-child {
  margin-left: auto;
}
</style>
