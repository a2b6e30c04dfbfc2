<script setup lang="ts">
import { idFor, type Seat } from '~~/core/configuration'

/** The seats of a quorum: who may take each, and how many different people have to. */
const props = defineProps<{ seats: Seat[] }>()
const emit = defineEmits<{ change: [seats: Seat[]] }>()
const people = usePrincipals()
const replace = (index: number, patch: Partial<Seat>) =>
  emit(
    'change',
    props.seats.map((seat, at) => (at === index ? { ...seat, ...patch } : seat)),
  )
const add = () =>
  emit('change', [
    ...props.seats,
    {
      id: idFor(
        'Seat',
        props.seats.map(({ id }) => id),
      ),
      name: `Seat ${props.seats.length + 1}`,
      members: [],
      needed: 1,
    },
  ])
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div>
    <div
      v-for="(seat, index) in seats"
      :key="seat.id"
      class="seat"
    >
      <input
        class="field"
        :value="seat.name"
        :aria-label="`Name of seat ${index + 1}`"
        @change="replace(index, { name: text($event) })"
      />
      <ElSelect
        :model-value="seat.members"
        multiple
        filterable
        collapse-tags
        collapse-tags-tooltip
        size="small"
        :aria-label="`Who may take seat ${index + 1}`"
        placeholder="nobody yet"
        @update:model-value="replace(index, { members: $event })"
        ><ElOption
          v-for="person in people"
          :key="person.value"
          :value="person.value"
          :label="person.name"
      /></ElSelect>
      <input
        class="field mono"
        type="number"
        min="1"
        max="100"
        :value="seat.needed"
        :aria-label="`How many for seat ${index + 1}`"
        @change="replace(index, { needed: Number(text($event)) })"
      />
      <button
        class="plain soft"
        :aria-label="`Remove seat ${index + 1}`"
        @click="
          emit(
            'change',
            seats.filter((_, at) => at !== index),
          )
        "
      >
        ×
      </button>
    </div>
    <button
      class="link"
      @click="add"
    >
      Add a seat
    </button>
  </div>
</template>

<style scoped>
.seat {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) 48px 14px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: center;
}
</style>
