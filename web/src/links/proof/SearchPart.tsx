import { nanoid } from '@reduxjs/toolkit'
import { checkOf, firesText } from '@yard-lamp/core/checks'
import { type FoundDesign, type Searched, type Searcher, searchTogether, shareText } from '@yard-lamp/core/proof'
import { formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { proxy } from 'comlink'
import { useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { FrontierPicture } from './FrontierPicture.tsx'
import { TrialControls } from './TrialControls.tsx'
import { type TrialCrew, useTrial } from './use-trial.ts'

/** Letters an option's name may have. */
const MOST_LETTERS = 120
const MOST_OPTIONS = 24
/** Workers that search side by side: as many as the machine has cores, up to four. */
const SEARCHERS = Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2))

/** The cheapest designs that carry what is asked, and what each price carries; each may be opened as an option. */
export function SearchPart() {
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const workers = (crew: TrialCrew) => Array.from({ length: SEARCHERS }, (_, which) => crew.ask(which))
  const search = (crew: TrialCrew, onShare: (share: number) => boolean) => {
    const searchers = workers(crew).map(
      (worker): Searcher => ({
        steps: (share, onPart) => worker.makeSteps(job, catalogue, share, proxy(onPart)),
        share: (steps, share, onPart) => worker.searchPart(job, catalogue, steps, share, proxy(onPart)),
        design: (steps, candidates) => worker.designPart(job, catalogue, steps, candidates),
      }),
    )
    return searchTogether(searchers, onShare)
  }
  const trial = useTrial<Searched>(job, search, (crew) =>
    Promise.all(workers(crew).map((worker) => worker.warmUp(job, catalogue))),
  )
  const { answer } = trial
  return (
    <Part
      name="The best design for the money"
      aside={
        answer
          ? `${formatNumber(answer.designs)} designs over ${formatNumber(answer.years)} years each; ${formatNumber(answer.worked)} had to be worked`
          : 'panels, batteries, generator and tilt, as far as they are left open'
      }
    >
      <TrialControls trial={trial} start="Search" doing="Searching" />
      {answer && <Found answer={answer} />}
    </Part>
  )
}

function Found({ answer: { best, frontier } }: { answer: Searched }) {
  const [picked, setPicked] = useState<FoundDesign | null>(null)
  return (
    <>
      {best.length === 0 ? (
        <p className="small">
          None of them carries what the brief asks within roof, weight and equipment. The frontier shows how far each
          price goes.
        </p>
      ) : (
        <Table title="The cheapest that carry what is asked" designs={best} picked={picked} />
      )}
      {frontier.length > 1 && <FrontierPicture designs={frontier} best={best} onPick={setPicked} picked={picked} />}
      {frontier.length > 0 && <Table title="What each price carries" designs={frontier} picked={picked} />}
      <p className="small soft">
        On the whole: parts, fuel, upkeep of the generator and banks bought again over the years looked at, at 3 % a
        year. Site and loads are those of every option: a tilt that is opened moves the panels of all of them.
      </p>
    </>
  )
}

/** What is told of each design, by its column. */
const FIGURES: readonly { readonly head: string; readonly of: (design: FoundDesign, currency: string) => string }[] = [
  { head: 'parts', of: ({ price }, currency) => formatMoney(price, currency) },
  { head: 'on the whole', of: ({ wholeCost }, currency) => formatMoney(wholeCost, currency) },
  { head: 'hours carried', of: ({ hours }) => shareText(hours) },
  { head: 'critical', of: ({ criticalHours }) => shareText(criticalHours) },
  {
    head: 'generator',
    of: ({ generatorHours }) => (generatorHours >= 0.5 ? formatQuantity(generatorHours, 'h', 0) : '–'),
  },
]

function Table({
  title,
  designs,
  picked,
}: {
  title: string
  designs: readonly FoundDesign[]
  picked: FoundDesign | null
}) {
  const { parts } = useAppSelector(selectDesign)
  const write = useWrite()
  const inWords = (id: string) => {
    const check = checkOf(id)
    // What it looks at; the figures it goes by are told where it fires.
    return check ? (firesText(check, write).split(':')[0] ?? id) : id
  }
  const { options } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const open = ({ label, edits }: FoundDesign) =>
    dispatch(
      edited(
        [{ act: 'copy-option', id: nanoid(8), name: label.slice(0, MOST_LETTERS) }, ...edits],
        'opening a design that was found',
      ),
    )
  return (
    <div className="table-scroll found-designs">
      <table className="sheet-table">
        <caption>{title}</caption>
        <thead>
          <tr>
            <th>Design</th>
            {FIGURES.map(({ head }) => (
              <th key={head} className="number">
                {head}
              </th>
            ))}
            <th>checks</th>
            <th>
              <span className="visually-hidden">Open</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {designs.map((each) => (
            <tr key={each.label} className={each === picked ? 'chosen' : ''}>
              <td>{each.label}</td>
              {FIGURES.map(({ head, of }) => (
                <td key={head} className="number" data-head={head}>
                  {of(each, parts.currency)}
                </td>
              ))}
              <td className="small">
                {each.faults.length === 0 ? '● silent' : `△ ${each.faults.map(inWords).join('; ')}`}
              </td>
              <td>
                <button
                  type="button"
                  className="pick"
                  disabled={options.length >= MOST_OPTIONS}
                  onClick={() => open(each)}
                >
                  Open as an option
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
