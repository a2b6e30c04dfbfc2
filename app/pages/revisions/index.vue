<script setup lang="ts">
/** Revisions opens on the first scheme; without one it says how to begin. */
const store = useConfiguration()
useTitle('Revisions')
const first = computed(() => store.drafted?.schemes[0])
watch(first, (scheme) => scheme && goTo(`/revisions/${scheme.id}`, { replace: true }), {
  immediate: true,
})
async function begin() {
  if (
    await store.edit({
      kind: 'set-scheme',
      scheme: {
        id: 'letters',
        name: 'Letters',
        series: [{ id: 'issue', major: { kind: 'letters', skip: 'IOQSXZ' } }],
      },
    })
  )
    await goTo('/revisions/letters')
}
</script>

<template>
  <div class="empty">
    There is no revision scheme yet.
    <button
      class="link"
      @click="begin"
    >
      Begin with letters</button
    >, without I, O, Q, S, X and Z as ASME Y14.35 has them; everything about it can be changed.
  </div>
</template>
