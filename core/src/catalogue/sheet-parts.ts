import { z } from 'zod'
import { AIR_RANGE_C, count, quantity } from '../method/quantity.ts'

/** What the sheets of all kinds are made of: quantities with the ends of what is built. */

/** What a sheet may leave unsaid, and sheets of earlier versions do not have: null then. */
export const unsaid = <T extends z.ZodType>(schema: T) => schema.nullable().default(null)
/** Who delivers it and how soon; null while nobody said. */
const supply = {
  supplier: unsaid(
    z
      .string({ error: () => 'a text' })
      .min(1, { error: () => 'a name' })
      .max(80, { error: () => 'at most 80 letters' }),
  ),
  leadDays: unsaid(quantity('t', 'days until it is here', 'd', { min: 0, max: 2000, integer: true })),
}
export type Supply = z.output<z.ZodObject<typeof supply>>

export const common = {
  id: z.string().regex(/^[a-z0-9-]{1,64}$/),
  maker: z.string().min(1).max(80),
  model: z.string().min(1).max(80),
  price: quantity('€', 'price', 'money', { min: 0, max: 1e9 }),
  weightKg: quantity('m', 'weight', 'kg', { min: 0, max: 1e6 }),
  ...supply,
}
export const systemVoltage = z.union([z.literal(12), z.literal(24), z.literal(48)], { error: () => '12, 24 or 48' })
/** Lowest a sheet may say of what one divides by: nothing smaller is built. */
export const volts = (label: string) => quantity('V', label, 'V', { min: 0.1, max: 1e5 })
export const amps = (label: string) => quantity('I', label, 'A', { min: 0.001, max: 1e6 })
export const watts = (label: string) => quantity('P', label, 'W', { min: 0.1, max: 1e8 })
export const voltAmps = (label: string) => quantity('S', label, 'VA', { min: 0.1, max: 1e8 })
export const millimetres = (symbol: string, label: string) => quantity(symbol, label, 'mm', { min: 1, max: 1e5 })
export const pieces = (label: string) => count('n', label, 1, 1000)
export const perDegree = (label: string) => quantity('β', label, '1/°C', { min: -0.02, max: 0 }).nullable()
export const celsius = (label: string) => quantity('T', label, '°C', { min: -60, max: AIR_RANGE_C.max })
/** Size of a unit as it hangs or stands, terminals and feet counted, and what stays free about it; null where the sheet says nothing. */
export const outside = {
  outerWidthMm: unsaid(millimetres('w', 'width as it hangs')),
  outerHeightMm: unsaid(millimetres('h', 'height as it hangs')),
  outerDepthMm: unsaid(millimetres('d', 'depth from the wall')),
  clearanceMm: unsaid(quantity('c', 'kept free about it', 'mm', { min: 0, max: 5000 })),
}
/** Stud that battery conductors bolt to, M in mm; 0 for clamps, null where the sheet says nothing. */
export const bolted = { studMm: unsaid(quantity('M', 'stud of its terminals', 'mm', { min: 0, max: 30 })) }
export type Bolted = z.output<z.ZodObject<typeof bolted>>
export type Outside = z.output<z.ZodObject<typeof outside>>
/** A share that a sheet prints: never next to nothing. */
export const share = (symbol: string, label: string) => quantity(symbol, label, '', { min: 0.001, max: 1 })
