import { type Writer, writerOf } from '@yard-lamp/core/units'
import { rememberedUnits } from '../units/remembered-units.ts'
import { useAppSelector } from './store.ts'

/** Writes figures in the units of the open job; without one, in those the person used last. */
export const useWrite = (): Writer => useAppSelector((state) => writerOf(state.job?.job.units ?? rememberedUnits()))
