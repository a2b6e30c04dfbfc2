<script setup lang="ts">
import { schemeFor, stateName } from '~~/core/lifecycle'

const configuration = useConfiguration()
useTitle('Lifecycles')
onMounted(() => configuration.loadCounts())
const count = (lifecycle: string) => Object.values(configuration.counts[lifecycle] ?? {}).reduce((sum, n) => sum + n, 0)
const uses = (state: string) => configuration.drafted!.lifecycles.filter((lifecycle) => lifecycle.states.some((use) => use.state === state))
</script>

<template>
  <div v-if="configuration.drafted" class="page">
    <h1>Lifecycles</h1>
    <table class="rows">
      <thead><tr><th>Lifecycle</th><th>States, in order of maturity</th><th>Revision scheme</th><th class="right">Transitions</th><th class="right">Documents</th></tr></thead>
      <tbody>
        <tr v-for="lifecycle in configuration.drafted.lifecycles" :key="lifecycle.id">
          <td><NuxtLink :to="`/lifecycles/${lifecycle.id}`"><b>{{ lifecycle.name }}</b></NuxtLink></td>
          <td>{{ lifecycle.states.map((use) => stateName(configuration.drafted!, use.state)).join(' · ') }}</td>
          <td>{{ schemeFor(configuration.drafted, lifecycle).name }}</td>
          <td class="right mono">{{ lifecycle.transitions.length }}</td>
          <td class="right mono">{{ count(lifecycle.id) }}</td>
        </tr>
      </tbody>
    </table>
    <h2 class="second">State catalogue</h2>
    <table class="rows">
      <thead><tr><th>State</th><th>What it means</th><th>Used in</th></tr></thead>
      <tbody>
        <tr v-for="state in configuration.drafted.states" :key="state.id">
          <td>{{ state.name }}</td>
          <td class="soft">{{ state.description ?? '–' }}</td>
          <td><template v-for="(lifecycle, index) in uses(state.id)" :key="lifecycle.id"><template v-if="index">, </template><NuxtLink :to="`/lifecycles/${lifecycle.id}?state=${state.id}`">{{ lifecycle.name }}</NuxtLink></template><span v-if="!uses(state.id).length" class="soft">nowhere yet</span></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
table { margin-top: 10px; }
.second { margin-top: 28px; }
</style>
