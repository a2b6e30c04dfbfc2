export { loadSandbox, runHere, runScript, type Sandbox, useSandbox } from './sandbox'
export {
  type Script,
  ScriptError,
  type ScriptFacts,
  type ScriptLimits,
  scriptLimits,
  scriptNames,
  type ScriptOutcome,
} from './script'
