<script setup lang="ts">
import type { Transition } from '~~/core/configuration'

/**
 * The consequence line of a guard as it is being written: for how many of the documents it holds now, and a
 * few of them.
 */
const props = defineProps<{ lifecycle: string; transition: Transition; guard: string; brief?: boolean }>()
const { name } = useLifecycle(() => props.lifecycle)
const reach = useGuardReach(() => ({
  lifecycle: props.lifecycle,
  states: props.transition.from,
  guard: props.guard,
}))
const few = (numbers: string[], all: number) => `${numbers.join(', ')}${all > numbers.length ? ' …' : '.'}`
</script>

<template>
  <p
    v-if="reach?.fault"
    class="wrong"
  >
    ▲ Character {{ reach.fault.position + 1 }}: {{ reach.fault.message }}
  </p>
  <p v-else-if="reach?.missing && reach.meeting">
    Holds for <b>{{ reach.holds }}</b> of the {{ reach.asked }} documents in
    {{ transition.from.map(name).join(', ') }} now.<span
      v-if="reach.meeting.length && !brief"
      class="soft"
    >
      For {{ few(reach.meeting, reach.holds!) }}</span
    ><span
      v-if="reach.missing.length"
      class="soft"
    >
      Not for {{ few(reach.missing, reach.asked! - reach.holds!) }}</span
    >
  </p>
  <p
    v-else
    class="soft"
  >
    {{
      transition.trigger === 'unattended'
        ? 'No guard: it fires for every document that comes here.'
        : 'No guard: whoever may fire it can always do so.'
    }}
  </p>
</template>
