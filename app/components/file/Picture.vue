<script setup lang="ts">
/** A picture. It is drawn from its bytes, so that nothing of it is ever taken for a page. */
const props = defineProps<{ address: string; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
const canvas = ref<HTMLCanvasElement>()
async function open() {
  try {
    const picture = await createImageBitmap(await $fetch<Blob>(props.address, { responseType: 'blob' }))
    const target = canvas.value!
    target.width = picture.width
    target.height = picture.height
    target.getContext('2d')!.drawImage(picture, 0, 0)
  } catch (error) {
    emit('failed', refusalOf(error).status ? refusalOf(error).message : 'the picture cannot be read')
  }
}
onMounted(open)
watch(() => props.address, open)
</script>

<template>
  <FilePanZoom :label="label">
    <canvas
      ref="canvas"
      :aria-label="label"
      role="img"
    />
  </FilePanZoom>
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
</style>
