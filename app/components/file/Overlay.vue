<script setup lang="ts">
import { counted } from '~/format'
import { overlaid } from './overlay'
import { drawableOf, type Raster, rasters } from './rasters'

/** The pages of two files laid over each other, point by point: whatever can be drawn, of one kind or of two. */
interface File {
  address: string
  fileName: string
}
const props = defineProps<{ before: File; after: File; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
const canvas = ref<HTMLCanvasElement>()
const both = shallowRef<[Raster, Raster]>()
const page = ref(1)
const pages = computed(() => Math.max(...(both.value ?? []).map((one) => one.pages), 1))
const told = ref('')
/** Both are drawn so that the wider page is this many points across. */
const fineness = 1400

const open = ({ address, fileName }: File) => rasters[drawableOf(fileName)!](address)
const close = () => both.value?.forEach((raster) => raster.close())
async function load() {
  try {
    const opened = await Promise.all([open(props.before), open(props.after)])
    close()
    both.value = opened
    await draw()
  } catch (error) {
    const { status, message } = refusalOf(error)
    emit('failed', status ? message : (error as Error).message)
  }
}

/** A page of each on paper of the same size; one that a file has not is empty. */
async function draw() {
  const rasterOf = both.value!.map((raster) => (page.value <= raster.pages ? raster : undefined))
  const sizes = await Promise.all(rasterOf.map((raster) => raster?.size(page.value)))
  const wide = Math.max(...sizes.map((size) => size?.width ?? 1))
  const scales = scalesOf(sizes, wide)
  const high = Math.max(...sizes.map((size, index) => (size?.height ?? 1) * scales[index]!))
  const papers = await Promise.all(
    rasterOf.map(async (raster, index) => {
      const paper = document.createElement('canvas')
      paper.width = fineness
      paper.height = Math.ceil(high)
      await raster?.draw(page.value, paper, scales[index]!)
      return paper.getContext('2d')!.getImageData(0, 0, paper.width, paper.height)
    }),
  )
  show(papers[0]!, papers[1]!)
}

/** Files of one kind keep their proportions to each other; two kinds are both as wide as the paper. */
function scalesOf(sizes: ({ width: number } | undefined)[], wide: number): number[] {
  const isOneKind = drawableOf(props.before.fileName) === drawableOf(props.after.fileName)
  return sizes.map((size) => fineness / (isOneKind ? wide : (size?.width ?? 1)))
}

function show(before: ImageData, after: ImageData) {
  const { points, added, removed } = overlaid(before, after)
  const target = canvas.value
  if (!target) return
  target.width = points.width
  target.height = points.height
  target.getContext('2d')!.putImageData(new ImageData(points.data as never, points.width), 0, 0)
  const spots = (count: number) => (count ? `in ${counted(count, 'spot')}` : 'nowhere')
  told.value =
    added + removed ? `added ${spots(added)}, removed ${spots(removed)}` : 'nothing differs to the eye'
}
watch(() => [props.before.address, props.after.address], load)
watch(page, draw)
onMounted(load)
onBeforeUnmount(close)
</script>

<template>
  <FilePanZoom
    :label="label"
    style="--frame: 520px"
  >
    <canvas
      ref="canvas"
      :aria-label="`${label}, page ${page}`"
      :data-shown="told !== ''"
      role="img"
    />
  </FilePanZoom>
  <FileTurn
    v-model="page"
    :pages="pages"
  />
  <p
    class="soft told"
    role="status"
  >
    {{ pages > 1 ? `Page ${page}: ` : '' }}{{ told }}
  </p>
</template>

<style scoped>
.told {
  margin: 4px 0 0;
}
.told::first-letter {
  text-transform: uppercase;
}
</style>
