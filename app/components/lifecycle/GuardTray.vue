<script setup lang="ts">
import { unattendedIn } from '~~/core/check'
import type { Lifecycle, Transition } from '~~/core/configuration'

/**
 * The tray of a guard: the condition as rows and text, and beside it what it means for the documents and for
 * other guards.
 */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, name, edit } = useLifecycle(() => props.lifecycle.id)

const draft = ref(props.transition.guard ?? '')
watch(
  () => [props.transition.id, props.transition.guard],
  () => (draft.value = props.transition.guard ?? ''),
)
const keep = (text: string) =>
  edit({
    kind: 'change-transition',
    lifecycle: props.lifecycle.id,
    transition: props.transition.id,
    patch: { guard: text.trim() || null },
  })

/** The other unattended transitions out of the same states, with the guard as it is being written. */
const unattended = computed(() => {
  if (props.transition.trigger !== 'unattended') return []
  const asDrafted = {
    ...props.lifecycle,
    transitions: props.lifecycle.transitions.map((other) =>
      other.id === props.transition.id ? { ...other, guard: draft.value.trim() || undefined } : other,
    ),
  }
  return props.transition.from.map((state) => ({
    state,
    ...unattendedIn(configuration.value, asDrafted, state),
  }))
})
</script>

<template>
  <ShellTheTray
    :label="`Guard of ${transition.name}`"
    :height="300"
    @close="emit('close')"
  >
    <template #wide>
      <ConditionEditor
        :key="transition.id"
        :text="transition.guard ?? ''"
        :attributes="configuration.attributes"
        :label="`Guard of ${transition.name} as text`"
        @draft="draft = $event"
        @keep="keep"
      >
        <template #title
          ><h3>
            When may {{ transition.name }} fire?
            <NuxtLink
              class="soft"
              :to="{ query: { transition: transition.id } }"
              >back to {{ transition.name }}</NuxtLink
            >
          </h3></template
        >
      </ConditionEditor>
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <LifecycleGuardReach
        :lifecycle="lifecycle.id"
        :transition="transition"
        :guard="draft"
      />
      <template
        v-for="{ state, pairs, rest } in unattended"
        :key="state"
      >
        <table
          class="rows"
          :aria-label="`Unattended out of ${name(state)}`"
        >
          <thead>
            <tr>
              <th>Out of {{ name(state) }}</th>
              <th>Both hold for</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ one, other, solution } in pairs"
              :key="`${one.id} ${other.id}`"
            >
              <td>{{ one.name }} and {{ other.name }}</td>
              <td
                v-if="solution.answer === 'yes'"
                class="wrong"
              >
                ▲ <CommonWitness :record="solution.witness!" />
              </td>
              <td
                v-else
                class="soft"
              >
                {{ solution.answer === 'no' ? 'no record' : `undecided: ${solution.why}` }}
              </td>
            </tr>
            <tr v-if="rest">
              <td>none of them</td>
              <td
                v-if="rest.answer === 'no'"
                class="waits"
              >
                △ <CommonWitness :record="rest.witness!" />: it stays
              </td>
              <td
                v-else
                class="soft"
              >
                no record
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
  </ShellTheTray>
</template>
