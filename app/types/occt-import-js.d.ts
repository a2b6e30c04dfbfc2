/** The part of the package that we use: it comes without types of its own. */
declare module 'occt-import-js' {
  interface ReadMesh {
    attributes: { position: { array: number[] }; normal?: { array: number[] } }
    index: { array: number[] }
    color?: [number, number, number]
  }
  interface Reader {
    ReadStepFile(content: Uint8Array, parameters: object | null): { success: boolean; meshes: ReadMesh[] }
  }
  export default function occt(options: { locateFile: (path: string) => string }): Promise<Reader>
}
