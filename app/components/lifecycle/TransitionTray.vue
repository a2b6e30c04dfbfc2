<script setup lang="ts">
import {
  adoptedAttribute,
  adoptFrom,
  first,
  format,
  positionOf,
  type RevisionStep,
  startSeries,
  step,
  type Step,
  stepKinds,
} from '~~/core/revision'
import {
  attributeName,
  type Lifecycle,
  schemeFor,
  type Transition,
  type TransitionPatch,
  type Trigger,
  triggerKinds,
} from '~~/core/configuration'

/** The tray of a transition: what it is, what it rests on, what it leads to. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition; fresh: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, name, findings, edit } = useLifecycle(() => props.lifecycle.id)

const change = (patch: TransitionPatch) =>
  edit({ kind: 'change-transition', lifecycle: props.lifecycle.id, transition: props.transition.id, patch })
const scheme = computed(() => schemeFor(configuration.value, props.lifecycle))
const steps = computed(() => {
  const plain = (['keep', 'minor', 'major', 'settle'] as const).map((value) => ({
    value: value as RevisionStep,
    name: stepKinds[value].text,
  }))
  const [, ...later] = scheme.value?.series ?? []
  const series = later.map(({ id }) => ({ value: startSeries(id), name: `start series ${id}` }))
  const adopting = configuration.value.attributes
    .filter(({ type, systemOnly }) => type === 'text' && !systemOnly)
    .map(({ id, name: attribute }) => ({ value: adoptFrom(id), name: `adopt from ${attribute}` }))
  const next = later.length ? [{ value: 'series' as RevisionStep, name: stepKinds.series.text }] : []
  return [...plain, ...next, ...series, ...adopting]
})
const states = computed(() =>
  props.lifecycle.states.map(({ state }) => ({ value: state, name: name(state) })),
)
const people = usePrincipals()
const triggers = Object.entries(triggerKinds).map(([value, { name: words }]) => ({ value, name: words }))

/** What the step does to a label, on an example of the scheme. */
const consequence = computed(() => {
  const { revision } = props.transition
  if (!scheme.value) return ''
  if (revision === 'keep') return 'The label stays as it is.'
  const adopted = adoptedAttribute(revision)
  if (adopted)
    return `The label is taken from ${attributeName(configuration.value, adopted)}, without a step: C stays C.`
  try {
    const start = format(scheme.value, first(scheme.value))
    const next = format(scheme.value, step(scheme.value, positionOf(scheme.value, start), revision as Step))
    const after = format(scheme.value, step(scheme.value, positionOf(scheme.value, next), revision as Step))
    return `${start} becomes ${next}${next === start || next === after ? '' : `, ${next} becomes ${after}`}.`
  } catch (error) {
    return (error as Error).message
  }
})

const guard = ref(props.transition.guard ?? '')
watch(
  () => [props.transition.id, props.transition.guard],
  () => (guard.value = props.transition.guard ?? ''),
)
const keepGuard = () =>
  guard.value.trim() !== (props.transition.guard ?? '') && change({ guard: guard.value.trim() || null })

const text = (event: Event) => (event.target as HTMLInputElement).value

function exclude(whom: 'creator' | 'lastEditor', event: Event) {
  const others = (props.transition.notBy ?? []).filter((other) => other !== whom)
  change({ notBy: (event.target as HTMLInputElement).checked ? [...others, whom] : others })
}

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
    emit('close')
}
</script>

<template>
  <ShellTheTray
    :label="`Transition ${transition.name}`"
    :height="236"
    @close="emit('close')"
  >
    <template #what>
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
      </div>
      <p class="soft consequence">{{ consequence }}</p>
      <button
        class="link wrong"
        @click="remove"
      >
        Remove this transition
      </button>
    </template>
    <template #rests>
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
        @change="change({ effects: $event })"
      />
      <h3 class="then">Who is told</h3>
      <LifecycleNoticeList
        :notices="transition.notices ?? []"
        @change="change({ notices: $event.length ? $event : null })"
      />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 4px 8px;
  align-items: center;
}
.form label {
  color: var(--ink-soft);
}
.consequence {
  margin: 6px 0 4px;
}
.check {
  margin-right: 16px;
  white-space: nowrap;
}
.then {
  margin-top: 8px;
}
.states {
  width: 118px;
}
</style>
