import { Autocomplete, Button, Modal } from '@mantine/core'
import type { JobListing } from '@yard-lamp/core'
import { useState } from 'react'

interface FileDialogProps {
  job: JobListing
  folders: readonly string[]
  onClose: () => void
  onFile: (folder: string) => void
}

/** In which folder a job stands: one there is, a new one, or none. */
export function FileDialog({ job, folders, onClose, onFile }: FileDialogProps) {
  const [folder, setFolder] = useState(job.folder)
  return (
    <Modal opened onClose={onClose} title={`File ${job.name}`} closeButtonProps={{ 'aria-label': 'Close' }}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onFile(folder.trim())
        }}
      >
        <Autocomplete
          label="Folder"
          description="Empty for none"
          data={[...folders]}
          value={folder}
          maxLength={120}
          onChange={setFolder}
          data-autofocus
        />
        <Button type="submit" mt="md">
          File it
        </Button>
      </form>
    </Modal>
  )
}
