<script setup lang="ts">
import { compare, labelParts, type Position, type RevisionScheme } from '~~/core/revision'
import { counted } from '~/format'
import { lanesOf } from './lanes'

/** A scheme as a ruler: one lane a series, majors in order, minors where they are opened or in use. */
const props = defineProps<{
  scheme: RevisionScheme
  at: Position | null
  /** How many documents carry each label now. */
  taken: Map<string, number>
  /** The labels that are being tried, with how often. */
  tried: Map<string, number>
}>()
const emit = defineEmits<{ go: [position: Position] }>()

const more = reactive<Record<number, number>>({})
const lanes = computed(() =>
  lanesOf(props.scheme, props.at, [...props.taken.keys(), ...props.tried.keys()], more),
)
const isHere = (position: Position) => props.at !== null && compare(props.scheme, props.at, position) === 0
const words = (label: string, position: Position) => {
  const { series, major, minor } = labelParts(props.scheme, position)
  const place = `series ${series}, major ${major}${minor === null ? '' : `, minor ${minor}`}`
  const taken = props.taken.get(label)
  return `${label}: ${place}${taken ? `; carried by ${counted(taken, 'document')}` : ''}`
}
const lanesBox = ref<HTMLElement>()
watch(
  () => props.at,
  async () => {
    await nextTick()
    lanesBox.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
)
</script>

<template>
  <div
    ref="lanesBox"
    class="ruler sheet"
    role="group"
    :aria-label="`Ruler of ${scheme.name}`"
  >
    <div
      v-for="lane in lanes"
      :key="lane.index"
      class="lane"
    >
      <div
        class="name clip"
        :title="lane.words"
      >
        <b>{{ lane.series.id }}</b><br /><span class="soft">{{ lane.words }}</span>
      </div>
      <div class="marks">
        <button
          v-for="mark in lane.marks"
          :key="mark.label"
          class="plain mark"
          :class="[
            mark.kind,
            { here: isHere(mark.position), taken: taken.has(mark.label), tried: tried.has(mark.label) },
          ]"
          :aria-label="words(mark.label, mark.position)"
          :aria-current="isHere(mark.position) ? 'true' : undefined"
          :title="words(mark.label, mark.position)"
          @click="emit('go', mark.position)"
        >
          <span class="label mono">{{ mark.label }}</span><span class="tick" /><span class="count mono">{{
            taken.get(mark.label) ?? ''
          }}</span>
        </button>
        <button
          v-if="!lane.ends"
          class="link further"
          :aria-label="`More of ${lane.series.id}`"
          @click="more[lane.index] = (more[lane.index] ?? 0) + 30"
        >
          further
        </button>
        <span
          v-else
          class="end soft"
          title="The counter ends here"
          >end</span
        >
      </div>
    </div>
  </div>
</template>

<style scoped>
.lane {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  border-bottom: 1px solid var(--hairline);
}
.lane:last-child {
  border-bottom: 0;
}
.name {
  padding: 8px 10px;
  font-size: 12px;
  line-height: 16px;
  border-right: 1px solid var(--ink);
  overflow: hidden;
  white-space: normal;
  max-height: 56px;
}
.marks {
  display: flex;
  align-items: flex-end;
  overflow-x: auto;
  padding: 4px 6px 2px;
  scrollbar-width: thin;
}
.mark {
  display: grid;
  justify-items: center;
  grid-template-rows: 18px 12px 14px;
  min-width: 25px;
  padding: 0 3px;
  flex: none;
  border-bottom: 0;
  position: relative;
}
.mark::after {
  content: '';
  position: absolute;
  left: 0;
  right: 0;
  top: 30px;
  border-top: 1px solid var(--ink);
}
.label {
  line-height: 18px;
  padding: 0 3px;
  border-radius: 2px;
}
.tick {
  width: 1px;
  height: 12px;
  background: var(--ink);
}
.minor {
  min-width: 18px;
}
.minor .label {
  font-size: 10px;
  color: var(--ink-soft);
}
.minor .tick {
  height: 6px;
  align-self: end;
}
.count {
  font-size: 10px;
  line-height: 14px;
  color: var(--ink-soft);
}
.taken .label {
  font-weight: 600;
  color: var(--ink);
}
.taken .tick {
  width: 5px;
}
.tried .label {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
.here .label {
  background: var(--accent);
  color: var(--inverse);
}
.mark:hover .label {
  background: var(--tint);
  color: var(--ink);
}
.further,
.end {
  align-self: center;
  padding: 0 10px;
  flex: none;
  font-size: 12px;
}
</style>
