// npm run backup -- FILE, npm run restore -- FILE: a whole Yard Lamp in one file, and back. Plain Node, no packages.
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { parseArgs } from 'node:util'
import { backUp, countsText, holdsJobs, restore } from './dump.mjs'
import { takeLock, UsageError } from './lock.mjs'
import { withDatabase } from './postgres.mjs'
import { checkNode, root } from './prepare.mjs'

const what = process.argv[2]
const USAGE = `Usage: npm run backup -- FILE [--data FOLDER] [--over]
       npm run restore -- FILE [--data FOLDER]

  FILE           all jobs, their history, records, photographs and readings, and the catalogue
  --data FOLDER  where the database lives (default .data); or DATABASE_URL in the environment
  --over         backup: in place of a file that is there

A backup may be made while Yard Lamp runs. A restore puts it in the place of what is there, which is kept beside it first.`

function options() {
  const { values, positionals } = parseArgs({
    args: process.argv.slice(3),
    options: { data: { type: 'string' }, over: { type: 'boolean' }, help: { type: 'boolean' } },
    allowPositionals: true,
  })
  if (values.help) {
    console.log(USAGE)
    process.exit(0)
  }
  if (positionals.length !== 1) throw new UsageError(`Name one file.\n\n${USAGE}`)
  const from = process.env.INIT_CWD ?? root
  return {
    file: path.resolve(from, positionals[0]),
    data: path.resolve(from, values.data ?? path.join(root, '.data')),
    over: values.over ?? false,
  }
}

async function main() {
  checkNode()
  const { file, data, over } = options()
  if (what === 'backup') {
    if (!process.env.DATABASE_URL && !fs.existsSync(data))
      throw new UsageError(`There is no Yard Lamp data in ${data}.`)
    const counts = await withDatabase(data, (url) => backUp(url, file, { over }))
    console.log(`Kept in ${file}: ${countsText(counts)}.`)
    return
  }
  // Whoever works in it would write into what goes.
  const lock = process.env.DATABASE_URL ? null : takeLock(data, 0)
  try {
    await withDatabase(data, async (url) => {
      const before = path.join(
        path.dirname(file),
        `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.backup`,
      )
      // What cannot be kept first is not replaced.
      const kept = (await holdsJobs(url)) ? await backUp(url, before) : null
      const counts = await restore(url, file)
      console.log(`Restored from ${file}: ${countsText(counts)}.`)
      if (kept) console.log(`What was there before is kept in ${before}: ${countsText(kept)}.`)
    })
  } finally {
    lock?.letGo()
  }
}

main().catch((error) => {
  console.error(error.message)
  process.exit(error instanceof UsageError || error.code?.startsWith('ERR_PARSE_ARGS') ? 2 : 1)
})
