import { Menu } from '@mantine/core'
import { IconArchive, IconCopy, IconDownload, IconFolder, IconTemplate, IconTrash } from '@tabler/icons-react'
import type { JobListing } from '@yard-lamp/core'
import { useEffect, useRef, useState } from 'react'
import { api } from '../api/client.ts'
import { FileDialog } from './FileDialog.tsx'
import { MoreButton } from './MoreButton.tsx'

export interface JobMenuProps {
  job: JobListing
  act: (what: () => Promise<unknown>) => Promise<void>
  /** Those in use. */
  folders: readonly string[]
}

/** What can be done with a job of the list. It opens by itself: it is mounted when somebody asks for it. */
export default function JobMenu({ job, act, folders }: JobMenuProps) {
  const [isOpen, setOpen] = useState(false)
  const target = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    // Where the focus returns to when it closes.
    target.current?.focus()
    setOpen(true)
  }, [])
  const [isFiling, setFiling] = useState(false)
  return (
    <>
      <Menu position="bottom-end" opened={isOpen} onChange={setOpen}>
        <Menu.Target>
          <MoreButton ref={target} name={job.name} />
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconCopy size={16} />} onClick={() => act(() => api.duplicateJob(job.id))}>
            Make a copy
          </Menu.Item>
          <Menu.Item leftSection={<IconDownload size={16} />} component="a" href={api.fileAddress(job.id)} download>
            Save as a file
          </Menu.Item>
          <Menu.Item
            leftSection={<IconTemplate size={16} />}
            onClick={() => act(() => api.markTemplate(job.id, !job.template))}
          >
            {job.template ? 'No longer a template' : 'Keep as a template'}
          </Menu.Item>
          <Menu.Item leftSection={<IconFolder size={16} />} onClick={() => setFiling(true)}>
            File in a folder
          </Menu.Item>
          <Menu.Item
            leftSection={<IconArchive size={16} />}
            onClick={() => act(() => api.fileJob(job.id, { isArchived: !job.isArchived }))}
          >
            {job.isArchived ? 'Back among the jobs' : 'Done with'}
          </Menu.Item>
          <Menu.Item leftSection={<IconTrash size={16} />} onClick={() => act(() => api.binJob(job.id))}>
            Put into the bin
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {isFiling && (
        <FileDialog
          job={job}
          folders={folders}
          onClose={() => setFiling(false)}
          onFile={(folder) => {
            setFiling(false)
            void act(() => api.fileJob(job.id, { folder }))
          }}
        />
      )}
    </>
  )
}
