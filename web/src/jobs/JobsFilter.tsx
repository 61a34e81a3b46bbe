import { NativeSelect, TextInput } from '@mantine/core'
import { IconSearch } from '@tabler/icons-react'
import { JOB_STATES, type JobState, type JobsAsked } from '@yard-lamp/core/report'
import { useEffect, useRef } from 'react'

const STATE_WORDS: Readonly<Record<JobState, string>> = {
  danger: 'with a danger',
  fault: 'with a fault',
  needs: 'with figures missing',
  silent: 'checks silent',
}
const AMONG_WORDS = {
  list: 'Jobs',
  overdue: 'Upkeep overdue',
  archive: 'Done with',
  bin: 'Bin',
} as const

interface JobsFilterProps {
  asked: JobsAsked
  ask: (patch: Partial<JobsAsked>) => void
  folders: readonly { readonly name: string; readonly jobs: number }[]
}

/** Which jobs are shown. */
export function JobsFilter({ asked, ask, folders }: JobsFilterProps) {
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || event.target instanceof HTMLInputElement) return
      event.preventDefault()
      field.current?.focus()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <search className="jobs-filter">
      <TextInput
        ref={field}
        type="search"
        aria-label="Find jobs by name, place, customer or folder"
        placeholder="Find: name, place, customer, folder  ( / )"
        leftSection={<IconSearch size={16} />}
        value={asked.find}
        maxLength={200}
        onChange={(event) => ask({ find: event.currentTarget.value })}
      />
      <NativeSelect
        aria-label="State"
        value={asked.state ?? ''}
        data={[{ value: '', label: 'any state' }, ...JOB_STATES.map((value) => ({ value, label: STATE_WORDS[value] }))]}
        onChange={(event) => ask({ state: (event.currentTarget.value || null) as JobState | null })}
      />
      {(folders.length > 0 || asked.folder !== null) && (
        <NativeSelect
          aria-label="Folder"
          value={asked.folder ?? ''}
          data={[
            { value: '', label: 'every folder' },
            ...folders.map(({ name, jobs }) => ({ value: name, label: `${name} (${jobs})` })),
          ]}
          onChange={(event) => ask({ folder: event.currentTarget.value || null })}
        />
      )}
      <span className="jobs-among">
        {(Object.keys(AMONG_WORDS) as (keyof typeof AMONG_WORDS)[]).map((among) => (
          <button
            key={among}
            type="button"
            className="pick"
            aria-pressed={asked.among === among}
            onClick={() => ask({ among })}
          >
            {AMONG_WORDS[among]}
          </button>
        ))}
      </span>
    </search>
  )
}
