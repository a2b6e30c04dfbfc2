<script setup lang="ts">
import { sourceInWords } from '~~/core/intake'
import { stateName } from '~~/core/configuration'
import type { IntakePage } from '~~/shared/answers'
import type { PlannedRow } from '~/composables/intakeRows'
import { columnsAt } from './columns'
import type { Station } from './stations'

/** The files of an intake as they stand at one of its steps. */
const props = defineProps<{ page: IntakePage; station: Station; group: string | null; chosen?: string }>()
const emit = defineEmits<{ choose: [row: PlannedRow] }>()
const configuration = computed(() => useConfiguration().published!.configuration)
const table = ref<{ refresh: () => void }>()
defineExpose({ refresh: () => table.value?.refresh() })

const planned = computed(() => props.page.documents)
const text = ref('')
const status = computed(
  () =>
    ({
      read: undefined,
      reconcile: 'held',
      map: undefined,
      run: planned.value.ready ? 'ready' : 'done',
      verify: undefined,
    })[props.station],
)
const query = computed(() =>
  Object.fromEntries(
    Object.entries({
      status: status.value,
      conflict: props.station === 'reconcile' ? (props.group ?? undefined) : undefined,
      text: text.value.trim() || undefined,
    }).filter(([, value]) => value),
  ),
)
const columns = computed(() => columnsAt(props.station))
const fetchPage = (offset: number, limit: number) =>
  api<{ total: number; rows: PlannedRow[] }>(`intakes/${props.page.intake.id}/files`, {
    query: { ...query.value, offset, limit },
  })
const total = ref(0)
const title = computed(
  () =>
    ({
      read: 'Every file of the archive, with what was read.',
      reconcile: props.group
        ? conflictName(props.group)
        : 'Files that are held back, each with its ways out.',
      map: 'What each file becomes.',
      run: planned.value.ready ? 'Documents that are ready to be brought in.' : 'What was brought in.',
      verify: 'Prediction beside result, file by file.',
    })[props.station],
)
const nothing = computed(() => {
  if (props.page.intake.stage === 'new') return 'The archive is being read.'
  if (props.station === 'reconcile') return 'Nothing is held back.'
  return props.station === 'run' ? 'No document is ready.' : 'No file is here.'
})
</script>

<template>
  <section class="files">
    <div class="bar">
      <b>{{ title }}</b><span class="soft mono">{{ total }}</span>
      <div class="grow" />
      <input
        v-model="text"
        class="field filter"
        type="search"
        placeholder="Number or file"
        aria-label="Filter by number or file"
      />
    </div>
    <CommonPagedTable
      ref="table"
      label="Files"
      :columns="columns"
      :fetch-page="fetchPage"
      :query="{ ...query, station }"
      :key-of="(row: PlannedRow) => row.file.path"
      :selected="chosen"
      @select="emit('choose', $event)"
      @open="emit('choose', $event)"
      @total="total = $event"
    >
      <template #number="{ row }"
        ><NuxtLink
          v-if="row.document?.status === 'done'"
          class="mono"
          :to="`/vault/${encodeURIComponent(row.file.number!)}`"
          >{{ row.file.number }}</NuxtLink
        ><span
          v-else
          class="mono"
          >{{ row.file.number ?? '–' }}</span
        ></template
      >
      <template #file="{ row }"
        ><span :title="row.file.path">{{ row.file.path }}</span></template
      >
      <template #name="{ row }"
        ><span class="mono">{{ said(row, 'name') ?? '–' }}</span></template
      >
      <template #register="{ row }"
        ><span
          class="mono"
          :title="(insideSays, registerSays(row) && sourceInWords(registerSays(row)!.source))"
          >{{ registerSays(row)?.value ?? '–' }}</span
        ></template
      >
      <template #inside="{ row }"
        ><span
          class="mono"
          :title="insideSays(row) && sourceInWords(insideSays(row)!.source)"
          >{{ insideSays(row)?.value ?? '–' }}</span
        ></template
      >
      <template #label="{ row }"
        ><b class="mono">{{ row.file.planned?.label ?? '?' }}</b></template
      >
      <template #tape="{ row }"
        ><CommonRevisionTape
          v-if="isCurrent(row)"
          :rows="row.document!.plan.prediction!.register"
          :next="row.document!.plan.prediction!.next"
        /><span
          v-else-if="row.document?.plan.prediction"
          class="soft"
          >version {{ versionOf(row) }} of {{ row.file.number }}</span
        ></template
      >
      <template #state="{ row }"
        ><template v-if="row.document?.plan.prediction"
          >{{ stateName(configuration, row.document.plan.prediction.state) }}
          <span
            v-if="station === 'verify'"
            class="mono"
            >{{ row.document.plan.prediction.revision }}</span
          ></template
        ></template
      >
      <template #stands="{ row }"
        ><span
          :class="{
            waits: row.file.status === 'held',
            wrong: row.file.status === 'failed',
            soft: row.file.status === 'left out',
          }"
          :title="whyHeld(row)"
          >{{ standing(row, station === 'reconcile') }}</span
        ></template
      >
      <template #result="{ row }"
        ><template v-if="row.document?.result"
          >{{ stateName(configuration, row.document.result.state) }}
          <span class="mono">{{ row.document.result.revision }}</span></template
        ><span
          v-else
          :class="row.file.status === 'failed' ? 'wrong' : 'soft'"
          :title="whyHeld(row)"
          >{{ row.file.status === 'held' ? 'held back' : row.file.status }}</span
        ></template
      >
      <template #same="{ row }"
        ><span
          v-if="row.asPredicted !== null"
          :class="{ wrong: !row.asPredicted }"
          >{{ row.asPredicted ? 'yes' : '▲ no' }}</span
        ></template
      >
      <template #empty
        ><div class="empty">
          {{ nothing }}
        </div></template
      >
    </CommonPagedTable>
  </section>
</template>

<style scoped>
.files {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.files > .bar {
  min-height: 28px;
}
.files > :last-child {
  flex: 1;
}
.filter {
  width: 180px;
}
</style>
