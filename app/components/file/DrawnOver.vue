<script setup lang="ts">
/** Two drawings laid over each other piece by piece, as the server draws them. */
const props = defineProps<{ address: string; before: number; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
const svg = ref('')
watch(
  () => [props.address, props.before],
  async () => {
    const query = { before: props.before }
    try {
      svg.value = await $fetch<string>(`${props.address}/compare`, { query, responseType: 'text' })
    } catch (error) {
      emit('failed', refusalOf(error).message)
    }
  },
  { immediate: true },
)
</script>

<template>
  <FilePanZoom :label="label">
    <!-- eslint-disable-next-line vue/no-v-html -- drawn by the server from shapes alone -->
    <div
      class="paper"
      v-html="svg"
    />
  </FilePanZoom>
</template>

<style scoped>
.paper,
.paper :deep(svg) {
  display: block;
  width: 100%;
  height: 100%;
}
</style>
