import { z } from 'zod'

/** Fields of records: rows that are added and never changed, each with an id made by the device that wrote it. */

export const id = z.uuid({ error: () => 'an id of the device that wrote it' })
export const words = (most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: () => `at most ${most} letters` })
export const said = (most: number, what: string) => words(most).min(1, { error: () => what })
export const text = (least: number, most: number, what: string) => {
  const error = () => `${what}, ${least} to ${most} letters`
  return z.string({ error }).min(least, { error }).max(most, { error })
}
export const whole = (min: number, max: number, what: string) => {
  const error = () => `${what}, a whole number from ${min} to ${max}`
  return z.number({ error }).int({ error }).min(min, { error }).max(max, { error })
}
export const listOf = <T extends z.ZodType>(item: T, least: number, most: number, what: string) => {
  const error = () => `${what}, ${least} to ${most} of them`
  return z.array(item, { error }).min(least, { error }).max(most, { error })
}
export const moment = z.iso.datetime({ error: () => 'a time such as 2026-11-28T09:30:00.000Z' })

/** What every record begins with. */
export const common = {
  id,
  /** By the clock of the device. */
  at: moment,
  /** Who did it. */
  by: said(120, 'who did it, by name'),
}
