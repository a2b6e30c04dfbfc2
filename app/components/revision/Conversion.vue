<script setup lang="ts">
import { checkConversion, type ConversionRow, proposeConversion, type RevisionScheme } from '~~/core/revision'

/** What each label of one scheme becomes in another: proposed from the order, completed by hand. */
const props = defineProps<{
  source: RevisionScheme
  target: RevisionScheme
  labels: string[]
  counts: Map<string, number>
  lifecycles: { id: string; name: string }[]
}>()
const emit = defineEmits<{
  spell: [spellings: Record<string, string>]
  convert: [lifecycle: string, conversion: Record<string, string>]
  targets: [labels: Map<string, number>]
}>()

const byHand = reactive<Record<string, string>>({})
const rows = computed<ConversionRow[]>(() =>
  proposeConversion(props.source, props.target, props.labels).map((row) => {
    const entered = byHand[row.from]
    return entered === undefined ? row : { from: row.from, to: entered.trim() || null, by: 'hand' }
  }),
)
const faults = computed(() => checkConversion(props.source, props.target, rows.value))
const faultOf = (from: string) => faults.value.find((fault) => fault.from === from)
const table = computed(() =>
  Object.fromEntries(rows.value.flatMap(({ from, to }) => (to ? [[from, to]] : []))),
)
const spellings = computed(() =>
  Object.fromEntries(Object.entries(table.value).filter(([from, to]) => from !== to)),
)
watch(
  table,
  (all) =>
    emit('targets', new Map(Object.entries(all).map(([from, to]) => [to, props.counts.get(from) ?? 1]))),
  { immediate: true },
)
const origin: Record<ConversionRow['by'], string> = {
  'same label': 'means the same in both',
  order: 'counted on in order',
  hand: 'by hand',
  nothing: 'to be filled in',
}
</script>

<template>
  <section
    class="conversion"
    :aria-label="`Conversion from ${source.name} to ${target.name}`"
  >
    <div class="verdict">
      <h2>{{ source.name }} becomes {{ target.name }}</h2>
      <p
        v-if="!rows.length"
        class="soft"
      >
        No label of {{ source.name }} is in use or being tried: put some into the box below.
      </p>
      <template v-else>
        <p v-if="!faults.length">
          The order of every history survives: {{ rows.length }} labels, each before the next in both schemes.
        </p>
        <p
          v-else
          class="wrong"
        >
          ▲ {{ faults.length === 1 ? 'One label' : `${faults.length} labels` }} still stand in the way.
          {{ faults[0]!.message }}.
        </p>
        <p>
          <button
            class="act"
            :disabled="!Object.keys(spellings).length"
            @click="emit('spell', spellings)"
          >
            Keep as legacy spellings of {{ target.name }}
          </button>
        </p>
        <p class="soft">
          An intake then reads
          {{ Object.entries(spellings)[0]?.join(' as ') ?? 'each label as its equivalent' }}.
        </p>
        <p
          v-for="lifecycle in lifecycles"
          :key="lifecycle.id"
        >
          <button
            class="act"
            :disabled="faults.length > 0"
            @click="emit('convert', lifecycle.id, table)"
          >
            Label {{ lifecycle.name }} by {{ target.name }}
          </button>
        </p>
        <p
          v-if="lifecycles.length"
          class="soft"
        >
          Converts every label in the registers when the draft is published; each row keeps what it was.
        </p>
      </template>
    </div>
    <div class="list">
      <table
        class="rows"
        aria-label="Conversion"
      >
        <thead>
          <tr>
            <th>{{ source.name }}</th>
            <th class="right">Documents</th>
            <th>{{ target.name }}</th>
            <th>Where it comes from</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows"
            :key="row.from"
          >
            <td class="mono">
              <b>{{ row.from }}</b>
            </td>
            <td class="mono right">{{ counts.get(row.from) ?? '' }}</td>
            <td>
              <input
                class="field mono to"
                :class="{ bad: faultOf(row.from) }"
                :value="byHand[row.from] ?? row.to ?? ''"
                :aria-label="`${row.from} becomes`"
                @input="byHand[row.from] = ($event.target as HTMLInputElement).value"
              />
            </td>
            <td>
              <span
                v-if="faultOf(row.from)"
                class="wrong"
                >▲ {{ faultOf(row.from)!.message }}</span
              ><span
                v-else
                class="soft"
                >{{ origin[row.by] }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.conversion {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 18px;
  margin-top: 10px;
}
.list {
  max-height: 250px;
  overflow: auto;
}
.to {
  width: 110px;
}
.bad {
  border-color: var(--wrong);
}
.verdict p::first-letter {
  text-transform: uppercase;
}
.act {
  white-space: normal;
  height: auto;
  padding: 4px 10px;
  text-align: left;
}
</style>
