import { useMantineColorScheme } from '@mantine/core'
import { Spotlight, type SpotlightActionData, type SpotlightFilterFunction } from '@mantine/spotlight'
import '@mantine/spotlight/styles.css'
import { itemName } from '@yard-lamp/core'
import { itemsOf, KIND_NAME } from '@yard-lamp/core/catalogue'
import { useNavigate, useParams } from 'react-router'
import { useWayToCatalogue } from '../catalogue/way.ts'
import { CHAPTERS, chapterId } from '../chapters.ts'
import { isLinkPage, JOB_PAGES, linkTitle } from '../pages.ts'
import { redone, undone } from '../store/job-slice.ts'
import { selectAnswers, selectCatalogue } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { answersSeen, energyUnitTurned } from '../store/view-slice.ts'

const OF_CATALOGUE = 'item:'
const OF_PAGE = 'chapter:'
/** What is found by a word only: the list would be long without one. */
const isFoundByWord = (id: string): boolean => id.startsWith(OF_CATALOGUE) || id.startsWith(OF_PAGE)
/** Items of the catalogue shown at once: another word tells them apart. */
const MOST_ITEMS = 8

/** Actions whose name or description has every word; parts of pages and items of the catalogue only where a word was typed. */
function found(query: string, actions: Parameters<SpotlightFilterFunction>[1]) {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean)
  const matching = (actions as SpotlightActionData[]).filter((action) => {
    if (words.length === 0) return !isFoundByWord(action.id)
    const text = `${action.label} ${action.description ?? ''}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
  let items = 0
  return matching.filter(({ id }) => !id.startsWith(OF_CATALOGUE) || ++items <= MOST_ITEMS)
}

/** Every action by name, every part of a page and every item of the catalogue: Ctrl+K. */
export function Palette() {
  const { id } = useParams()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const { toggleColorScheme } = useMantineColorScheme()
  const shown = useWhenIdle(useAppSelector(selectAnswers))
  const catalogue = useAppSelector(selectCatalogue)
  const wayToCatalogue = useWayToCatalogue()
  const go = (page: string) => () => navigate(`/jobs/${id}/${page}`)
  const actions: SpotlightActionData[] = [
    ...JOB_PAGES.map((page) => ({
      id: page.path,
      label: page.title,
      description: `${isLinkPage(page) ? shown[page.path] : page.about} — key ${page.key.toUpperCase()}`,
      onClick: go(page.path),
    })),
    { id: 'undo', label: 'Undo', description: 'Ctrl+Z', onClick: () => dispatch(undone()) },
    { id: 'redo', label: 'Redo', description: 'Ctrl+Y', onClick: () => dispatch(redone()) },
    { id: 'seen', label: 'Mark what moved as seen', onClick: () => dispatch(answersSeen(shown)) },
    { id: 'theme', label: 'Light or night theme', onClick: () => toggleColorScheme() },
    {
      id: 'quick',
      label: 'Quick answers',
      description: 'Calculators without a job',
      onClick: () => navigate('/quick'),
    },
    {
      id: 'unit',
      label: 'Watt-hours or ampere-hours',
      description: 'On the loads page — key A',
      onClick: () => dispatch(energyUnitTurned()),
    },
    { id: 'jobs', label: 'All jobs', onClick: () => navigate('/') },
    ...CHAPTERS.map(({ link, title }) => ({
      id: `${OF_PAGE}${link}.${chapterId(title)}`,
      label: title,
      description: `A part of the ${linkTitle(link).toLowerCase()} page`,
      onClick: go(`${link}#${chapterId(title)}`),
    })),
    ...itemsOf(catalogue).map((item) => ({
      id: `${OF_CATALOGUE}${item.id}`,
      label: itemName(item),
      description: `${KIND_NAME[item.kind][0]}, its sheet in the catalogue`,
      onClick: () => navigate(wayToCatalogue(item.kind, itemName(item))),
    })),
  ]
  return (
    <Spotlight
      actions={actions}
      shortcut={['mod + K']}
      highlightQuery
      overlayProps={{ blur: 0, backgroundOpacity: 0.35 }}
      transitionProps={{ duration: 0 }}
      filter={found}
      scrollable
      maxHeight={420}
      nothingFound="Nothing by that name"
      searchProps={{ placeholder: 'Go to, or do …', 'aria-label': 'Go to, or do' }}
    />
  )
}
