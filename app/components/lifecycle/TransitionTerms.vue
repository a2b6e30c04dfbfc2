<script setup lang="ts">
import type { Lifecycle, Transition, TransitionPatch } from '~~/core/configuration'

/** Who may fire a transition, and when: its people, its guard, what it asks for. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition }>()
const emit = defineEmits<{ change: [patch: TransitionPatch] }>()
const { name } = useLifecycle(() => props.lifecycle.id)
const change = (patch: TransitionPatch) => emit('change', patch)
const people = usePrincipals()

const guard = ref(props.transition.guard ?? '')
watch(
  () => [props.transition.id, props.transition.guard],
  () => (guard.value = props.transition.guard ?? ''),
)
const keepGuard = () =>
  guard.value.trim() !== (props.transition.guard ?? '') && change({ guard: guard.value.trim() || null })

function exclude(whom: 'creator' | 'lastEditor', event: Event) {
  const others = (props.transition.notBy ?? []).filter((other) => other !== whom)
  change({ notBy: (event.target as HTMLInputElement).checked ? [...others, whom] : others })
}
</script>

<template>
  <h3>Who, and when</h3>
  <div class="form">
    <template v-if="transition.trigger === 'hand'"
      ><label>Fired by</label
      ><ElSelect
        :model-value="transition.firedBy ?? []"
        multiple
        filterable
        collapse-tags
        collapse-tags-tooltip
        :max-collapse-tags="2"
        size="small"
        aria-label="Fired by"
        placeholder="nobody yet"
        @update:model-value="change({ firedBy: $event })"
        ><ElOption
          v-for="person in people"
          :key="person.value"
          :value="person.value"
          :label="person.name" /></ElSelect
    ></template>
    <template v-else-if="transition.trigger === 'quorum'"
      ><label>Seats</label
      ><LifecycleSeats
        :seats="transition.seats ?? []"
        @change="change({ seats: $event.length ? $event : null })"
    /></template>
    <template v-else
      ><label>Fired by</label><span class="soft">itself, as soon as its guard holds</span></template
    >
    <label for="transition-guard">Guard</label
    ><textarea
      id="transition-guard"
      v-model="guard"
      class="field mono"
      rows="2"
      spellcheck="false"
      placeholder="always"
      @blur="keepGuard"
      @keydown.ctrl.enter="keepGuard"
    />
  </div>
  <LifecycleGuardReach
    class="consequence"
    :lifecycle="lifecycle.id"
    :transition="transition"
    :guard="guard"
    brief
  />
  <p class="consequence">
    <NuxtLink :to="{ query: { transition: transition.id, part: 'guard' } }"
      >Guard as rows, and what it leads to</NuxtLink
    >
  </p>
  <label class="check"
    ><input
      type="checkbox"
      :checked="transition.comment === 'required'"
      @change="change({ comment: ($event.target as HTMLInputElement).checked ? 'required' : null })"
    />
    asks for a comment</label
  >
  <label class="check"
    ><input
      type="checkbox"
      :checked="transition.notBy?.includes('lastEditor')"
      @change="exclude('lastEditor', $event)"
    />
    not by who edited last</label
  >
  <label class="check"
    ><input
      type="checkbox"
      :checked="transition.notBy?.includes('creator')"
      @change="exclude('creator', $event)"
    />
    nor by who created it</label
  >
  <br /><label class="check"
    >references in
    <ElSelect
      class="states"
      :model-value="transition.references?.states ?? []"
      multiple
      collapse-tags
      size="small"
      aria-label="Where references have to stand"
      placeholder="any state"
      @update:model-value="
        change({
          references: $event.length ? { depth: 'all', ...transition.references, states: $event } : null,
        })
      "
      ><ElOption
        v-for="use in lifecycle.states"
        :key="use.state"
        :value="use.state"
        :label="name(use.state)" /></ElSelect
  ></label>
  <label
    v-if="transition.references"
    class="check"
    ><input
      type="checkbox"
      :checked="transition.references.depth === 'all'"
      @change="
        change({
          references: {
            ...transition.references,
            depth: ($event.target as HTMLInputElement).checked ? 'all' : 'direct',
          },
        })
      "
    />
    those of references too</label
  >
</template>

<style scoped src="../common/tray-form.css"></style>

<style scoped>
.check {
  margin-right: 16px;
  white-space: nowrap;
}
.states {
  width: 118px;
}
</style>
