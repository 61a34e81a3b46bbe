import { type Writer, writerOf } from '@yard-lamp/core/units'
import { createContext, useContext } from 'react'
import { rememberedUnits } from '../units/remembered-units.ts'

/** How figures are written: the writer of the open job, and what its people wrote in units of their own. */
export interface Writing {
  readonly write: Writer
  /** Text of a figure by its place. */
  readonly written: Readonly<Record<string, string>>
}

const NOTHING: Readonly<Record<string, string>> = {}

/**
 * Handed down once: thousands of cells of a grid read it, and each of them asking the store would cost more than an edit.
 * Null where no job is open.
 */
export const WritingContext = createContext<Writing | null>(null)

/** The writer of the open job; without one, of the units the person used last. */
export const useWrite = (): Writer => useContext(WritingContext)?.write ?? writerOf(rememberedUnits())

/** How the figure of a place was written by hand; undefined where it was not. */
export const useWritten = (place: string): string | undefined => (useContext(WritingContext)?.written ?? NOTHING)[place]
