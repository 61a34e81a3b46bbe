import { Modal } from '@mantine/core'
import type { ReactNode } from 'react'

interface MustAnswerProps {
  title: string
  size?: number
  children: ReactNode
}

/** A dialog over the page that goes only with an answer: nothing below it is lost meanwhile. */
export const MustAnswer = ({ title, size, children }: MustAnswerProps) => (
  <Modal
    opened
    onClose={() => undefined}
    withCloseButton={false}
    closeOnEscape={false}
    closeOnClickOutside={false}
    title={title}
    {...(size === undefined ? {} : { size })}
  >
    {children}
  </Modal>
)
