<script setup lang="ts">
import type { RevisionStep } from '~~/core/revision'
import {
  type Lifecycle,
  schemeFor,
  type Transition,
  type TransitionPatch,
  type Trigger,
  triggerKinds,
} from '~~/core/configuration'
import { stepExample, stepsFor } from './steps'

/** What a transition is: its name, its states, how it is fired and what it does to the label. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition; fresh: boolean }>()
const emit = defineEmits<{ change: [patch: TransitionPatch]; removed: [] }>()
const { configuration, name, edit } = useLifecycle(() => props.lifecycle.id)
const change = (patch: TransitionPatch) => emit('change', patch)

const scheme = computed(() => schemeFor(configuration.value, props.lifecycle))
const steps = computed(() => stepsFor(configuration.value, scheme.value))
const states = computed(() =>
  props.lifecycle.states.map(({ state }) => ({ value: state, name: name(state) })),
)
const triggers = Object.entries(triggerKinds).map(([value, { name: words }]) => ({ value, name: words }))

const example = computed(() => stepExample(configuration.value, scheme.value, props.transition.revision))

const text = (event: Event) => (event.target as HTMLInputElement).value

const nameField = ref<HTMLInputElement>()
watch(
  () => [props.transition.id, props.fresh],
  () => props.fresh && nextTick(() => nameField.value?.select()),
  { immediate: true },
)
async function remove() {
  if (
    await edit({ kind: 'remove-transition', lifecycle: props.lifecycle.id, transition: props.transition.id })
  )
    emit('removed')
}
</script>

<template>
  <h3>
    {{ transition.name }}
    <span class="soft">{{ transition.from.map(name).join(', ') }} → {{ name(transition.to) }}</span>
  </h3>
  <div class="form">
    <label for="transition-name">Name</label
    ><input
      id="transition-name"
      ref="nameField"
      class="field"
      :value="transition.name"
      @change="change({ name: text($event) })"
    />
    <label>From</label
    ><ElSelect
      :model-value="transition.from"
      multiple
      collapse-tags
      collapse-tags-tooltip
      size="small"
      aria-label="From"
      @update:model-value="change({ from: $event })"
      ><ElOption
        v-for="use in lifecycle.states"
        :key="use.state"
        :value="use.state"
        :label="name(use.state)"
    /></ElSelect>
    <label for="transition-to">To</label
    ><CommonPick
      id="transition-to"
      :value="transition.to"
      :options="states"
      @pick="change({ to: $event })"
    />
    <label for="transition-trigger">Fired</label
    ><CommonPick
      id="transition-trigger"
      :value="transition.trigger"
      :options="triggers"
      @pick="change({ trigger: $event as Trigger })"
    />
    <label for="transition-step">Label</label
    ><CommonPick
      id="transition-step"
      :value="transition.revision"
      :options="steps"
      @pick="change({ revision: $event as RevisionStep })"
    />
    <label for="transition-guidance">Guidance</label
    ><input
      id="transition-guidance"
      class="field"
      :value="transition.guidance"
      maxlength="2000"
      placeholder="for those who fire or sign it"
      @change="change({ guidance: text($event).trim() || null })"
    />
    <template v-if="transition.trigger === 'quorum'"
      ><label for="transition-due">Late after</label
      ><span
        ><input
          id="transition-due"
          class="field due"
          type="number"
          min="1"
          max="3650"
          :value="transition.due"
          @change="change({ due: Number(text($event)) || null })"
        />
        days</span
      ></template
    >
  </div>
  <p class="soft consequence">{{ example }}</p>
  <button
    class="link wrong"
    @click="remove"
  >
    Remove this transition
  </button>
</template>

<style scoped src="../common/tray-form.css"></style>

<style scoped>
.due {
  width: 70px;
}
</style>
