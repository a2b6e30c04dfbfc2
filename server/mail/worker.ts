import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { openDatabase } from '../database/connection'
import { startMailServer } from '../stand-ins/mail-server'
import type { MailStart } from './mail-thread'
import { MailSender } from './sender'

/** Sends mail by the server that is set, or by one that stands in for it and keeps letters beside the data. */
const { dataFolder, server, from } = workerData as MailStart
const db = openDatabase(dataFolder, 'normal')
new MailSender(db, server ?? (await startMailServer(join(dataFolder, 'mail'))), from).start()
// A listener keeps the thread alive.
parentPort!.on('message', () => {})
