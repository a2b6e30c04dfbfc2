<script setup lang="ts">
import type { OpenRound } from '~~/shared/answers'
import { minuteOf } from '~/format'

/** A round of signatures: who has signed as which seat, and how many are awaited still. */
defineProps<{ round: OpenRound }>()
const several = (names: string[]) =>
  names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')
</script>

<template>
  <p>
    <b>{{ round.signed }} of {{ round.needed }}</b> signed<template v-if="round.since">
      since {{ minuteOf(round.since) }}</template
    >.
  </p>
  <p
    v-for="seat in round.seats"
    :key="seat.id"
  >
    {{ seat.name }}:
    <template
      v-for="one in seat.signed"
      :key="one.person"
    >
      <span :title="one.comment ?? undefined">{{ one.name }}, {{ one.on }}</span
      ><span
        v-if="!one.active"
        class="soft"
      >
        (deactivated since)</span
      >;
    </template>
    <span
      v-if="seat.signed.length < seat.needed"
      class="soft"
      >{{ seat.needed - seat.signed.length }} awaited<template v-if="seat.could.length">
        of {{ several(seat.could) }}</template
      ></span
    >
    <span
      v-if="seat.signed.length < seat.needed && !seat.could.length"
      class="wrong"
    >
      nobody could sign it now</span
    >
  </p>
</template>
