import { z } from 'zod'
import { quantity } from '../method/quantity.ts'

/** Fields that the parts of a job share. */

export const id = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,64}$/, { error: () => 'an id of up to 64 letters, digits, - or _' })
export const line = (most: number) =>
  z.string({ error: () => 'a text' }).max(most, { error: () => `a text of at most ${most} letters` })
export const month = quantity('', 'month', '', { min: 1, max: 12, integer: true })
export const flag = z.boolean({ error: () => 'true or false' })
