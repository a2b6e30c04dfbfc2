import { parentPort, workerData } from 'node:worker_threads'
import { openDatabase } from '../database/connection'
import { letterFolder, mailRoute } from '../settings/mail'
import { startMailServer } from '../stand-ins/mail-server'
import type { MailStart } from './mail-thread'
import { MailSender } from './sender'

/** Sends mail by the server that is set, or by one that stands in for it and keeps letters beside the data. */
const { dataFolder } = workerData as MailStart
const db = openDatabase(dataFolder, 'normal')
let standIn: Promise<string> | undefined
const sender = new MailSender(db, async () => {
  const { server, from } = mailRoute(db)
  return { server: server ?? (await (standIn ??= startMailServer(letterFolder(dataFolder)))), from }
})
sender.start()
// A listener keeps the thread alive, until the server ends.
parentPort!.once('message', () => void sender.stop().finally(() => process.exit()))
