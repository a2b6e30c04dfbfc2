#!/usr/bin/env node
// The command line. It loads the TypeScript of bin/ and core/ as it stands, so it needs no build (only `serve` does).
import { createJiti } from 'jiti'

const { main } = await createJiti(import.meta.url).import('./main.ts')
await main(process.argv.slice(2))
