<script setup lang="ts">
import { type Settlement, sourceInWords } from '~~/core/intake'
import { type Configuration, schemeFor } from '~~/core/configuration'
import { conflictsOf, type PlannedRow } from '~/composables/intakeRows'

/** A file of an intake: what says what, what stands against it with the ways out, and what will happen. */
const props = defineProps<{ row: PlannedRow; locked: boolean; configuration: Configuration }>()
const emit = defineEmits<{ close: []; settle: [settled: { key: string; settlement: Settlement | null }[]] }>()
const file = computed(() => props.row.file.planned)
const plan = computed(() => props.row.document?.plan)
const conflicts = computed(() => conflictsOf(props.row))
const label = ref('')
const number = ref('')
const settle = (key: string, settlement: Settlement) => emit('settle', [{ key, settlement }])
const scheme = computed(() => {
  const lifecycle = props.configuration.lifecycles.find(({ id }) => id === plan.value?.lifecycle)
  if (!lifecycle) return undefined
  return schemeFor(props.configuration, lifecycle)
})
/** In the order in which one asks: number, label, title, status. */
const shown = ['number', 'revision', 'title', 'status']
const evidence = computed(() =>
  shown.flatMap((field) => file.value?.evidence.filter((entry) => entry.field === field) ?? []),
)
</script>

<template>
  <ShellTheTray
    :label="`File ${row.file.path}`"
    :height="200"
    @close="emit('close')"
  >
    <template #what>
      <h3>
        {{ row.file.number ?? 'No number' }} <span class="soft">{{ plan?.title }}</span>
      </h3>
      <p class="path mono">{{ row.file.path }}</p>
      <dl class="pairs">
        <template
          v-for="(entry, index) in evidence"
          :key="index"
          ><dt>{{ sourceInWords(entry.source) }}</dt>
          <dd>
            <span class="soft">{{ entry.field }}</span> <span class="mono">{{ entry.value }}</span>
          </dd></template
        >
      </dl>
      <p
        v-if="file?.sha256"
        class="soft mono hash"
        :title="file.sha256"
      >
        {{ file.size }} bytes · SHA-256 {{ file.sha256.slice(0, 12) }}…
      </p>
    </template>
    <template #rests>
      <template v-if="row.file.status === 'left out'"
        ><h3>Left out</h3>
        <p>
          You decided to leave it out.
          <button
            v-if="!locked"
            class="link"
            @click="emit('settle', [{ key: row.file.path, settlement: null }])"
          >
            Take that back
          </button>
        </p></template
      >
      <template v-else-if="conflicts.length">
        <h3 class="waits">Held back</h3>
        <div
          v-for="conflict in conflicts"
          :key="conflict.message"
          class="conflict"
        >
          <p>{{ conflict.message }}.</p>
          <p v-if="!locked">
            <IntakeWaysOut
              :ways="conflict.waysOut"
              @settle="settle"
            />
          </p>
        </div>
      </template>
      <template v-else-if="row.file.status === 'held'"
        ><h3 class="waits">Held back</h3>
        <p>
          Another file of {{ row.file.number }} is held back, and the versions of a document come in together.
        </p></template
      >
      <template v-else
        ><h3>What it rests on</h3>
        <p v-if="file?.raw !== file?.label">
          “{{ file?.raw }}” is read as <b class="mono">{{ file?.label }}</b> in {{ scheme?.name }}.
        </p>
        <p v-else>{{ file?.label }} is a label of {{ scheme?.name }}.</p></template
      >
      <form
        v-if="!locked && row.file.status === 'held'"
        class="hand"
        @submit.prevent="
          settle(row.file.path, {
            ...(label.trim() ? { label: label.trim() } : {}),
            ...(number.trim() ? { number: number.trim() } : {}),
          })
        "
      >
        <input
          v-model="label"
          class="field mono"
          placeholder="label"
          aria-label="Label by hand"
        /><input
          v-model="number"
          class="field mono"
          placeholder="number"
          aria-label="Number by hand"
        /><button
          class="act"
          :disabled="!label.trim() && !number.trim()"
        >
          Set by hand
        </button>
      </form>
    </template>
    <template #leads>
      <IntakePrediction
        :row="row"
        :configuration="configuration"
      />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.path {
  overflow-wrap: anywhere;
  color: var(--ink-soft);
  line-height: 16px;
}
.hash {
  margin-top: 6px;
}
.conflict p {
  margin: 0 0 4px;
  overflow-wrap: anywhere;
}
.conflict p:first-child::first-letter {
  text-transform: uppercase;
}
.hand {
  display: grid;
  grid-template-columns: 80px 1fr auto;
  gap: 6px;
  margin-top: 6px;
}
</style>
