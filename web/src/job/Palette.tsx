import { useMantineColorScheme } from '@mantine/core'
import { Spotlight, type SpotlightActionData } from '@mantine/spotlight'
import '@mantine/spotlight/styles.css'
import { useNavigate, useParams } from 'react-router'
import { isLinkPage, JOB_PAGES } from '../pages.ts'
import { redone, undone } from '../store/job-slice.ts'
import { selectAnswers } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { answersSeen, energyUnitTurned } from '../store/view-slice.ts'

/** Every action by name: Ctrl+K. */
export function Palette() {
  const { id } = useParams()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const { toggleColorScheme } = useMantineColorScheme()
  const shown = useWhenIdle(useAppSelector(selectAnswers))
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
  ]
  return (
    <Spotlight
      actions={actions}
      shortcut={['mod + K']}
      highlightQuery
      overlayProps={{ blur: 0, backgroundOpacity: 0.35 }}
      transitionProps={{ duration: 0 }}
      nothingFound="Nothing by that name"
      searchProps={{ placeholder: 'Go to, or do …', 'aria-label': 'Go to, or do' }}
    />
  )
}
