<script setup lang="ts">
/** Looks at the vault with somebody else’s eyes: nothing can be changed meanwhile, and it is written down. */
const directory = useDirectory()
const session = useSession()
const people = computed(() =>
  directory.directory.people
    .filter(({ id, active }) => active && id !== session.person?.id)
    .map(({ id, name }) => ({ value: id, name })),
)
</script>

<template>
  <CommonPick
    quiet
    class="look"
    value=""
    empty="Look as another person…"
    label="Look as another person"
    :options="people"
    @pick="session.lookAs($event)"
  />
</template>

<style scoped>
.look {
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: transparent;
  font: inherit;
  color: inherit;
  max-width: 190px;
}
</style>
