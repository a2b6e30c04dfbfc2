<script setup lang="ts">
import type { Lifecycle } from '~~/core/configuration'
import type { Selection } from '~/composables/useLifecycle'

/** The tray for what is selected on the sheet; `fresh` is a transition that was drawn just now. */
const props = defineProps<{ lifecycle: Lifecycle; selection: Selection; fresh: string }>()
const emit = defineEmits<{ close: [] }>()
const transition = computed(() => {
  const selected = props.selection?.kind === 'transition' ? props.selection.transition : undefined
  return props.lifecycle.transitions.find(({ id }) => id === selected)
})
const use = computed(() => {
  const selected =
    props.selection && props.selection.kind !== 'transition' ? props.selection.state : undefined
  return props.lifecycle.states.find(({ state }) => state === selected)
})
</script>

<template>
  <LifecycleGuardTray
    v-if="transition && selection?.kind === 'transition' && selection.part"
    :lifecycle="lifecycle"
    :transition="transition"
    @close="emit('close')"
  />
  <LifecycleTransitionTray
    v-else-if="transition"
    :key="transition.id"
    :lifecycle="lifecycle"
    :transition="transition"
    :fresh="fresh === transition.id"
    @close="emit('close')"
  />
  <LifecycleGrantTray
    v-else-if="use && selection?.kind === 'grant'"
    :lifecycle="lifecycle"
    :use="use"
    :principal="selection.principal"
    @close="emit('close')"
  />
  <LifecycleStateTray
    v-else-if="use"
    :key="use.state"
    :lifecycle="lifecycle"
    :use="use"
    :fresh="false"
    @close="emit('close')"
  />
</template>
