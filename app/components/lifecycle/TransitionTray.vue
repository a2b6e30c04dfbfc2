<script setup lang="ts">
import type { Lifecycle, Transition, TransitionPatch } from '~~/core/configuration'

/** The tray of a transition: what it is, what it rests on, what it leads to. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition; fresh: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, findings, edit } = useLifecycle(() => props.lifecycle.id)

const folders = computed(() => useConfiguration().folders.map(({ path }) => path))

const change = (patch: TransitionPatch) =>
  edit({ kind: 'change-transition', lifecycle: props.lifecycle.id, transition: props.transition.id, patch })
</script>

<template>
  <ShellTheTray
    :label="`Transition ${transition.name}`"
    :height="236"
    @close="emit('close')"
  >
    <template #what>
      <LifecycleTransitionFacts
        :lifecycle="lifecycle"
        :transition="transition"
        :fresh="fresh"
        @change="change"
        @removed="emit('close')"
      />
    </template>
    <template #rests>
      <LifecycleTransitionTerms
        :lifecycle="lifecycle"
        :transition="transition"
        @change="change"
      />
    </template>
    <template #leads>
      <CommonFindingLine
        v-for="finding in findings({ transition: transition.id })"
        :key="finding.code + finding.message"
        :finding="finding"
      />
      <h3>What it does, in this order</h3>
      <LifecycleEffects
        :effects="transition.effects"
        :attributes="configuration.attributes"
        :seats="transition.seats ?? []"
        :scripts="configuration.scripts ?? []"
        :folders="folders"
        @change="change({ effects: $event })"
      />
      <LifecycleEffectsPreview
        :lifecycle="lifecycle"
        :transition="transition"
      />
      <h3 class="then">Who is told</h3>
      <LifecycleNoticeList
        :notices="transition.notices ?? []"
        :attributes="configuration.attributes"
        :by-quorum="transition.trigger === 'quorum'"
        @change="change({ notices: $event.length ? $event : null })"
      />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.then {
  margin-top: 8px;
}
</style>
