<script setup lang="ts">
import '@vue-flow/core/dist/style.css'
import '@vue-flow/minimap/dist/style.css'
import { Handle, Position, useVueFlow, VueFlow, type Connection, type Edge, type Node } from '@vue-flow/core'
import { MiniMap } from '@vue-flow/minimap'
import { mapSvg } from '~~/core/formats'
import { type Lifecycle, mayFire } from '~~/core/configuration'
import type { Selection } from '~/composables/useLifecycle'
import { saveMap } from '~/composables/saveMap'

/** The same lifecycle as states and lines between them: pan, zoom, fit, select, draw; saved as SVG, PNG or PDF. */
const props = defineProps<{ lifecycle: Lifecycle; selection: Selection; only: string }>()
const emit = defineEmits<{ select: [selection: Selection]; drawn: [from: string, to: string] }>()
const { configuration, name, here } = useLifecycle(() => props.lifecycle.id)
const layout = useMapLayout(() => props.lifecycle)
const { fitView, zoomIn, zoomOut, onNodesInitialized, dimensions } = useVueFlow('map')

const isState = (state: string) => props.selection?.kind === 'state' && props.selection.state === state
const isSelected = (id: string) => props.selection?.kind === 'transition' && props.selection.transition === id
const useOf = (state: string) => props.lifecycle.states.find((use) => use.state === state)
const transitionOf = (id: string) => props.lifecycle.transitions.find((other) => other.id === id)

const nodes = computed<Node[]>(() =>
  (layout.value?.nodes ?? []).map(({ state, x, y, width, height }) => ({
    id: state,
    type: 'state',
    position: { x, y },
    width,
    height,
    data: {},
    ariaLabel: `State ${name(state)}`,
  })),
)
const edges = computed<Edge[]>(() =>
  (layout.value?.edges ?? []).flatMap((edge) => {
    const transition = transitionOf(edge.transition)
    return transition
      ? [
          {
            id: `${edge.transition} ${edge.from}`,
            source: edge.from,
            target: transition.to,
            type: 'transition',
            data: edge,
            ariaLabel: `Transition ${transition.name}`,
          },
        ]
      : []
  }),
)
const muted = (id: string) => props.only !== '' && !mayFire(props.only, transitionOf(id)!)
const connect = ({ source, target }: Connection) => emit('drawn', source, target)
const fit = () => fitView({ padding: 0.08, maxZoom: 1.2 })
onNodesInitialized(fit)
watch(
  () => [layout.value?.width, layout.value?.height, dimensions.value.height],
  () => nextTick(fit),
)
const drawing = () => mapSvg(configuration.value, props.lifecycle, layout.value!)
const save = (kind: 'svg' | 'png' | 'pdf') => attempt(() => saveMap(drawing(), kind, props.lifecycle.id))
</script>

<template>
  <div
    class="map"
    role="group"
    :aria-label="`Map of ${lifecycle.name}`"
  >
    <VueFlow
      id="map"
      :nodes="nodes"
      :edges="edges"
      :nodes-draggable="false"
      :min-zoom="0.1"
      :max-zoom="3"
      :edges-updatable="false"
      :delete-key-code="null"
      :connect-on-click="false"
      @node-click="emit('select', { kind: 'state', state: $event.node.id })"
      @edge-click="emit('select', { kind: 'transition', transition: $event.edge.data.transition })"
      @connect="connect"
    >
      <template #node-state="{ id }">
        <Handle
          type="target"
          :position="Position.Left"
        />
        <div
          v-if="useOf(id)"
          class="state"
          :class="[useOf(id)!.phase, { selected: isState(id) }]"
        >
          <b class="clip">{{ name(id) }}</b><small>{{ useOf(id)!.phase }} · {{ here(id) }} here</small>
        </div>
        <Handle
          type="source"
          :position="Position.Right"
          title="Drag to another state to draw a transition"
        />
      </template>
      <template #edge-transition="{ data }">
        <LifecycleMapTransition
          v-if="transitionOf(data.transition)"
          :transition="transitionOf(data.transition)!"
          :points="data.points"
          :label="data.label"
          :class="{ selected: isSelected(data.transition), muted: muted(data.transition) }"
        />
      </template>
      <p
        v-if="!layout"
        class="soft laying"
      >
        Laying out {{ lifecycle.states.length }} states and {{ lifecycle.transitions.length }} transitions…
      </p>
      <MiniMap
        v-if="nodes.length > 6"
        pannable
        zoomable
        :width="160"
        :height="90"
        aria-label="The whole map"
      />
    </VueFlow>
    <LifecycleMapTools
      :ready="!!layout"
      @in="zoomIn()"
      @out="zoomOut()"
      @fit="fit"
      @save="save"
    />
  </div>
</template>

<style scoped>
.map {
  position: relative;
  height: calc(100cqh - 116px);
  min-height: 280px;
  margin-top: 8px;
  border: 1px solid var(--hairline);
  background: var(--sheet);
}
.state {
  width: 140px;
  height: 44px;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  display: grid;
  align-content: center;
  justify-items: center;
  line-height: 16px;
  padding: 0 8px;
}
.state b {
  max-width: 100%;
  font-weight: 600;
}
.state small {
  font-size: 10.5px;
  color: inherit;
}
.state.review {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--tint) 5px 7px);
}
.state.issued {
  background: var(--ink);
  color: var(--inverse);
}
.state.retired {
  background: var(--paper);
  color: var(--ink-soft);
  border-style: dashed;
}
.state.selected {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
.laying {
  position: absolute;
  left: 16px;
  top: 12px;
}
.map :deep(.vue-flow__handle) {
  width: 7px;
  height: 7px;
  background: var(--sheet);
  border: 1px solid var(--ink-faint);
}
.map :deep(.vue-flow__minimap) {
  background: var(--paper);
  border: 1px solid var(--line);
}
.map :deep(.vue-flow__node:focus-visible) {
  outline: 2px solid var(--accent);
  outline-offset: 4px;
}
</style>
