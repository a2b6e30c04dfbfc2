<script setup lang="ts">
import { nameHint } from '~~/core/configuration'

/**
 * The states that all lifecycles share: what each means, where it is used, and whether its name could serve
 * more of them.
 */
const store = useConfiguration()
const configuration = computed(() => store.drafted!)
const uses = (state: string) =>
  configuration.value.lifecycles.filter((lifecycle) => lifecycle.states.some((use) => use.state === state))
const standing = (state: string) =>
  Object.values(store.counts).reduce((sum, counts) => sum + (counts[state] ?? 0), 0)
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section aria-label="State catalogue">
    <h2>State catalogue</h2>
    <table
      class="rows"
      aria-label="State catalogue"
    >
      <thead>
        <tr>
          <th class="name">State</th>
          <th>What it means</th>
          <th>Used in</th>
          <th class="right">Documents</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="state in configuration.states"
          :key="state.id"
        >
          <td>
            <input
              class="in-place"
              :value="state.name"
              :aria-label="`Name of ${state.name}`"
              @change="store.edit({ kind: 'rename-state', state: state.id, name: text($event) })"
            />
          </td>
          <td>
            <input
              class="in-place"
              :value="state.description"
              :aria-label="`What ${state.name} means`"
              placeholder="in a sentence"
              @change="store.edit({ kind: 'describe-state', state: state.id, words: text($event) })"
            />
            <span
              v-if="nameHint(configuration, state)"
              class="waits"
              >△ {{ state.name }} {{ nameHint(configuration, state)!.words }}.
              <button
                v-if="
                  nameHint(configuration, state)!.name &&
                  !configuration.states.some(({ name }) => name === nameHint(configuration, state)!.name)
                "
                class="link"
                @click="
                  store.edit({
                    kind: 'rename-state',
                    state: state.id,
                    name: nameHint(configuration, state)!.name!,
                  })
                "
              >
                call it {{ nameHint(configuration, state)!.name }}
              </button></span
            >
          </td>
          <td>
            <template
              v-for="(lifecycle, index) in uses(state.id)"
              :key="lifecycle.id"
              ><template v-if="index">, </template
              ><NuxtLink :to="`/lifecycles/${lifecycle.id}?state=${state.id}`">{{
                lifecycle.name
              }}</NuxtLink></template
            ><span
              v-if="!uses(state.id).length"
              class="soft"
              >nowhere yet</span
            >
          </td>
          <td class="right mono">{{ standing(state.id) || '–' }}</td>
          <td class="right">
            <button
              v-if="!uses(state.id).length"
              class="link"
              :aria-label="`Take ${state.name} out of the catalogue`"
              @click="store.edit({ kind: 'drop-state', state: state.id })"
            >
              take out
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.name {
  width: 190px;
}
.in-place {
  width: 100%;
  border: 0;
  border-bottom: 1px solid transparent;
  background: transparent;
  color: inherit;
  font: inherit;
  padding: 0;
}
.in-place:hover,
.in-place:focus {
  border-bottom-color: var(--line);
}
table {
  margin-top: 4px;
}
</style>
