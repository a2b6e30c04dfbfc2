<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { lifecycleOf, stateName } from '~~/core/configuration'
import { counted } from '~/format'
import type { Overview } from '~~/shared/answers'

const store = useConfiguration()
useTitle('Overview')
const view = shallowRef<Overview | null>(null)
const findings = computed(() => view.value?.findings ?? [])
const load = () => attempt(async () => (view.value = await api('overview')))
onMounted(load)
// A large draft takes a while to check; the rest is shown meanwhile.
useIntervalFn(() => view.value?.findings === null && load(), 1500)
/** Whether nothing at all waits for anybody. */
const isCalm = computed(() => {
  const { intakes, jobs, failed, unsent, waiting } = view.value!
  return !intakes.length && !jobs.length && !failed.length && !unsent.count && !waiting.count
})
const days = (count: number) => `${Math.round(count)} d`
const rows = computed(() =>
  store.published!.configuration.lifecycles.flatMap((lifecycle) =>
    lifecycle.states
      .map((use) => ({
        lifecycle,
        use,
        standing: view.value?.standing.find(
          (row) => row.lifecycle === lifecycle.id && row.state === use.state,
        ),
      }))
      .filter((row) => row.standing),
  ),
)
const most = computed(() => Math.max(1, ...rows.value.map((row) => row.standing!.count)))
</script>

<template>
  <div
    v-if="view && store.published"
    class="page"
  >
    <h1>Overview</h1>
    <p class="soft">
      {{ view.documents }} documents · configuration {{ view.published.id }} in force since
      {{ view.published.at.slice(0, 10) }}, published by {{ view.published.personName }}
    </p>
    <div class="two">
      <section>
        <h2>What needs you</h2>
        <ul>
          <li v-if="view.draft.edits">
            <span class="waits">■</span> <NuxtLink to="/publish">Draft {{ view.draft.number }}</NuxtLink> has
            {{ counted(view.draft.edits, 'edit that is', 'edits that are') }} not in force; the last:
            {{ view.draft.last }}
          </li>
          <OverviewWaiting :view="view" />
          <li
            v-for="finding in findings.slice(0, 6)"
            :key="finding.message"
          >
            <CommonFindingLine
              :finding="finding"
              plain
            />
          </li>
          <li v-if="findings.length > 6">
            <NuxtLink to="/publish">{{ findings.length - 6 }} more findings</NuxtLink>
          </li>
          <li
            v-for="intake in view.intakes"
            :key="intake.id"
          >
            <span class="waits">■</span> <NuxtLink :to="`/intake/${intake.id}`">{{ intake.name }}</NuxtLink>:
            {{ intake.ready }} documents ready, {{ intake.held }} held back
          </li>
          <li
            v-for="job in view.jobs"
            :key="job.id"
          >
            <CommonJobProgress :job="job" />
          </li>
          <li v-if="view.checkedOut">
            <span class="soft">□</span>
            <NuxtLink to="/vault?checkedOut=true"
              >{{ counted(view.checkedOut, 'document is', 'documents are') }} checked out</NuxtLink
            >
          </li>
          <li
            v-if="!view.findings"
            class="soft"
          >
            The draft is being checked …
          </li>
          <li
            v-else-if="!view.draft.edits && !findings.length && isCalm"
            class="soft"
          >
            Nothing waits. <NuxtLink to="/intake">Bring an archive in</NuxtLink>, or
            <NuxtLink to="/lifecycles">look a lifecycle over</NuxtLink>.
          </li>
        </ul>
        <OverviewLeft
          :left="view.left"
          @changed="load"
        />
      </section>
      <section>
        <h2>How long documents stand</h2>
        <table class="rows">
          <thead>
            <tr>
              <th>Lifecycle</th>
              <th>State</th>
              <th>Documents</th>
              <th class="right">On average</th>
              <th class="right">Longest</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="row in rows"
              :key="row.lifecycle.id + row.use.state"
            >
              <td class="soft">{{ lifecycleOf(store.published.configuration, row.lifecycle.id).name }}</td>
              <td>
                <NuxtLink :to="`/vault?lifecycle=${row.lifecycle.id}&state=${row.use.state}`">{{
                  stateName(store.published.configuration, row.use.state)
                }}</NuxtLink>
              </td>
              <td>
                <span
                  class="bar-mark"
                  :class="row.use.phase"
                  :style="{ width: `${(row.standing!.count / most) * 120}px` }"
                />
                <span class="mono">{{ row.standing!.count }}</span>
              </td>
              <td class="mono right">{{ days(row.standing!.days) }}</td>
              <td class="mono right">{{ days(row.standing!.longest) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 32px;
  margin-top: 14px;
}
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
li {
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}
.bar-mark {
  display: inline-block;
  height: 10px;
  border: 1px solid var(--ink);
  vertical-align: -1px;
  min-width: 2px;
}
.bar-mark.issued {
  background: var(--ink);
}
.bar-mark.review {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 3px, var(--accent) 3px 5px);
}
.bar-mark.retired {
  border-color: var(--ink-faint);
  background: var(--well);
}
</style>
