export { type ChainedEntry, chainHash, type ChainVerdict, genesis, verifyChain } from './chain'
