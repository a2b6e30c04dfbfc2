<script setup lang="ts">
import { lifecycleOf, stateName } from '~~/core/configuration'
import type { AdoptionRow } from '~~/shared/answers'

/** One document of the readiness list: its labels, what stands against, and where it gets from here. */
const props = defineProps<{ row: AdoptionRow; below: boolean }>()
const emit = defineEmits<{ close: []; label: [text: string]; below: [on: boolean] }>()
const configuration = computed(() => useConfiguration().published!.configuration)
const lifecycle = computed(() => lifecycleOf(configuration.value, props.row.lifecycle))
const way = computed(() => props.row.ahead?.transitions.map(({ name }) => name).join(', ') ?? '')
</script>

<template>
  <ShellTheTray
    :label="`Adoption of ${row.number}`"
    :height="184"
    @close="emit('close')"
  >
    <template #what>
      <h3>
        <NuxtLink :to="`/vault/${encodeURIComponent(row.number)}`">{{ row.number }}</NuxtLink>
        <span class="soft">{{ row.title }}</span>
      </h3>
      <dl class="pairs">
        <dt>Stands in</dt>
        <dd>
          {{ stateName(configuration, row.state) }} at <b class="mono">{{ row.current ?? '–' }}</b>
        </dd>
        <dt>In the record</dt>
        <dd class="mono">{{ row.recorded ?? '–' }}</dd>
        <dt><label :for="`label-${row.number}`">New label</label></dt>
        <dd>
          <input
            :id="`label-${row.number}`"
            class="field mono narrow"
            :value="row.label ?? ''"
            @change="emit('label', ($event.target as HTMLInputElement).value)"
          />
        </dd>
      </dl>
    </template>
    <template #rests>
      <template v-if="!row.decision.ok">
        <h3 v-if="row.decision.reasons.every(({ rule }) => rule === 'already')">Nothing left to do</h3>
        <h3
          v-else
          class="wrong"
        >
          ▲
          {{ row.decision.reasons.length === 1 ? 'One reason' : `${row.decision.reasons.length} reasons` }}
          against
        </h3>
        <div
          v-for="reason in row.decision.reasons"
          :key="reason.rule + reason.message"
          class="reason"
        >
          <p>{{ reason.message }}.</p>
          <p class="soft">{{ reason.where }}: {{ reason.wayOut }}.</p>
        </div>
      </template>
      <template v-else
        ><h3>Nothing stands against it</h3>
        <p class="soft">
          It is checked in, adoption is on in {{ stateName(configuration, row.state) }}, you may adopt there,
          and the scheme has the label.
        </p></template
      >
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <p v-if="row.decision.ok">
        Label
        <span class="mono"
          >{{ row.current ?? '–' }} → <b>{{ row.decision.outcome.after }}</b></span
        >, a register row of origin adopted, version {{ row.decision.outcome.version
        }}<template v-if="row.decision.outcome.written.length"
          >, and
          {{
            row.decision.outcome.written
              .map(({ attribute }) => configuration.attributes.find(({ id }) => id === attribute)?.name)
              .join(', ')
          }}
          in the record</template
        >.
      </p>
      <template v-if="row.ahead">
        <p v-if="!row.ahead.below">
          On to {{ stateName(configuration, row.ahead.state) }} by {{ way }}:
          <b class="mono">{{ row.ahead.wanted }}</b> stays, nothing steps.
        </p>
        <template v-else>
          <p v-if="below">
            Then {{ way }} steps to <b class="mono">{{ row.ahead.wanted }}</b> in
            {{ stateName(configuration, row.ahead.state) }}.
            <button
              class="link"
              @click="emit('below', false)"
            >
              Adopt {{ row.ahead.wanted }} itself
            </button>
          </p>
          <p v-else>
            Only stepping ways lead to {{ stateName(configuration, row.ahead.state) }} ({{ way }}): it would
            not arrive there at <b class="mono">{{ row.ahead.wanted }}</b>.
            <button
              class="link"
              @click="emit('below', true)"
            >
              Adopt one below, {{ row.ahead.adopt }}</button
            >, and the step lands right.
          </p>
        </template>
      </template>
      <p
        v-else-if="row.target && row.target !== row.state && row.decision.ok"
        class="soft"
      >
        No way of {{ lifecycle.name }} lands it in {{ stateName(configuration, row.target) }} at that label.
      </p>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.reason p {
  margin: 0;
}
.reason {
  margin-bottom: 6px;
}
.reason p:first-child::first-letter {
  text-transform: uppercase;
}
.narrow {
  width: 130px;
}
dl {
  align-items: center;
}
</style>
