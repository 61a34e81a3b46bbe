import { UnstyledButton, type UnstyledButtonProps } from '@mantine/core'
import { IconDotsVertical } from '@tabler/icons-react'
import type { ComponentPropsWithRef } from 'react'

/** Opens what can be done with a job. Light: a list has fifty of them. */
export const MoreButton = ({
  name,
  className = '',
  ...button
}: { name: string } & UnstyledButtonProps & ComponentPropsWithRef<'button'>) => (
  <UnstyledButton className={`job-more ${className}`} aria-label={`More for ${name}`} aria-haspopup="menu" {...button}>
    <IconDotsVertical size={18} />
  </UnstyledButton>
)
