<script setup lang="ts">
/** A sheet that the server draws, alone or laid over that of an earlier version. */
const props = defineProps<{ address: string; label: string; before?: number }>()
const emit = defineEmits<{ failed: [message: string] }>()
const svg = ref('')
watch(
  () => [props.address, props.before] as const,
  async ([address, before]) => {
    const path = before === undefined ? 'sheet' : `compare?before=${before}`
    try {
      svg.value = await $fetch<string>(`${address}/${path}`, { responseType: 'text' })
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
/* A hair is as thin as a screen can show it, however small the sheet is. */
.paper :deep(path[fill='none']:not([stroke-dasharray], [vector-effect])) {
  vector-effect: non-scaling-stroke;
  stroke-width: 1px;
}
</style>
