// Who holds a data folder, and which process a number names. Plain Node, no packages.
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'

export class UsageError extends Error {}

/** A process by its number: name, parent, and the time it began; empty where it is gone. */
export function statOf(pid) {
  try {
    const stat = fs.readFileSync(`/proc/${pid}/stat`, 'utf8')
    const rest = stat.slice(stat.lastIndexOf(') ') + 2).split(' ')
    return { name: stat.slice(stat.indexOf('(') + 1, stat.lastIndexOf(')')), parent: rest[1], began: rest[19] }
  } catch {
    return { name: '', parent: '', began: '' }
  }
}

/** What names a process for good, with its number; empty where it is gone. */
export const processMark = (pid) => statOf(pid).began

/**
 * Takes the data folder for this process.
 * @returns whether a killed start held it before, and how to let it go
 * @throws where a running start holds it
 */
export function takeLock(data, port) {
  fs.mkdirSync(data, { recursive: true, mode: 0o755 })
  const file = path.join(data, 'running.json')
  const mine = JSON.stringify({ pid: process.pid, mark: processMark(process.pid), port })
  for (let left = false; ; left = true) {
    try {
      fs.writeFileSync(file, mine, { flag: 'wx' })
      return { left, letGo: () => fs.rmSync(file, { force: true }) }
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
      refuseIfRunning(readLock(file))
      // Left by a start that was killed. Two starts may see it: each takes one away, and looks at what it took.
      const taken = `${file}.${process.pid}`
      try {
        fs.renameSync(file, taken)
      } catch {
        continue
      }
      const other = readLock(taken)
      if (isRunning(other)) fs.renameSync(taken, file)
      fs.rmSync(taken, { force: true })
      refuseIfRunning(other)
    }
  }
}

const isRunning = (lock) => Boolean(lock?.mark) && processMark(lock.pid) === lock.mark

function refuseIfRunning(lock) {
  if (isRunning(lock))
    throw new UsageError(
      `Yard Lamp is already running with this data: http://127.0.0.1:${lock.port}/ (process ${lock.pid}).\nStop it there with Ctrl-C, or start another with --data FOLDER --port N.`,
    )
}

function readLock(file) {
  try {
    return JSON.parse(fs.readFileSync(file, 'utf8'))
  } catch {
    return null
  }
}
