import occt from 'occt-import-js'
import wasm from 'occt-import-js/dist/occt-import-js.wasm?url'

/** A face of a body as triangles, and its colour where it has one (red, green, blue from 0 to 1). */
export interface Mesh {
  positions: number[]
  normals: number[] | undefined
  index: number[]
  colour: [number, number, number] | undefined
}
export type BodyAnswer = { meshes: Mesh[] } | { fault: string }

let loading: ReturnType<typeof occt> | undefined

/** Reads a STEP model and cuts it into triangles, beside the page. */
self.onmessage = async ({ data }: MessageEvent<Uint8Array>) => {
  try {
    loading ??= occt({ locateFile: () => wasm })
    const { success, meshes } = (await loading).ReadStepFile(data, null)
    const answer: BodyAnswer =
      success && meshes.length
        ? {
            meshes: meshes.map(({ attributes, index, color }) => ({
              positions: attributes.position.array,
              normals: attributes.normal?.array,
              index: index.array,
              colour: color,
            })),
          }
        : { fault: 'there is no body in the model that can be shown' }
    self.postMessage(answer)
  } catch (error) {
    self.postMessage({ fault: `the model cannot be read: ${(error as Error).message}` } satisfies BodyAnswer)
  }
}
