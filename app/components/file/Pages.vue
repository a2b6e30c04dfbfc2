<script setup lang="ts">
import * as pdfjs from 'pdfjs-dist'
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

/** The pages of a PDF, one at a time. */
const props = defineProps<{ address: string; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
pdfjs.GlobalWorkerOptions.workerSrc = worker
const canvas = ref<HTMLCanvasElement>()
const pages = ref(0)
const page = ref(1)
/** Pages are drawn as fine as this many points of the screen across. */
const fineness = 1000
let book: pdfjs.PDFDocumentProxy | undefined

async function open() {
  try {
    const bytes = await $fetch<ArrayBuffer>(props.address, { responseType: 'arrayBuffer' })
    void book?.loadingTask.destroy()
    book = await pdfjs.getDocument({ data: new Uint8Array(bytes) }).promise
    pages.value = book.numPages
    page.value = Math.min(page.value, pages.value)
    await draw()
  } catch (error) {
    const { name, message } = error as Error
    emit(
      'failed',
      name === 'PasswordException'
        ? 'a password is needed to open it'
        : refusalOf(error).status
          ? refusalOf(error).message
          : message,
    )
  }
}
async function draw() {
  const sheet = await book!.getPage(page.value)
  const scale = fineness / Math.max(sheet.getViewport({ scale: 1 }).width, 1)
  const viewport = sheet.getViewport({ scale })
  const target = canvas.value
  if (!target) return
  target.width = viewport.width
  target.height = viewport.height
  await sheet.render({ canvas: target, viewport }).promise
}
onMounted(open)
watch(() => props.address, open)
watch(page, () => book && draw())
onBeforeUnmount(() => void book?.loadingTask.destroy())
</script>

<template>
  <FilePanZoom
    :label="label"
    style="--frame: 520px"
  >
    <canvas
      ref="canvas"
      :aria-label="`${label}, page ${page}`"
      role="img"
    />
  </FilePanZoom>
  <div
    v-if="pages > 1"
    class="turn"
  >
    <button
      class="link"
      :disabled="page === 1"
      @click="page--"
    >
      Page before
    </button>
    <span class="mono">{{ page }} of {{ pages }}</span>
    <button
      class="link"
      :disabled="page === pages"
      @click="page++"
    >
      Next page
    </button>
  </div>
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.turn {
  display: flex;
  gap: 12px;
  margin-top: 4px;
}
</style>
