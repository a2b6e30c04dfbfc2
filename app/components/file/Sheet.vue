<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'

/**
 * A sheet with its places lit where they stand on it. The SVG is the server’s own drawing: nothing in it runs. Each
 * place is a button, so that it can be reached without a mouse.
 */
const props = defineProps<{
  svg: string
  /** How a place is lit, and what is said of it. */
  lit: (place: string) => { look: 'chosen' | 'bound' | 'free'; words: string }
}>()
const emit = defineEmits<{ pick: [place: string] }>()

interface Spot {
  place: string
  style: Record<string, string>
}
const frame = ref<HTMLElement>()
const spots = shallowRef<Spot[]>([])

/** Lays a button over every text that is a place. */
function lay() {
  const around = frame.value?.getBoundingClientRect()
  if (!around) return
  // A place that holds nothing stands nowhere on the sheet: it is in the list beside it.
  const seen = [...frame.value!.querySelectorAll<SVGGraphicsElement>('[data-place]')].filter(
    (element) => element.getBoundingClientRect().width > 0,
  )
  spots.value = seen.map((element) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    const grown = {
      left: left - around.left - 2,
      top: top - around.top - 1,
      width: width + 4,
      height: height + 2,
    }
    return {
      place: element.dataset.place!,
      style: Object.fromEntries(
        Object.entries(grown).map(([side, value]) => [side, `${Math.max(value, 4)}px`]),
      ),
    }
  })
}
useResizeObserver(frame, lay)
watch(
  () => props.svg,
  () => void nextTick(lay),
  { immediate: true },
)
</script>

<template>
  <div class="frame">
    <!-- eslint-disable-next-line vue/no-v-html -- drawn by the server from shapes alone -->
    <div
      ref="frame"
      class="paper"
      v-html="svg"
    />
    <button
      v-for="(spot, index) in spots"
      :key="`${spot.place} ${index}`"
      class="spot"
      :class="lit(spot.place).look"
      :style="spot.style"
      :title="`${spot.place}: ${lit(spot.place).words}`"
      :aria-label="`${spot.place}: ${lit(spot.place).words}`"
      @click="emit('pick', spot.place)"
    />
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  border: 1px solid var(--line);
}
.paper {
  background: var(--white);
  color: var(--on-white);
}
.paper :deep(svg) {
  display: block;
  width: 100%;
  height: min(46vh, 400px);
}
/* A hair is as thin as a screen can show it, however small the sheet is. */
.paper :deep(path[fill='none']:not([stroke-dasharray])) {
  vector-effect: non-scaling-stroke;
  stroke-width: 1px;
}
.spot {
  position: absolute;
  padding: 0;
  border: 1px solid var(--waits-line);
  background: rgb(183 137 42 / 0.1);
  cursor: pointer;
}
.spot.bound {
  border-color: #4c3f73;
  background: rgb(76 63 115 / 0.1);
}
.spot.chosen {
  border: 2px solid #4c3f73;
  background: rgb(76 63 115 / 0.2);
}
</style>
