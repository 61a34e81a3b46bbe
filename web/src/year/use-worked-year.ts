import { isQuestion, type YearQuestion, yearQuestion } from '@yard-lamp/core/proof'
import { useEffect } from 'react'
import { tellList } from '../store/autosave.ts'
import type { AppDispatch } from '../store/root.ts'
import { selectDesign, selectYear } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { yearAsked, yearFailed, yearTold } from '../store/year-slice.ts'
import { years } from '../workers/years.ts'

/** Works the year of the design in hand after each edit that moves it, in a worker; only the latest is waited for. */
export function useWorkedYear(): void {
  const design = useWhenIdle(useAppSelector(selectDesign))
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const status = useAppSelector((state) => selectYear(state).status)
  const revision = useAppSelector(({ save }) => (save.status === 'saved' ? save.revision : null))
  useEffect(() => {
    const question = yearQuestion(design)
    dispatch(yearAsked())
    if (!isQuestion(question)) return
    const { told } = store.getState().year
    if (!told.some(({ worked }) => worked.digest === question.digest)) void ask(question, dispatch)
  }, [design, dispatch, store])

  useEffect(() => {
    if (status === 'worked' && revision !== null) void tellList(store.getState())
  }, [status, revision, store])
}

let waiting: YearQuestion | null = null
let isWorking = false

/** One question at a time: of those that come meanwhile only the latest is put. */
async function ask(question: YearQuestion, dispatch: AppDispatch): Promise<void> {
  waiting = question
  if (isWorking) return
  isWorking = true
  while (waiting) {
    const { plan, asked }: YearQuestion = waiting
    waiting = null
    try {
      const told = await years().tellYears({ plan, asked })
      if (told) dispatch(yearTold(told))
    } catch (fault) {
      dispatch(yearFailed(fault instanceof Error ? fault.message : String(fault)))
    }
  }
  isWorking = false
}
