<script setup lang="ts">
import { type Configuration, schemeFor, stateName } from '~~/core/configuration'
import { first, format } from '~~/core/revision'
import type { PlannedRow } from '~/composables/intakeRows'
import { counted } from '~/format'

/** What will become of a file, or what came of it. */
const props = defineProps<{ row: PlannedRow; configuration: Configuration }>()
const plan = computed(() => props.row.document?.plan)
const lifecycle = computed(() =>
  props.configuration.lifecycles.find(({ id }) => id === plan.value?.lifecycle),
)
const scheme = computed(() => lifecycle.value && schemeFor(props.configuration, lifecycle.value))
const transition = computed(
  () => lifecycle.value?.transitions.find(({ id }) => id === plan.value?.transition)?.name,
)
</script>

<template>
  <template v-if="row.document?.status === 'failed'"
    ><h3 class="wrong">▲ Failed</h3>
    <p>{{ row.document.message }}.</p></template
  >
  <template v-else-if="plan?.prediction">
    <h3>{{ row.document?.result ? 'What was predicted' : 'What will happen' }}</h3>
    <p>
      Registered in <b>{{ stateName(configuration, plan.prediction.state) }}</b> at
      <b class="mono">{{ plan.prediction.revision }}</b>, by {{ transition }}, with
      {{ counted(plan.prediction.versions, 'version')
      }}<template v-if="plan.history.length">
        and {{ plan.history.map((entry) => entry.label).join(', ') }} as history from before the
        vault</template
      >.
    </p>
    <p>
      <CommonRevisionTape
        :rows="plan.prediction.register"
        :next="plan.prediction.next"
        :most="8"
      />
    </p>
    <p v-if="plan.prediction.next">
      The next revision will be <b class="mono">{{ plan.prediction.next }}</b>.
    </p>
    <p
      v-if="scheme"
      class="soft"
    >
      Filed by check-in instead, it would start at {{ format(scheme, first(scheme)) }}.
    </p>
  </template>
  <template v-else
    ><h3>What will happen</h3>
    <p class="soft">
      Nothing, until what holds it back is settled. It is never dropped: it stays here and in the report.
    </p></template
  >
</template>
