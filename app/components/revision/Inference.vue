<script setup lang="ts">
import {
  checkScheme,
  type Inference,
  type RevisionScheme,
  seriesInWords,
  type Step,
  walk,
} from '~~/core/revision'

/** A scheme proposed from labels: what it is, how much it explains, and what it does not. */
const props = defineProps<{ inference: Inference }>()
const emit = defineEmits<{ take: [name: string]; close: [] }>()
const name = ref('Inferred scheme')
/** With more digits where one would round a few unexplained labels away. */
const share = computed(() => {
  const { explained } = props.inference
  return `${(explained * 100).toFixed(explained > 0.999 && explained < 1 ? 2 : 1)} %`
})
/** The first few labels of each series, so that one sees at once what it counts. */
const samples = computed(() =>
  props.inference.scheme.series.map((series, index) => {
    const alone: RevisionScheme = { id: 'one', name: 'One', series: [props.inference.scheme.series[index]!] }
    const steps: Step[] = series.minor ? ['minor', 'minor', 'major', 'minor'] : ['major', 'major', 'major']
    for (let length = steps.length; length >= 0; length--) {
      try {
        return walk(alone, steps.slice(0, length)).join(' ')
      } catch {
        // a short counter: fewer steps then
      }
    }
    return ''
  }),
)
const sound = computed(() => checkScheme(props.inference.scheme).length === 0)
</script>

<template>
  <section
    class="inference"
    aria-label="Inferred scheme"
  >
    <p>
      <b>{{ share }}</b> of {{ inference.total.toLocaleString('en') }} labels ({{
        inference.distinct.toLocaleString('en')
      }}
      different) are explained by {{ inference.scheme.series.length }} series:
    </p>
    <ol>
      <li
        v-for="(series, index) in inference.scheme.series"
        :key="series.id"
      >
        {{ seriesInWords(series) }} <span class="mono soft">{{ samples[index] }} …</span>
      </li>
    </ol>
    <p
      v-for="guess in inference.guesses"
      :key="guess"
      class="waits"
    >
      △ {{ guess.charAt(0).toUpperCase() + guess.slice(1) }}. Give a register with dates, or move the series.
    </p>
    <p
      v-if="!inference.outliers.length"
      class="soft"
    >
      No label is left over.
    </p>
    <template v-else>
      <p>
        {{ inference.outliers.length }} {{ inference.outliers.length === 1 ? 'label is' : 'labels are' }} left
        over; nearest legal ones beside:
      </p>
      <ul class="outliers">
        <li
          v-for="label in inference.outliers.slice(0, 60)"
          :key="label"
        >
          <span class="mono wrong">{{
            label.length > 24 ? `${label.slice(0, 24)}…` : label || '(blank)'
          }}</span>
          <span class="mono soft">{{ inference.nearest[label]?.join(' ') || '–' }}</span>
        </li>
      </ul>
      <p
        v-if="inference.outliers.length > 60"
        class="soft"
      >
        and {{ inference.outliers.length - 60 }} more
      </p>
    </template>
    <div class="bar">
      <input
        v-model="name"
        class="field name"
        aria-label="Name of the inferred scheme"
      /><button
        class="act main"
        :disabled="!sound || !name.trim()"
        @click="emit('take', name)"
      >
        Add to the draft</button
      ><button
        class="link"
        @click="emit('close')"
      >
        Forget it
      </button>
    </div>
  </section>
</template>

<style scoped>
.inference {
  border: 1px solid var(--accent);
  background: var(--tint);
  padding: 8px 12px;
}
ol {
  margin: 0 0 6px;
  padding-left: 20px;
}
.outliers {
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  max-height: 84px;
  overflow: auto;
}
.name {
  flex: 1;
  min-width: 0;
}
.bar > button {
  white-space: nowrap;
}
</style>
