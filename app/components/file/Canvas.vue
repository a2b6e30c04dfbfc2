<script setup lang="ts">
import { type Raster, rasters } from './rasters'

/** The pages of a PDF, or a picture, one page at a time. */
const props = defineProps<{ address: string; label: string; view: 'pages' | 'picture' }>()
const emit = defineEmits<{ failed: [message: string] }>()
const canvas = ref<HTMLCanvasElement>()
const raster = shallowRef<Raster>()
const page = ref(1)
/** Pages are drawn as fine as this many points of the screen across; a picture as it is. */
const fineness = 1000

async function open() {
  const { address, view } = props
  try {
    const opened = await rasters[view](address)
    raster.value?.close()
    raster.value = opened
    page.value = Math.min(page.value, opened.pages)
    await draw()
  } catch (error) {
    const { status, message } = refusalOf(error)
    emit('failed', status ? message : (error as Error).message)
  }
}
async function draw() {
  const target = canvas.value
  if (!target || !raster.value) return
  const { width, height } = await raster.value.size(page.value)
  const scale = props.view === 'pages' ? fineness / Math.max(width, 1) : 1
  target.width = width * scale
  target.height = height * scale
  await raster.value.draw(page.value, target, scale)
}
onMounted(open)
watch(() => props.address, open)
watch(page, draw)
onBeforeUnmount(() => raster.value?.close())
</script>

<template>
  <FilePanZoom
    :label="label"
    :style="view === 'pages' ? '--frame: 520px' : ''"
  >
    <canvas
      ref="canvas"
      :aria-label="view === 'pages' ? `${label}, page ${page}` : label"
      role="img"
    />
  </FilePanZoom>
  <FileTurn
    v-if="raster"
    v-model="page"
    :pages="raster.pages"
  />
</template>
