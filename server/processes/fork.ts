import { type ChildProcess, fork, type SerializationType } from 'node:child_process'

/**
 * Starts a program that ends with this process (`endWithParent`). It is told whose child it is: if it asked the system
 * later, a parent that was killed meanwhile would have given its place to another.
 *
 * @param heap the limit of its heap in megabytes
 */
export const forkProgram = (program: string, heap: number, serialization?: SerializationType): ChildProcess =>
  fork(program, [String(process.pid)], { execArgv: [`--max-old-space-size=${heap}`], serialization })
