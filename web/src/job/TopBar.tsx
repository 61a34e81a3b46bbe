import { ActionIcon, Menu, Tooltip } from '@mantine/core'
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconCopy,
  IconDots,
  IconDownload,
  IconHistory,
  IconLink,
  IconPrinter,
} from '@tabler/icons-react'
import { useState } from 'react'
import { Link, NavLink, useNavigate, useParams } from 'react-router'
import { api } from '../api/client.ts'
import OutboxBadge from '../outbox/OutboxBadge.tsx'
import { useMay } from '../people/me.ts'
import { ShareDialog } from '../shared/ShareDialog.tsx'
import { edited, redone, undone } from '../store/job-slice.ts'
import { selectDesign, selectJob, selectOpenFindings, selectYear } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { HistoryDialog } from './HistoryDialog.tsx'
import { PresenceBadge } from './PresenceBadge.tsx'
import { SaveBadge } from './SaveBadge.tsx'
import { ThemeButton } from './ThemeButton.tsx'
import '../options/options.css'

export function TopBar() {
  const name = useAppSelector((state) => selectJob(state).name)
  const dispatch = useAppDispatch()
  const undoLabel = useAppSelector((state) => state.job?.past.at(-1)?.label)
  const redoLabel = useAppSelector((state) => state.job?.future.at(-1)?.label)
  return (
    <header className="topbar">
      <Link to="/" className="topbar-home" aria-label="All jobs">
        <img src="/lamp.svg" alt="" />
      </Link>
      <input
        className="topbar-name"
        aria-label="Name of the job"
        value={name}
        maxLength={200}
        onChange={(event) =>
          event.target.value.trim() !== '' && dispatch(edited({ act: 'set-job', patch: { name: event.target.value } }))
        }
      />
      <OptionPicker />
      <span className="topbar-gap" />
      <ChecksBadge />
      <Tooltip label={undoLabel ? `Undo ${undoLabel} (Ctrl+Z)` : 'Nothing to undo'}>
        <ActionIcon
          variant="default"
          aria-label="Undo"
          disabled={undoLabel === undefined}
          onClick={() => dispatch(undone())}
        >
          <IconArrowBackUp size={18} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={redoLabel ? `Redo ${redoLabel} (Ctrl+Y)` : 'Nothing to redo'}>
        <ActionIcon
          variant="default"
          aria-label="Redo"
          disabled={redoLabel === undefined}
          onClick={() => dispatch(redone())}
        >
          <IconArrowForwardUp size={18} />
        </ActionIcon>
      </Tooltip>
      <OutboxBadge />
      <PresenceBadge />
      <SaveBadge />
      <ThemeButton />
      <JobMenu />
    </header>
  )
}

/** The option every page works on, and the way to all of them. */
function OptionPicker() {
  const { id } = useParams()
  const dispatch = useAppDispatch()
  const options = useAppSelector((state) => selectJob(state).options)
  const chosenOptionId = useAppSelector((state) => selectJob(state).chosenOptionId)
  const name = (optionId: string) => options.find((option) => option.id === optionId)?.name ?? ''
  return (
    <span className="topbar-option">
      {options.length > 1 && (
        <select
          aria-label="Option worked on"
          value={chosenOptionId}
          onChange={(event) =>
            dispatch(edited({ act: 'choose-option', id: event.target.value }, `choosing ${name(event.target.value)}`))
          }
        >
          {options.map((option) => (
            <option key={option.id} value={option.id}>
              {option.name}
            </option>
          ))}
        </select>
      )}
      <NavLink to={`/jobs/${id}/options`} title="Options side by side (O)">
        {options.length > 1 ? 'compare' : 'Options'}
      </NavLink>
    </span>
  )
}

/** How many checks fire, and a way to them; while the year is being worked, that one of them has not spoken yet. */
function ChecksBadge() {
  const { id } = useParams()
  const found = useAppSelector(selectOpenFindings)
  const needed = useAppSelector((state) => selectDesign(state).needs.length)
  const isWorking = useAppSelector((state) => selectYear(state).status === 'working')
  const count = (severity: string) => found.filter((finding) => finding.severity === severity).length
  const parts = [
    { n: count('danger'), mark: '▲', name: 'danger', grave: true },
    { n: count('fault'), mark: '△', name: count('fault') === 1 ? 'fault' : 'faults', grave: true },
    { n: count('advice'), mark: '○', name: 'advice', grave: false },
    { n: needed, mark: '', name: 'needed', grave: false },
  ].filter(({ n }) => n > 0)
  return (
    <NavLink to={`/jobs/${id}/checks`} className="topbar-checks" title="Checks (C)">
      {parts.length === 0 && !isWorking && <span className="sound">● checks silent</span>}
      {parts.map(({ n, mark, name, grave }) =>
        grave ? <b key={name}>{`${mark} ${n} ${name}`}</b> : <span key={name}>{`${mark} ${n} ${name}`}</span>,
      )}
      {isWorking && <span className="soft">◌ year being worked</span>}
    </NavLink>
  )
}

function JobMenu() {
  const { id = '' } = useParams()
  const navigate = useNavigate()
  const [history, setHistory] = useState(false)
  const [isSharing, setSharing] = useState(false)
  const mayShare = useMay('designer')
  return (
    <>
      <Menu position="bottom-end" width={230}>
        <Menu.Target>
          <ActionIcon variant="subtle" color="gray" aria-label="More for this job">
            <IconDots size={20} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconPrinter size={16} />} onClick={() => navigate(`/jobs/${id}/sheet`)}>
            The sheet, to print
          </Menu.Item>
          <Menu.Item leftSection={<IconDownload size={16} />} component="a" href={api.fileAddress(id)} download>
            Save as a file
          </Menu.Item>
          {mayShare && (
            <Menu.Item leftSection={<IconLink size={16} />} onClick={() => setSharing(true)}>
              Show something by a link
            </Menu.Item>
          )}
          <Menu.Item leftSection={<IconHistory size={16} />} onClick={() => setHistory(true)}>
            Earlier versions
          </Menu.Item>
          <Menu.Item
            leftSection={<IconCopy size={16} />}
            onClick={async () => {
              const copy = await api.duplicateJob(id)
              navigate(`/jobs/${copy.id}/loads`)
            }}
          >
            Make a copy
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <HistoryDialog opened={history} onClose={() => setHistory(false)} />
      <ShareDialog opened={isSharing} onClose={() => setSharing(false)} />
    </>
  )
}
