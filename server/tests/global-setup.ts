import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { bundleProgram } from '../../scripts/bundle.mjs'
import { startCluster } from '../../scripts/postgres.mjs'

declare module 'vitest' {
  export interface ProvidedContext {
    clusterUrl: string
    /** The server as one file, as the build makes it. */
    serverFile: string
  }
}

/** One PostgreSQL of its own for all server tests, without waiting for the disk. */
export default async function setup(project: TestProject) {
  const folder = mkdtempSync(join(tmpdir(), 'yardlamp-test-'))
  chmodSync(folder, 0o755) // the user PostgreSQL runs as must reach it
  const cluster = await startCluster(folder, { temporary: true })
  project.provide('clusterUrl', cluster.url)
  // Beside the packages, which it reads.
  const serverFile = join(import.meta.dirname, '../../node_modules/.cache/tests/server.mjs')
  mkdirSync(dirname(serverFile), { recursive: true })
  await bundleProgram('server/src/main.ts', serverFile)
  await bundleProgram('server/src/reports/worker.ts', join(dirname(serverFile), 'report-worker.mjs'))
  project.provide('serverFile', serverFile)
  return () => {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
