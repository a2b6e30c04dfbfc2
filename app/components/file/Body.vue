<script setup lang="ts">
import {
  AmbientLight,
  Box3,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Float32BufferAttribute,
  Group,
  Mesh as Body,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import BodyWorker from '~/workers/body?worker'
import type { BodyAnswer, Mesh } from '~/workers/body'

/** A model as a body that can be turned; it is cut into triangles beside the page. */
const props = defineProps<{ address: string; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
const canvas = ref<HTMLCanvasElement>()
const isReading = ref(true)
let worker: Worker | undefined
let renderer: WebGLRenderer | undefined
let controls: OrbitControls | undefined

const bodyOf = ({ positions, normals, index, colour }: Mesh): Body => {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3))
  geometry.setIndex(index)
  if (normals) geometry.setAttribute('normal', new Float32BufferAttribute(normals, 3))
  else geometry.computeVertexNormals()
  const color = colour ? new Color(...colour) : new Color('#9a93a6')
  return new Body(geometry, new MeshLambertMaterial({ color, side: DoubleSide }))
}

/** Puts the bodies before a camera that sees all of them, from the front, right and above. */
function show(meshes: Mesh[]) {
  const target = canvas.value!
  const bodies = new Group().add(...meshes.map(bodyOf))
  const box = new Box3().setFromObject(bodies)
  const [centre, size] = [box.getCenter(new Vector3()), box.getSize(new Vector3()).length() || 1]
  bodies.position.sub(centre)
  const scene = new Scene().add(bodies, new AmbientLight('#ffffff', 1.6))
  const camera = new PerspectiveCamera(40, target.clientWidth / target.clientHeight, size / 1000, size * 20)
  camera.up.set(0, 0, 1)
  camera.position.set(size * 0.8, -size * 0.9, size * 0.7)
  camera.add(new DirectionalLight('#ffffff', 1.8))
  scene.add(camera)
  renderer = new WebGLRenderer({ canvas: target, antialias: true, preserveDrawingBuffer: true })
  renderer.setSize(target.clientWidth, target.clientHeight, false)
  renderer.setClearColor('#ffffff')
  controls = new OrbitControls(camera, target)
  controls.listenToKeyEvents(target)
  const draw = () => renderer!.render(scene, camera)
  controls.addEventListener('change', draw)
  draw()
}

onMounted(async () => {
  try {
    const bytes = new Uint8Array(await $fetch<ArrayBuffer>(props.address, { responseType: 'arrayBuffer' }))
    worker = new BodyWorker()
    worker.onerror = () => emit('failed', 'the model cannot be shown in this browser')
    worker.onmessage = ({ data }: MessageEvent<BodyAnswer>) => {
      isReading.value = false
      if ('fault' in data) return emit('failed', data.fault)
      try {
        show(data.meshes)
      } catch {
        emit('failed', 'this browser draws no bodies (WebGL is off)')
      }
    }
    worker.postMessage(bytes)
  } catch (error) {
    emit('failed', refusalOf(error).message)
  }
})
onBeforeUnmount(() => {
  worker?.terminate()
  controls?.dispose()
  renderer?.dispose()
})
</script>

<template>
  <p
    v-if="isReading"
    class="soft"
    role="status"
  >
    Reading the model …
  </p>
  <canvas
    ref="canvas"
    class="body"
    tabindex="0"
    role="img"
    :aria-label="`${label}: drag it to turn it, the wheel draws nearer`"
    :data-shown="!isReading"
  />
</template>

<style scoped>
.body {
  display: block;
  width: 100%;
  height: 340px;
  border: 1px solid var(--line);
  background: #fff;
}
</style>
