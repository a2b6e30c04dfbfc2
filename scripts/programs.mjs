import { rmSync } from 'node:fs'
import { build } from 'esbuild'

/**
 * Builds the workers, the seed and the archive generator into a folder.
 * The server's programs stand beside it, so that server and worker load one and the same copy of SQLite: two in one
 * process would undo each other's file locks.
 */
export function buildPrograms(folder) {
  // Parts are named by what is in them: those of an earlier build would stay.
  rmSync(folder, { recursive: true, force: true })
  return build({
    entryPoints: {
      'job-worker': 'server/jobs/worker.ts',
      'file-program': 'server/files/file-program.ts',
      'storing-worker': 'server/intake/storing-worker.ts',
      'compute-worker': 'server/compute/worker.ts',
      'script-worker': 'server/scripts/worker.ts',
      'mail-worker': 'server/mail/worker.ts',
      'map-program': 'server/configuration/map-program.ts',
      'create-program': 'server/set-up/create-program.ts',
      seed: 'demo/seed.ts',
      generate: 'demo/generate.ts',
    },
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What a program loads only when it needs it stands in a file of its own, beside it.
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['better-sqlite3', 'piscina'],
    logLevel: 'warning',
    banner: {
      js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
    },
  })
}
