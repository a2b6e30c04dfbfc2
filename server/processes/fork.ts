import { type ChildProcess, fork, type SerializationType } from 'node:child_process'

/**
 * Starts a program that ends with this process (`endWithParent`). The program is told the number of its parent. If it
 * asked the system later, the parent might have been killed already, and another process would be named.
 *
 * @param heap the limit of its heap in megabytes
 */
export const forkProgram = (program: string, heap: number, serialization?: SerializationType): ChildProcess =>
  fork(program, [String(process.pid)], { execArgv: [`--max-old-space-size=${heap}`], serialization })
