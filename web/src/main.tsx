import '@mantine/core/styles.css'
import '@mantine/notifications/styles.css'
import '@fontsource-variable/source-sans-3/index.css'
import '@fontsource-variable/source-sans-3/wght-italic.css'
import '@fontsource-variable/bricolage-grotesque/index.css'
import './theme/tokens.css'
import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { askFirst } from './ask-first.ts'
import { SignInGate } from './people/SignInGate.tsx'
import { router } from './router.tsx'
import { theme } from './theme/theme.ts'

/** The first page is not held up by it, ms. */
const INSTALL_AFTER_MS = 3000
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  setTimeout(() => void import('./outbox/install.ts').then(({ install }) => install()), INSTALL_AFTER_MS)

askFirst(location)

const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')
createRoot(root).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="light">
      <Notifications position="bottom-right" />
      <SignInGate>
        <RouterProvider router={router} />
      </SignInGate>
    </MantineProvider>
  </StrictMode>,
)
