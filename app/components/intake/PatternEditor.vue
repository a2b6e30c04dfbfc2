<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Profile } from '~~/core/intake'
import type { PatternTrial } from '~~/shared/answers'
import type { IntakePage } from '~~/shared/answers'

/** The name patterns of an intake, tried on its files while they are typed. */
const props = defineProps<{ page: IntakePage; locked: boolean }>()
const emit = defineEmits<{ keep: [profile: Profile] }>()
const patterns = ref([...props.page.intake.profile.patterns])
const tried = shallowRef<PatternTrial | null>(null)
const changed = computed(
  () => JSON.stringify(patterns.value) !== JSON.stringify(props.page.intake.profile.patterns),
)
const attemptNow = async () => {
  tried.value = await api<NonNullable<typeof tried.value>>(`intakes/${props.page.intake.id}/patterns`, {
    method: 'POST',
    body: { patterns: patterns.value },
  }).catch(() => null)
}
watch(patterns, useDebounceFn(attemptNow, 150), { deep: true })
onMounted(attemptNow)
const fault = (index: number) => tried.value?.faults.find((entry) => entry.pattern === index)
const move = (index: number, by: number) =>
  patterns.value.splice(index + by, 0, ...patterns.value.splice(index, 1))
</script>

<template>
  <div>
    <h2>Name patterns, tried in order</h2>
    <div
      v-for="(_, index) in patterns"
      :key="index"
      class="pattern"
    >
      <input
        v-model="patterns[index]"
        class="field mono"
        :disabled="locked"
        :aria-label="`Pattern ${index + 1}`"
        spellcheck="false"
      />
      <span
        class="mono soft"
        :title="`${tried?.counts[index] ?? 0} files`"
        >{{ tried?.counts[index] ?? '' }}</span
      >
      <button
        class="plain"
        :disabled="locked || index === 0"
        aria-label="Try it earlier"
        @click="move(index, -1)"
      >
        ↑</button
      ><button
        class="plain"
        :disabled="locked"
        aria-label="Remove the pattern"
        @click="patterns.splice(index, 1)"
      >
        ×
      </button>
      <p
        v-if="fault(index)"
        class="wrong"
      >
        ▲ Character {{ fault(index)!.position + 1 }}: {{ fault(index)!.message }}
      </p>
    </div>
    <p class="bar">
      <button
        class="link"
        :disabled="locked"
        @click="patterns.push('{number}_{revision}.{extension}')"
      >
        Add a pattern
      </button>
    </p>
    <p
      v-if="tried"
      :class="tried.unread ? 'waits' : 'soft'"
    >
      {{ tried.unread }} {{ tried.unread === 1 ? 'file is' : 'files are' }} read by none.
    </p>
    <p>
      <button
        class="act"
        :disabled="locked || !changed || !!tried?.faults.length"
        @click="emit('keep', { ...page.intake.profile, patterns })"
      >
        Use these patterns
      </button>
    </p>
    <h2>Tried on the files</h2>
    <div
      v-for="sample in tried?.samples"
      :key="sample.path"
      class="sample"
    >
      <span
        class="mono clip"
        :title="sample.path"
        >{{ sample.path.split('/').pop() }}</span><span
        v-if="sample.pattern === null"
        class="waits"
        >not read</span
      ><span
        v-else
        class="soft"
        >{{
          Object.entries(sample.reading)
            .filter(([key]) => key !== 'extension')
            .map(([key, value]) => `${key} ${value}`)
            .join(' · ')
        }}</span
      >
    </div>
    <h2>How patterns are written</h2>
    <p class="soft help">
      <code>{number}</code> <code>{revision}</code> <code>{title}</code> <code>{status}</code>
      <code>{date}</code> <code>{author}</code> <code>{extension}</code> are read, <code>{ignore}</code> is
      passed over; <code>{number:BR-####}</code> has that shape; <code>[…]</code> may be missing;
      <code>*</code> any text, <code>?</code> one character, <code>#</code> a digit, <code>@</code> a letter.
    </p>
  </div>
</template>

<style scoped>
.pattern {
  display: grid;
  grid-template-columns: 1fr 24px 12px 12px;
  gap: 4px;
  margin: 5px 0;
  align-items: center;
}
.pattern .field {
  font-size: 11px;
}
.pattern p {
  grid-column: 1 / -1;
  margin: 0;
}
.sample {
  display: grid;
  padding: 3px 0;
  border-bottom: 1px solid var(--hairline);
  line-height: 16px;
  font-size: 12px;
}
.help {
  line-height: 19px;
}
</style>
