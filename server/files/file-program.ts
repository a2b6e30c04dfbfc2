import { serveTasks } from '../processes/program'
import type { WorkAnswer } from '../processes/worker-process'
import { doHere } from './do-here'
import { type FileFault, faultOfTask } from './file-fault'
import type { FileTask } from './file-tasks'

/** The program of the processes that read, write and draw files from outside. */
serveTasks(async (task: FileTask): Promise<WorkAnswer<unknown, FileFault>> => {
  try {
    return { answer: await doHere(task as never) }
  } catch (error) {
    return { fault: faultOfTask(error) }
  }
})
