// A backup each night while Yard Lamp runs. Plain Node, no packages.
import fs from 'node:fs'
import { backUp, forgetOldNights, nightlyFile } from './dump.mjs'

/** Hour of the night from which it is made; where nobody was on then, as soon as somebody is. */
const NIGHT_H = 2
const LOOK_MS = 60_000

/**
 * Keeps a backup of each night in a folder. One that fails is said, and tried again after an hour.
 * @param {string} folder
 * @param {() => string} urlOf the database as it is reached now
 * @param {(text: string) => void} say
 */
export function keepNights(folder, urlOf, say, now = () => new Date()) {
  let notBefore = 0
  let isMaking = false
  const look = async () => {
    const at = now()
    if (isMaking || at.getHours() < NIGHT_H || at.getTime() < notBefore) return
    const file = nightlyFile(folder, at)
    if (fs.existsSync(file)) return
    isMaking = true
    try {
      fs.mkdirSync(folder, { recursive: true, mode: 0o700 })
      await backUp(urlOf(), file)
      forgetOldNights(folder)
    } catch (error) {
      notBefore = at.getTime() + 60 * LOOK_MS
      say(`The nightly backup could not be made, and is tried again in an hour: ${error.message}`)
    }
    isMaking = false
  }
  const timer = setInterval(() => void look(), LOOK_MS)
  timer.unref()
  return { first: look(), stop: () => clearInterval(timer) }
}
