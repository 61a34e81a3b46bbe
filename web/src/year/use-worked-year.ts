import { isQuestion, type YearQuestion, type YearsCame, yearQuestion } from '@yard-lamp/core/proof'
import { proxy } from 'comlink'
import { useEffect } from 'react'
import { tellList } from '../store/autosave.ts'
import type { AppDispatch } from '../store/root.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../store/store.ts'
import { standingOf, yearAsked, yearCame, yearFailed, yearTold } from '../store/year-slice.ts'
import { askOfYears } from '../workers/years.ts'
import { oneAtATime } from './one-at-a-time.ts'

/** Works the year of the design in hand after each edit that moves it, in a worker; only the latest is waited for. */
export function useWorkedYear(): void {
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const isWorked = useAppSelector((state) =>
    [selectDesign(state), ...selectDesign(state).beside.map((each) => each.design)].every((each) =>
      ['worked', 'lacks'].includes(standingOf(each, state.year).status),
    ),
  )
  const revision = useAppSelector(({ save }) => (save.status === 'saved' ? save.revision : null))
  useEffect(() => {
    // At once, before the page is painted: the worker works meanwhile.
    const systems = [design, ...design.beside.map((each) => each.design)]
    const questions = systems.map(yearQuestion).filter(isQuestion)
    const { told } = store.getState().year
    const open = questions.filter(({ digest }) => !told.some(({ worked }) => worked.digest === digest))
    void ask(open.map((question) => ({ ...question, dispatch })))
    dispatch(yearAsked())
  }, [design, dispatch, store])

  useEffect(() => {
    if (isWorked && revision !== null) void tellList(store.getState())
  }, [isWorked, revision, store])
}

const ask = oneAtATime<YearQuestion & { readonly dispatch: AppDispatch }>(({ plan, asked, digest, dispatch }) => {
  const onYears = ({ share, first }: YearsCame) => dispatch(yearCame({ digest, share, first }))
  const { answer, giveUp } = askOfYears((worker, name) => worker.tellYears(name, { plan, asked }, proxy(onYears)))
  const done = answer.then(
    (told) => void (told && dispatch(yearTold(told))),
    (fault) => void dispatch(yearFailed(fault instanceof Error ? fault.message : String(fault))),
  )
  return { done, giveUp }
})
