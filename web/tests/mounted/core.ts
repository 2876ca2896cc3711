import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'
import type { TestProject } from 'vitest/node'

/* What is mounted asks the real core: one server with a folder of its own, for all files of tests. */

declare module 'vitest' {
  export interface ProvidedContext { core: string }
}

const root = fileURLToPath(new URL('../../..', import.meta.url))
const WAITS_MS = 180_000

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  probe.close()
  await once(probe, 'close')
  return typeof address === 'object' && address ? address.port : 0
}

export default async function setup(project: TestProject) {
  const home = `${root}/.local/mounted-test`
  rmSync(home, { recursive: true, force: true })
  const port = await freePort()
  const words = ['-m', 'acrebox.serve', '--home', home, '--port', String(port)]
  const env: NodeJS.ProcessEnv = { ...process.env, PYTHONPATH: `${root}/src` }
  delete env.ACREBOX_DATABASE_URL
  const server = spawn(`${root}/.venv/bin/python`, words, { cwd: root, env, stdio: ['ignore', 'ignore', 'inherit'] })
  const core = `http://127.0.0.1:${port}`
  const until = Date.now() + WAITS_MS
  for (;;) {
    if (server.exitCode !== null) throw new Error('the server has ended')
    if (await fetch(`${core}/api/ready`).then((answer) => answer.ok, () => false)) break
    if (Date.now() > until) throw new Error(`${core} does not answer`)
    await new Promise((go) => setTimeout(go, 100))
  }
  project.provide('core', core)
  return async () => {
    server.kill('SIGINT')
    const [code] = (await once(server, 'exit')) as [number]
    rmSync(home, { recursive: true, force: true })
    if (code !== 0) throw new Error(`the server ended with ${code}`)
  }
}
