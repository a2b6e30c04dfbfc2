<script setup lang="ts">
import { compare, type RevisionScheme } from '~~/core/revision'
import type { ReadLabel } from '~/workers/labels'

/** How many there are at each label, in the scheme's order; those the scheme does not read stand apart on the right. */
const props = defineProps<{ scheme: RevisionScheme; read: ReadLabel[] }>()
const box = ref<HTMLElement>()
const dark = useDarkness()
const mostBars = 120

const inWords = (shown: { label: string; count: number }[]) =>
  shown.map(({ label, count }) => `${label} ${count}`).join(', ') || 'none'
const bars = computed(() => {
  const legal = new Map<string, { label: string; count: number; position: Parameters<typeof compare>[1] }>()
  const outliers: { label: string; count: number }[] = []
  for (const { label, count, reading } of props.read) {
    if (!reading.ok)
      outliers.push({ label: label.length > 14 ? `${label.slice(0, 13)}…` : label || '(blank)', count })
    else
      legal.set(reading.canonical, {
        label: reading.canonical,
        position: reading.position,
        count: (legal.get(reading.canonical)?.count ?? 0) + count,
      })
  }
  const sorted = [...legal.values()].sort((a, b) => compare(props.scheme, a.position, b.position))
  outliers.sort((a, b) => b.count - a.count)
  return {
    legal: sorted.slice(0, mostBars),
    outliers: outliers.slice(0, 30),
    left: Math.max(0, sorted.length - mostBars) + Math.max(0, outliers.length - 30),
  }
})
const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

interface Bar {
  label: string
  count: number
}
function layoutOf(legal: Bar[], outliers: Bar[]): object {
  const most = Math.max(0, ...[...legal, ...outliers].map(({ count }) => count))
  return {
    margin: { l: 40, r: 8, t: 8, b: 44 },
    height: 210,
    bargap: 0.25,
    showlegend: outliers.length > 0,
    legend: { orientation: 'h', x: 1, xanchor: 'right', y: 1.02, yanchor: 'bottom' },
    paper_bgcolor: 'rgba(0,0,0,0)',
    plot_bgcolor: 'rgba(0,0,0,0)',
    font: { family: 'IBM Plex Mono, monospace', size: 11, color: colour('--ink') },
    xaxis: { type: 'category', fixedrange: true, tickangle: legal.length > 30 ? -90 : 0 },
    yaxis: {
      fixedrange: true,
      gridcolor: colour('--hairline'),
      zeroline: false,
      rangemode: 'tozero',
      tickformat: 'd',
      nticks: 5,
      ...(most <= 4 ? { dtick: 1 } : {}),
    },
  }
}

async function draw() {
  const { default: Plotly } = await import('plotly.js-dist-min')
  if (!box.value) return
  const { legal, outliers } = bars.value
  const trace = (name: string, list: Bar[], fill: string, pattern: string) => ({
    type: 'bar' as const,
    name,
    x: list.map(({ label }) => label),
    y: list.map(({ count }) => count),
    hovertemplate: `%{x}: %{y}<extra>${name}</extra>`,
    marker: { color: fill, pattern: { shape: pattern as '/' } },
  })
  await Plotly.react(
    box.value,
    [
      trace('read by the scheme', legal, colour('--ink'), ''),
      trace('not read', outliers, colour('--wrong'), '/'),
    ],
    layoutOf(legal, outliers),
    { displayModeBar: false, responsive: true },
  )
}
watch(
  [bars, dark],
  () =>
    void draw().catch((error: Error) =>
      useNotices().refuse(`the plot cannot be drawn: ${error.message}`, []),
    ),
  { immediate: false },
)
onMounted(draw)
</script>

<template>
  <figure>
    <div
      ref="box"
      class="plot"
      role="img"
      :aria-label="`How many there are at each label: ${inWords(bars.legal)}. Not read: ${inWords(bars.outliers)}`"
    />
    <figcaption
      v-if="bars.left"
      class="soft"
    >
      {{ bars.left }} more labels are not drawn; the table has them all.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}
.plot {
  min-height: 210px;
}
</style>
