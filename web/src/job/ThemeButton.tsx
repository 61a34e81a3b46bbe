import { ActionIcon, useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { IconMoon, IconSun } from '@tabler/icons-react'

/** Day and night. */
export function ThemeButton() {
  const { setColorScheme } = useMantineColorScheme()
  const dark = useComputedColorScheme('light') === 'dark'
  return (
    <ActionIcon
      variant="subtle"
      color="gray"
      aria-label={dark ? 'Light theme' : 'Night theme'}
      title={dark ? 'Light theme' : 'Night theme'}
      onClick={() => setColorScheme(dark ? 'light' : 'dark')}
    >
      {dark ? <IconSun size={18} /> : <IconMoon size={18} />}
    </ActionIcon>
  )
}
