<script setup lang="ts">
import { type Configuration, type Lifecycle, principalName, type Transition } from '~~/core/configuration'
import { first, type RevisionScheme } from '~~/core/revision'

/** Shows a configuration: for each lifecycle the ruler of its labels, its states, transitions and rights. */
const props = defineProps<{ configuration: Configuration }>()
const nothing = new Map<string, number>()

const schemeOf = ({ scheme }: Lifecycle): RevisionScheme =>
  props.configuration.schemes.find(({ id }) => id === scheme)!
const stateName = (id: string) => props.configuration.states.find((state) => state.id === id)!.name
const whoIs = (principal: string) => principalName(props.configuration, principal)
const classesOf = ({ id }: Lifecycle) =>
  props.configuration.classes.filter(({ lifecycle }) => lifecycle === id)
const leaving = ({ transitions }: Lifecycle, state: string) =>
  transitions.filter(({ from }) => from.includes(state))
const doneBy = ({ firedBy = [], seats = [] }: Transition) =>
  [...firedBy, ...seats.flatMap(({ members }) => members)].map(whoIs).join(', ')
const principalsIn = ({ states }: Lifecycle) => [
  ...new Set(states.flatMap(({ grants }) => Object.keys(grants))),
]
</script>

<template>
  <section
    v-for="lifecycle in configuration.lifecycles"
    :key="lifecycle.id"
    class="made"
    :aria-label="lifecycle.name"
  >
    <h2>
      {{ lifecycle.name }}
      <span class="soft"
        >for
        {{
          classesOf(lifecycle)
            .map(({ name }) => name)
            .join(', ')
        }}</span
      >
    </h2>
    <RevisionRuler
      :scheme="schemeOf(lifecycle)"
      :at="first(schemeOf(lifecycle))"
      :taken="nothing"
      :tried="nothing"
    />
    <table :aria-label="`States of ${lifecycle.name}`">
      <thead>
        <tr>
          <td />
          <th
            v-for="use in lifecycle.states"
            :key="use.state"
            scope="col"
          >
            <CommonPhaseMark
              :phase="use.phase"
              :name="stateName(use.state)"
            />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Transitions</th>
          <td
            v-for="use in lifecycle.states"
            :key="use.state"
          >
            <div
              v-for="transition in leaving(lifecycle, use.state)"
              :key="transition.id"
              class="transition"
            >
              <b>{{ transition.name }}</b> → {{ stateName(transition.to) }}
              <span class="soft">by {{ doneBy(transition) }}</span>
            </div>
          </td>
        </tr>
        <tr
          v-for="principal in principalsIn(lifecycle)"
          :key="principal"
        >
          <th scope="row">{{ whoIs(principal) }}</th>
          <td
            v-for="use in lifecycle.states"
            :key="use.state"
            class="soft"
          >
            {{ use.grants[principal]?.join(' ') ?? '–' }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.made + .made {
  margin-top: 22px;
}
h2 {
  margin-bottom: 6px;
}
h2 span {
  font-weight: 400;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 10px;
}
th,
td {
  border: 1px solid var(--hairline);
  padding: 5px 8px;
  text-align: left;
  vertical-align: top;
}
tbody th {
  font-weight: 600;
  white-space: nowrap;
}
.transition + .transition {
  margin-top: 4px;
}
</style>
