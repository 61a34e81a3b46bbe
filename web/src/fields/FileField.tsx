import { Button, type ButtonProps, FileButton } from '@mantine/core'
import { useRef } from 'react'

interface FileFieldProps extends Omit<ButtonProps, 'onChange'> {
  /** Name of the field for assistive technology. */
  name: string
  /** Endings it offers, by commas. */
  accept: string
  onFile: (file: File) => void
}

/** A button that asks for a file; the same file may be chosen again. */
export function FileField({ name, accept, onFile, ...button }: FileFieldProps) {
  const reset = useRef<() => void>(null)
  return (
    <FileButton
      resetRef={reset}
      accept={accept}
      inputProps={{ 'aria-label': name }}
      onChange={(file) => {
        reset.current?.()
        if (file) onFile(file)
      }}
    >
      {(props) => <Button variant="default" {...button} {...props} />}
    </FileButton>
  )
}
