// A whole Yard Lamp in one file, photographs included, and back: pg_dump and pg_restore inside. Plain Node, no packages.
import { spawn } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { findPrograms } from './packages.mjs'
import { root } from './prepare.mjs'

/** What people wrote is in it: nobody else on this machine reads it. */
const OWN = 0o600

/** The way to a database for PostgreSQL’s programs, by their environment: what stands in arguments everybody can see. */
function wayTo(url) {
  const { hostname, port, username, password, pathname } = new URL(url)
  return {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    PGCONNECT_TIMEOUT: '10',
  }
}

const programOf = (name) => {
  const folder = findPrograms()
  if (!folder) throw new Error('PostgreSQL’s programs are not installed: apt-get install postgresql')
  return path.join(folder, name)
}

/** Runs one of PostgreSQL’s programs. @returns what it wrote; @throws with what it said */
function run(name, args, { env = process.env, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(programOf(name), args, { env, stdio: [input ? 'pipe' : 'ignore', 'pipe', 'pipe'] })
    const out = []
    let said = ''
    child.stdout.on('data', (part) => out.push(part))
    child.stderr.on('data', (part) => {
      said += part
    })
    child.once('error', reject)
    child.once('close', (code) =>
      code === 0
        ? resolve(Buffer.concat(out).toString('utf8'))
        : reject(new Error(said.trim() || `${name} ended (${code})`)),
    )
    if (input) {
      // What it says when it stops reading is said by it.
      child.stdin.on('error', () => undefined)
      input(child.stdin)
    }
  })
}

/** Tickets of the queue are made again by whoever works; each database has its own. */
const WITHOUT = ['--exclude-schema=pgboss']

/**
 * Writes a backup: whole or not at all. The database may be in use meanwhile: it is one moment of it.
 * @returns what is in it
 */
export async function backUp(url, file, { over = false } = {}) {
  if (!over && fs.existsSync(file)) throw new Error(`${file} is there already: name another file, or add --over.`)
  const beside = `${file}.${process.pid}`
  fs.writeFileSync(beside, '', { mode: OWN })
  try {
    await run('pg_dump', ['--format=custom', ...WITHOUT, '--no-owner', '--no-privileges', `--file=${beside}`], {
      env: wayTo(url),
    })
    await run('pg_restore', ['--list', beside])
    fs.renameSync(beside, file)
  } catch (error) {
    fs.rmSync(beside, { force: true })
    throw error
  }
  return { ...(await countsIn(url)), bytes: fs.statSync(file).size }
}

/** Whether a database holds a Yard Lamp already. */
export const holdsJobs = async (url) =>
  (
    await run('psql', ['-X', '-A', '-t', '-c', "select to_regclass('public.jobs') is not null"], { env: wayTo(url) })
  ).trim() === 't'

/** Jobs, photographs and readings of a database. */
async function countsIn(url) {
  const sql = `select (select count(*) from jobs), (select count(*) from job_files),
    (select coalesce(sum(reltuples), 0)::bigint from pg_class where relname = 'readings' and reltuples > 0)`
  const text = await run('psql', ['-X', '-A', '-t', '-c', sql], { env: wayTo(url) })
  const [jobs = 0, photographs = 0, readings = 0] = text.trim().split('|').map(Number)
  return { jobs, photographs, readings }
}

/** Newest migration this program knows, ms; and that of a backup. */
export function newestKnown() {
  const journal = JSON.parse(fs.readFileSync(path.join(root, 'server/drizzle/meta/_journal.json'), 'utf8'))
  return Math.max(...journal.entries.map(({ when }) => when))
}
async function newestIn(file) {
  const rows = await run('pg_restore', ['--data-only', '--schema=drizzle', '--file=-', file]).catch((error) => {
    throw new Error(`${file} is no backup of Yard Lamp, or it is broken: ${error.message}`)
  })
  const times = [...rows.matchAll(/^\d+\t\S+\t(\d+)$/gm)].map(([, time]) => Number(time))
  if (times.length === 0) throw new Error(`${file} is no backup of Yard Lamp: it holds no jobs.`)
  return Math.max(...times)
}

/**
 * Puts a backup in the place of what is there, in one transaction: whole or not at all. An older one is brought up to date
 * when Yard Lamp is next started.
 * @throws where it is no backup, is broken, or was made by a newer Yard Lamp: nothing is changed then
 */
export async function restore(url, file) {
  if (!fs.existsSync(file)) throw new Error(`There is no file ${file}.`)
  if ((await newestIn(file)) > newestKnown())
    throw new Error(`${file} was made by a newer Yard Lamp. Update Yard Lamp, then restore it. Nothing was changed.`)
  const dump = spawn(programOf('pg_restore'), ['--no-owner', '--no-privileges', '--file=-', file], {
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  dump.stderr.on('data', (part) => {
    said += part
  })
  const dumped = new Promise((resolve) => dump.once('close', resolve))
  const fill = async (stdin) => {
    stdin.write(
      'set client_min_messages = warning;\nbegin;\ndrop schema if exists drizzle cascade;\ndrop schema public cascade;\ncreate schema public;\n',
    )
    dump.stdout.pipe(stdin, { end: false })
    // Broken in the middle it must not be kept: the transaction ends with its connection.
    const code = await dumped
    stdin.end(code === 0 ? '\ncommit;\n' : '\nrollback;\n\\! false\n')
  }
  const wrong = await run('psql', ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '-f', '-'], {
    env: wayTo(url),
    input: (stdin) => void fill(stdin),
  }).then(
    () => '',
    (error) => error.message,
  )
  if (wrong || (await dumped) !== 0)
    throw new Error(`${file} could not be restored: ${said.trim() || wrong} Nothing was changed.`)
  return countsIn(url)
}

/** What of a folder of nightly backups is kept: the newest so many. */
const MOST_NIGHTS = 14
const NIGHTLY = /^yardlamp-\d{4}-\d{2}-\d{2}\.backup$/
export const nightlyFile = (folder, now) => {
  const day = [now.getFullYear(), now.getMonth() + 1, now.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-')
  return path.join(folder, `yardlamp-${day}.backup`)
}
export function forgetOldNights(folder) {
  const nights = fs
    .readdirSync(folder)
    .filter((name) => NIGHTLY.test(name))
    .sort()
  for (const name of nights.slice(0, -MOST_NIGHTS)) fs.rmSync(path.join(folder, name))
}

export const countsText = ({ jobs, photographs, bytes }) =>
  `${jobs} ${jobs === 1 ? 'job' : 'jobs'}, ${photographs} ${photographs === 1 ? 'photograph' : 'photographs'}${
    bytes === undefined ? '' : `, ${(bytes / 1024 / 1024).toFixed(1)} MB`
  }`
