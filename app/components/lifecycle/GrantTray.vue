<script setup lang="ts">
import { type Lifecycle, principalName, type StateUse } from '~~/core/configuration'
import { type Right, rightKind, rights } from '~~/core/access'

/** The tray of an access cell: who has which rights in a state. */
const props = defineProps<{ lifecycle: Lifecycle; use: StateUse; principal: string }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, name, here, edit } = useLifecycle(() => props.lifecycle.id)

const held = computed(() => props.use.grants[props.principal] ?? [])
const who = computed(() => principalName(configuration.value, props.principal))
const toggle = (right: Right) =>
  edit({
    kind: 'set-grant',
    lifecycle: props.lifecycle.id,
    state: props.use.state,
    principal: props.principal,
    rights: rights.filter((other) => (other === right) !== held.value.includes(other)),
  })
</script>

<template>
  <ShellTheTray
    :label="`${who} in ${name(use.state)}`"
    @close="emit('close')"
  >
    <template #what>
      <h3>{{ who }} in {{ name(use.state) }}</h3>
      <label
        v-for="right in rights"
        :key="right"
        class="right-row"
        ><input
          type="checkbox"
          :checked="held.includes(right)"
          @change="toggle(right)"
        />
        <span class="mono">{{ right }}</span> <span class="soft">{{ rightKind(right).words }}</span></label
      >
    </template>
    <template #rests
      ><h3>What it rests on</h3>
      <p>
        A right holds only where the folder grants it too. Roles are played by whom the folder names.
      </p></template
    >
    <template #leads
      ><h3>What it leads to</h3>
      <p>
        {{ who }} {{ held.length ? `may ${held.join(', ')}` : 'has no right' }} on the
        {{ here(use.state) }} documents that stand in {{ name(use.state) }} now, as far as their folders
        agree.
      </p></template
    >
  </ShellTheTray>
</template>

<style scoped>
.right-row {
  display: grid;
  grid-template-columns: 20px 70px 1fr;
  line-height: 21px;
}
</style>
