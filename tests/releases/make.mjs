// Keeps a small vault of the release at hand: `node tests/releases/make.mjs`.
import { createJiti } from 'jiti'

const { makeVault } = await createJiti(import.meta.url).import('./make-vault.ts')
console.log(await makeVault())
