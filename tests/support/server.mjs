// Starts the built application on a data folder of its own, and ends it again.
import { execFileSync, spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A port that nobody uses now. @returns {Promise<number>} */
export function freePort() {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })
}

/** An empty folder that goes with the process. */
export function scratchFolder(name) {
  const folder = mkdtempSync(join(tmpdir(), `ilmenite-${name}-`))
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }))
  return folder
}

const seeded = 'tests/.work/seeded'

/** A data folder with the demo world in it: made once for a build, then copied. */
export function demoData() {
  const folder = scratchFolder('data')
  if (!existsSync(join(seeded, 'done'))) {
    rmSync(seeded, { recursive: true, force: true })
    execFileSync('node', ['.output/server/programs/seed.mjs'], {
      env: {
        ...process.env,
        ILMENITE_DATA: seeded,
        ILMENITE_ARCHIVES: undefined,
        ILMENITE_MIGRATIONS: 'server/database/migrations',
      },
    })
    execFileSync('touch', [join(seeded, 'done')])
  }
  cpSync(seeded, folder, { recursive: true, preserveTimestamps: true })
  return folder
}

/**
 * Starts a server; resolves once it answers. `kill` ends it at once, as a power cut would end the process.
 * @param {string} data
 * @param {{ port?: number, env?: Record<string, string>, options?: string[] }} [options]
 */
export async function startServer(data, { port, env = {}, options = [] } = {}) {
  const usedPort = port ?? (await freePort())
  const args = ['bin/ilmenite.mjs', 'serve', '--port', String(usedPort), '--data', data, ...options]
  const child = spawn('node', args, {
    env: { ...process.env, ILMENITE_ARCHIVES: join(data, 'archives'), ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let output = ''
  child.stdout.on('data', (chunk) => (output += chunk))
  child.stderr.on('data', (chunk) => (output += chunk))
  const ended = new Promise((resolve) => child.once('exit', resolve))
  const url = `http://127.0.0.1:${usedPort}`
  for (let tries = 0; ; tries++) {
    if (child.exitCode !== null || child.signalCode !== null || tries > 2400)
      throw new Error(`the server did not start:\n${output}`)
    const answers = await fetch(`${url}/mark.svg`).then(
      (answer) => answer.ok,
      () => false,
    )
    if (answers) break
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  const kill = async () => {
    child.kill('SIGKILL')
    await ended
  }
  /** Asks the server to end, as a system does that stops a service. @returns its exit code */
  const end = async () => {
    child.kill('SIGTERM')
    return await ended
  }
  return { url, port: usedPort, pid: child.pid, kill, stop: kill, end, output: () => output }
}

/** A reply as tests look at it. */
async function answered(reply) {
  const bytes = Buffer.from(await reply.arrayBuffer())
  const text = bytes.toString('utf8')
  return {
    bytes,
    status: reply.status,
    headers: reply.headers,
    text,
    body: /^[[{]/.test(text) ? JSON.parse(text) : text,
  }
}

/**
 * A caller that is not signed in, or that sends a token: some headers, and no cookie.
 * @param {string} url
 * @param {Record<string, string>} [own]
 * @returns {ReturnType<typeof signIn> extends Promise<infer Call> ? Call : never}
 */
export function caller(url, own = {}) {
  return async (method, path, body, headers = {}) =>
    answered(
      await fetch(`${url}/api/${path}`, {
        method,
        headers: { 'content-type': 'application/json', ...own, ...headers },
        body: body instanceof Uint8Array ? body : body && JSON.stringify(body),
      }),
    )
}

/**
 * A signed-in caller of the API: `call(method, path, body)` answers { status, body }.
 * @returns {Promise<(method: string, path: string, body?: any, headers?: Record<string, string>) => Promise<{
 * status: number, headers: Headers, bytes: Buffer, text: string, body: any }>>}
 */
export async function signIn(url, mail = 'mara.feldhaus@brackwater.example', password = 'ropeway-42') {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ mail, password }),
  })
  if (!answer.ok) throw new Error(`sign-in refused: ${await answer.text()}`)
  const cookie = answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ')
  return async (method, path, body, headers = {}) => {
    const raw = body instanceof Uint8Array
    const reply = await fetch(`${url}/api/${path}`, {
      method,
      headers: {
        cookie,
        ...(body === undefined
          ? {}
          : { 'content-type': raw ? 'application/octet-stream' : 'application/json' }),
        ...headers,
      },
      body: body === undefined ? undefined : raw ? body : JSON.stringify(body),
    })
    return answered(reply)
  }
}

/**
 * Asks again and again until the answer is there. It fails after two minutes, because machines can be slow.
 * @template T
 * @param {() => T | Promise<T>} ask
 * @returns {Promise<NonNullable<T>>}
 */
export async function eventually(ask, what = 'what was waited for', seconds = 120, every = 40) {
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    const answer = await ask()
    if (answer) return answer
    await new Promise((resolve) => setTimeout(resolve, every))
  }
  throw new Error(`${what} did not come in ${seconds} s`)
}
