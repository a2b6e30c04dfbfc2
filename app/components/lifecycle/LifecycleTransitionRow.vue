<script setup lang="ts">
import { nobodyFires, type Transition } from '~~/core/configuration'

/** A transition as a rung on the sheet, with who fires it, what the label does, when and what follows. */
const props = defineProps<{
  transition: Transition
  columns: string[]
  column: number
  chosen: boolean
  /** Its place in the way that is traced; 0 where it is not on it. */
  step: number
  /** What is found about it, in words. */
  said: string
  wrong: boolean
  who: string
  label: string
  words: string
}>()
const emit = defineEmits<{ select: []; shift: [by: number] }>()
const wordsAtLength = computed(() =>
  [props.words, props.transition.guard && `Guard: ${props.transition.guard}`].filter(Boolean).join('\n'),
)
</script>

<template>
  <div
    class="line rung"
    :class="{ selected: chosen, traced: step }"
    @click="emit('select')"
  >
    <button
      class="plain clip"
      :aria-label="transition.name"
      @keydown.alt.up.prevent="emit('shift', -1)"
      @keydown.alt.down.prevent="emit('shift', 1)"
    >
      <span
        v-if="step"
        class="stop"
        >{{ step }}</span><span
        v-if="said"
        :class="wrong ? 'wrong' : 'waits'"
        :title="said"
        >▲ </span
      >{{ transition.name }}
    </button>
    <LifecycleRung
      class="span"
      :states="columns"
      :column="column"
      :transition="transition"
    />
    <span
      class="clip"
      :class="{ wrong: nobodyFires(transition) }"
      :title="who"
    >
      {{ who }}
    </span>
    <span class="mono">{{ label }}</span>
    <span
      class="clip soft"
      :title="wordsAtLength"
    >
      {{ words }}
    </span>
  </div>
</template>

<style scoped>
.span {
  grid-column: 2 / calc(var(--columns) + 2);
  padding: 0;
}
.rung {
  cursor: pointer;
}
/* The sheet has drawn its hairlines behind all rows: only what covers them draws its own. */
.rung:not(:hover, .selected) > .span {
  background-image: none;
}
.rung:hover {
  background: var(--well);
}
.rung.selected {
  background: var(--tint);
}
</style>
