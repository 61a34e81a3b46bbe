// npm run people: who may come in, from the machine the database is on. Plain Node, no packages before the install.
import { spawnSync } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { UsageError } from './lock.mjs'
import { withDatabase } from './postgres.mjs'
import { checkNode, ensureInstalled, root } from './prepare.mjs'

/** Takes --data out of the arguments; the others are the program’s. */
function dataIn(args) {
  const at = args.indexOf('--data')
  if (at < 0) return { data: path.join(root, '.data'), rest: args }
  if (args[at + 1] === undefined) throw new UsageError('--data: name a folder')
  return {
    data: path.resolve(process.env.INIT_CWD ?? root, args[at + 1]),
    rest: [...args.slice(0, at), ...args.slice(at + 2)],
  }
}

async function main() {
  checkNode()
  const { data, rest } = dataIn(process.argv.slice(2))
  ensureInstalled()
  const { bundleProgram } = await import('./bundle.mjs')
  const program = path.join(root, 'node_modules/.cache/people.mjs')
  await bundleProgram('server/src/people/program.ts', program)
  const status = await withDatabase(data, async (url) => {
    const env = { ...process.env, DATABASE_URL: url, MIGRATIONS: path.join(root, 'server/drizzle') }
    return spawnSync(process.execPath, [program, ...rest], { env, stdio: 'inherit' }).status
  })
  process.exit(status ?? 1)
}

main().catch((error) => {
  console.error(error.message)
  process.exit(error instanceof UsageError ? 2 : 1)
})
