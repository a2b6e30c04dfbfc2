<script setup lang="ts">
import { lifecycleOf, schemeFor, type Lifecycle } from '~~/core/configuration'
import { counted } from '~/format'

/** A lifecycle's name, its classes, the scheme of its labels and where they are kept. */
const props = defineProps<{ lifecycle: Lifecycle; documents: number }>()
const { configuration, edit } = useLifecycle(() => props.lifecycle.id)
const id = computed(() => props.lifecycle.id)
const allClasses = computed(() =>
  configuration.value.classes.map((other) => ({
    value: other.id,
    name: `${other.name}, now ${lifecycleOf(configuration.value, other.lifecycle).name}`,
  })),
)
const scheme = computed(() => schemeFor(configuration.value, props.lifecycle))
const classes = computed(() => configuration.value.classes.filter((other) => other.lifecycle === id.value))
</script>

<template>
  <h1>
    <input
      class="name"
      :value="lifecycle.name"
      aria-label="Name of the lifecycle"
      :size="Math.max(12, lifecycle.name.length)"
      @change="
        edit({ kind: 'rename-lifecycle', lifecycle: id, name: ($event.target as HTMLInputElement).value })
      "
      @keydown.enter="($event.target as HTMLElement).blur()"
    />
  </h1>
  <p class="soft">
    <template v-if="classes.length">{{ classes.map((other) => other.name).join(', ') }}</template>
    <CommonPick
      v-else
      class="kept"
      value=""
      empty="no class yet: choose one"
      label="The class whose documents enter here"
      :options="allClasses"
      @pick="$event && edit({ kind: 'use-lifecycle', class: $event, lifecycle: id })"
    />
    · scheme
    <NuxtLink
      v-if="scheme"
      :to="`/revisions/${scheme.id}`"
      >{{ scheme.name }}</NuxtLink
    >
    · label kept in
    <CommonPick
      class="kept"
      :value="lifecycle.revisionAttribute ?? ''"
      label="Where the label is kept"
      empty="no attribute"
      :options="
        configuration.attributes
          .filter(({ type }) => type === 'text')
          .map((attribute) => ({ value: attribute.id, name: attribute.name }))
      "
      @pick="
        edit({
          kind: 'keep-label',
          lifecycle: id,
          attribute: $event || null,
        })
      "
    />
    · {{ counted(documents, 'document') }}
  </p>
</template>

<style scoped>
select.kept {
  width: auto;
  height: 22px;
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: transparent;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.name {
  font: inherit;
  color: inherit;
  border: 0;
  border-bottom: 1px solid transparent;
  background: transparent;
  padding: 0;
}
.name:hover,
.name:focus {
  border-bottom-color: var(--line);
}
</style>
