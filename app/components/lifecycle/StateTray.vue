<script setup lang="ts">
import { type Lifecycle, type Phase, phases, type StatePatch, type StateUse } from '~~/core/configuration'

/** The tray of a state's column. */
const props = defineProps<{ lifecycle: Lifecycle; use: StateUse; fresh: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, name, here, findings, edit } = useLifecycle(() => props.lifecycle.id)

const { copy } = useStateClipboard()
const change = (patch: StatePatch) =>
  edit({ kind: 'change-state', lifecycle: props.lifecycle.id, state: props.use.state, patch })
const others = computed(() =>
  configuration.value.lifecycles.filter(
    (lifecycle) =>
      lifecycle.id !== props.lifecycle.id && lifecycle.states.some((use) => use.state === props.use.state),
  ),
)
const otherNames = computed(() => others.value.map((lifecycle) => lifecycle.name).join(', '))
const into = computed(() =>
  props.lifecycle.transitions.filter(
    (transition) => transition.to === props.use.state && !transition.from.includes(props.use.state),
  ),
)
const outOf = computed(() =>
  props.lifecycle.transitions.filter((transition) => transition.from.includes(props.use.state)),
)
const standing = computed(() => here(props.use.state))
const text = (event: Event) => (event.target as HTMLInputElement).value
const on = (event: Event) => (event.target as HTMLInputElement).checked
async function remove() {
  if (await edit({ kind: 'remove-state', lifecycle: props.lifecycle.id, state: props.use.state }))
    emit('close')
}
</script>

<template>
  <ShellTheTray
    :label="`State ${name(use.state)}`"
    @close="emit('close')"
  >
    <template #what>
      <h3>{{ name(use.state) }}</h3>
      <div class="form">
        <label for="state-name">Name</label
        ><input
          id="state-name"
          class="field"
          :value="name(use.state)"
          @change="edit({ kind: 'rename-state', state: use.state, name: text($event) })"
        />
        <label for="state-phase">Phase</label
        ><CommonPick
          id="state-phase"
          :value="use.phase"
          :options="phases.map((phase) => ({ value: phase, name: phase }))"
          @pick="change({ phase: $event as Phase })"
        />
      </div>
      <p class="soft note">
        {{
          others.length
            ? `The catalogue’s name is shared: ${otherNames} will read the same.`
            : 'Used by this lifecycle alone.'
        }}
      </p>
      <label class="check"
        ><input
          type="checkbox"
          :checked="lifecycle.entry === use.state"
          :disabled="lifecycle.entry === use.state"
          @change="edit({ kind: 'set-entry', lifecycle: lifecycle.id, state: use.state })"
        />
        documents enter here</label
      >
      <label class="check"
        ><input
          type="checkbox"
          :checked="use.final"
          @change="change({ final: on($event) })"
        />
        final</label
      >
    </template>
    <template #rests>
      <h3>Guidance for the people in it</h3>
      <textarea
        class="field"
        rows="4"
        :value="use.guidance"
        aria-label="Guidance"
        placeholder="What to do here, in a sentence or two"
        @change="change({ guidance: text($event).trim() || null })"
      />
      <p class="soft note">
        {{
          use.content === 'open'
            ? 'The file may be checked out here.'
            : 'The file cannot be checked out here.'
        }}
        {{ use.adoption ? 'A label that a document already carries may be adopted.' : '' }}
      </p>
    </template>
    <template #leads>
      <h3>{{ standing }} {{ standing === 1 ? 'document' : 'documents' }} here now</h3>
      <p>
        In by {{ into.map((transition) => transition.name).join(', ') || 'nothing' }}.<br />Out by
        {{ outOf.map((transition) => transition.name).join(', ') || 'nothing' }}.
      </p>
      <CommonFindingLine
        v-for="finding in findings({ state: use.state })"
        :key="finding.code + finding.message"
        :finding="finding"
      />
      <button
        class="link"
        @click="copy(lifecycle.id, [use.state])"
      >
        Copy this state
      </button>
      ·
      <button
        class="link wrong"
        @click="remove"
      >
        Remove this state
      </button>
      <span
        v-if="into.length + outOf.length"
        class="soft"
        >with the transitions that need it</span
      >
    </template>
  </ShellTheTray>
</template>

<style scoped src="../common/tray-form.css"></style>

<style scoped>
.note {
  margin: 6px 0;
}
.check {
  margin-right: 16px;
}
</style>
