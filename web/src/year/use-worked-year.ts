import { isQuestion, JUDGED_YEARS, type YearFigures, type YearQuestion, yearQuestion } from '@yard-lamp/core/proof'
import { proxy } from 'comlink'
import { useEffect } from 'react'
import { tellList } from '../store/autosave.ts'
import type { AppDispatch } from '../store/root.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { standingOf, yearAsked, yearCame, yearFailed, yearTold } from '../store/year-slice.ts'
import { years } from '../workers/years.ts'

/** Works the year of the design in hand after each edit that moves it, in a worker; only the latest is waited for. */
export function useWorkedYear(): void {
  const design = useWhenIdle(useAppSelector(selectDesign))
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const isWorked = useAppSelector((state) =>
    [selectDesign(state), ...selectDesign(state).beside.map((each) => each.design)].every((each) =>
      ['worked', 'lacks'].includes(standingOf(each, state.year).status),
    ),
  )
  const revision = useAppSelector(({ save }) => (save.status === 'saved' ? save.revision : null))
  useEffect(() => {
    const systems = [design, ...design.beside.map((each) => each.design)]
    const questions = systems.map(yearQuestion).filter(isQuestion)
    dispatch(yearAsked())
    const { told } = store.getState().year
    const open = questions.filter(({ digest }) => !told.some(({ worked }) => worked.digest === digest))
    if (open.length > 0) void ask(open, dispatch)
  }, [design, dispatch, store])

  useEffect(() => {
    if (isWorked && revision !== null) void tellList(store.getState())
  }, [isWorked, revision, store])
}

/** Years after which it is told how far they are. */
const TOLD_EVERY = 5

let waiting: YearQuestion[] = []
let isWorking = false

/** One question at a time, of the design and of the systems beside it: those that come meanwhile take the place of what waits. */
async function ask(questions: YearQuestion[], dispatch: AppDispatch): Promise<void> {
  waiting = questions
  if (isWorking) return
  isWorking = true
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const { plan, asked, digest } = next
    const onYear = (share: number, first: YearFigures) => {
      // The first at once, then a few: nobody reads twenty a tenth of a second.
      if (share < 1 && Math.round(share * JUDGED_YEARS) % TOLD_EVERY === 1) dispatch(yearCame({ digest, share, first }))
      return true
    }
    try {
      const told = await years().tellYears({ plan, asked }, JUDGED_YEARS, proxy(onYear))
      if (told) dispatch(yearTold(told))
    } catch (fault) {
      dispatch(yearFailed(fault instanceof Error ? fault.message : String(fault)))
    }
  }
  isWorking = false
}
