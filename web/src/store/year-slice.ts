import { createSelector, createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Design } from '@yard-lamp/core'
import {
  askedQuestion,
  isQuestion,
  type Plan,
  withYears,
  type YearFigures,
  type YearsTold,
} from '@yard-lamp/core/proof'

/** What came so far of the years of a design. */
export interface YearProgress {
  readonly digest: string
  readonly share: number
  readonly first: YearFigures
}

export interface YearState {
  /** Years that were worked, the latest first: of the designs between which a person goes back and forth. */
  readonly told: readonly YearsTold[]
  /** Why the last could not be worked; null where it could. */
  readonly failure: string | null
  /** How far the one is that is being worked; null where none is, or nothing came of it yet. */
  readonly progress: YearProgress | null
  /** Counts the questions put: who waits for one looks again. */
  readonly asked: number
}

const MOST_TOLD = 8
const initialState: YearState = { told: [], failure: null, progress: null, asked: 0 }

export const yearSlice = createSlice({
  name: 'year',
  initialState,
  reducers: {
    yearAsked: (state) => ({ ...state, asked: state.asked + 1 }),
    yearCame: (state, { payload }: PayloadAction<YearProgress>) => ({ ...state, progress: payload }),
    yearTold: (state, { payload }: PayloadAction<YearsTold>) => ({
      ...state,
      failure: null,
      progress: null,
      told: [payload, ...state.told.filter(({ worked }) => worked.digest !== payload.worked.digest)].slice(
        0,
        MOST_TOLD,
      ),
    }),
    yearFailed: (state, { payload }: PayloadAction<string>) => ({ ...state, failure: payload, progress: null }),
  },
})
export const { yearAsked, yearCame, yearTold, yearFailed } = yearSlice.actions

/** How far the year of a design is: never the figures of another design. */
export type YearStanding =
  | { readonly status: 'working'; readonly progress: YearProgress | null }
  | { readonly status: 'lacks'; readonly lacks: string }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'worked'; readonly told: YearsTold; readonly plan: Plan }

const WORKING: YearStanding = { status: 'working', progress: null }

export function standingOf(design: Design, { told, failure, progress }: YearState): YearStanding {
  const question = askedQuestion(design)
  if (!question) return WORKING
  if (!isQuestion(question)) return { status: 'lacks', lacks: question.lacks }
  const own = told.find(({ worked }) => worked.digest === question.digest)
  if (own) return { status: 'worked', told: own, plan: question.plan }
  if (progress?.digest === question.digest) return { status: 'working', progress }
  return failure === null ? WORKING : { status: 'failed', why: failure }
}

/** A design and the systems beside it, each with its year where that was worked. */
export const dated = (design: Design, state: YearState): Design =>
  withYears(design, (each) => {
    const standing = standingOf(each, state)
    return standing.status === 'worked' ? standing.told.worked : null
  })

interface WithYear {
  readonly year: YearState
}

export const makeSelectStanding = <S extends WithYear>(selectDesign: (state: S) => Design) =>
  createSelector([selectDesign, (state: S) => state.year], standingOf)
