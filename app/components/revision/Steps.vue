<script setup lang="ts">
import {
  format,
  type Position,
  previous,
  RevisionError,
  type RevisionScheme,
  step,
  type Step,
} from '~~/core/revision'

/** The steps from a label, each with where it leads; pressing one walks it. */
const props = defineProps<{ scheme: RevisionScheme; at: Position; walked: string[] }>()
const emit = defineEmits<{ go: [position: Position]; restart: [] }>()

const kinds: { kind: Step; name: string; key: string }[] = [
  { kind: 'minor', name: 'minor', key: 'M' },
  { kind: 'major', name: 'major', key: 'J' },
  { kind: 'settle', name: 'settle', key: 'S' },
  { kind: 'series', name: 'next series', key: 'X' },
]
const steps = computed(() =>
  kinds.map(({ kind, name, key }) => {
    try {
      const to = step(props.scheme, props.at, kind)
      return { name, key, to, label: format(props.scheme, to), fault: '' }
    } catch (error) {
      if (error instanceof RevisionError) return { name, key, to: null, label: '–', fault: error.message }
      throw error
    }
  }),
)
const back = computed(() => previous(props.scheme, props.at))
const walk = (index: number) => steps.value[index]!.to && emit('go', steps.value[index]!.to!)
useShortcuts([
  { keys: 'M', does: 'walk a minor step', run: () => walk(0) },
  { keys: 'J', does: 'walk a major step', run: () => walk(1) },
  { keys: 'S', does: 'settle', run: () => walk(2) },
  { keys: 'X', does: 'start the next series', run: () => walk(3) },
  {
    keys: 'Backspace',
    does: 'back to the label before',
    run: () => back.value && emit('go', back.value.position),
  },
])
</script>

<template>
  <div
    class="steps"
    role="group"
    aria-label="Steps"
  >
    <span
      >At
      <b
        class="mono big"
        data-role="at"
        >{{ format(scheme, at) }}</b
      ></span
    >
    <button
      v-for="(entry, index) in steps"
      :key="entry.name"
      class="act step"
      :disabled="!entry.to"
      :title="entry.fault || `${entry.name} (${entry.key})`"
      @click="walk(index)"
    >
      {{ entry.name }}
      <span class="mono">{{
        entry.to && entry.label === format(scheme, at) ? 'stays' : `→ ${entry.label}`
      }}</span>
    </button>
    <button
      class="link"
      :disabled="!back"
      @click="back && emit('go', back.position)"
    >
      back{{ back ? ` to ${format(scheme, back.position)}` : '' }}
    </button>
    <span class="grow" />
    <template v-if="walked.length > 1"
      ><span class="soft">walked</span
      ><CommonRevisionTape
        :rows="walked.map((label) => ({ label, origin: 'native' }))"
        :most="9"
      /><button
        class="link"
        @click="emit('restart')"
      >
        start over
      </button></template
    >
    <span
      v-else
      class="soft"
      >Steps walk along the ruler; nothing is changed by walking.</span
    >
  </div>
</template>

<style scoped>
.steps {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
  flex-wrap: wrap;
}
.big {
  font-size: 17px;
}
.step:disabled {
  text-decoration: line-through;
}
</style>
