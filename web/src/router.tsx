import { LINKS } from '@yard-lamp/core'
import type { ComponentType } from 'react'
import { createBrowserRouter, Navigate } from 'react-router'
import { Problem } from './job/Problem.tsx'

const page = (load: () => Promise<{ default: ComponentType }>) => async () => ({ Component: (await load()).default })

const LINK_PAGES: Record<(typeof LINKS)[number], () => Promise<{ default: ComponentType }>> = {
  site: () => import('./links/site/SitePage.tsx'),
  loads: () => import('./links/loads/LoadsPage.tsx'),
  battery: () => import('./links/battery/BatteryPage.tsx'),
  array: () => import('./links/array/ArrayPage.tsx'),
  controller: () => import('./links/controller/ControllerPage.tsx'),
  inverter: () => import('./links/inverter/InverterPage.tsx'),
  backup: () => import('./links/backup/BackupPage.tsx'),
  wiring: () => import('./links/wiring/WiringPage.tsx'),
  parts: () => import('./links/parts/PartsPage.tsx'),
}

export const router = createBrowserRouter([
  {
    path: '/',
    lazy: page(() => import('./jobs/JobsPage.tsx')),
    errorElement: <Problem />,
    hydrateFallbackElement: <p className="loading">Lighting the lamp …</p>,
  },
  {
    lazy: page(() => import('./store/StoreLayout.tsx')),
    hydrateFallbackElement: <p className="loading">Lighting the lamp …</p>,
    children: [
      {
        path: '/quick/:calculatorId?',
        lazy: page(() => import('./quick/QuickPage.tsx')),
        errorElement: <Problem />,
        hydrateFallbackElement: <p className="loading">Sharpening the pencil …</p>,
      },
      {
        path: '/catalogue/:kind?',
        lazy: page(() => import('./catalogue/CataloguePage.tsx')),
        errorElement: <Problem />,
        hydrateFallbackElement: <p className="loading">Opening the catalogue …</p>,
      },
      {
        path: '/jobs/:id',
        lazy: page(() => import('./job/JobLayout.tsx')),
        errorElement: <Problem />,
        hydrateFallbackElement: <p className="loading">Opening the job …</p>,
        children: [
          { index: true, element: <Navigate to="loads" replace /> },
          ...LINKS.map((link) => ({ path: link, lazy: page(LINK_PAGES[link]) })),
          { path: 'options', lazy: page(() => import('./options/OptionsPage.tsx')) },
          { path: 'checks', lazy: page(() => import('./checks/ChecksPage.tsx')) },
        ],
      },
      {
        path: '/jobs/:id/sheet',
        lazy: page(() => import('./sheet/SheetPage.tsx')),
        errorElement: <Problem />,
        hydrateFallbackElement: <p className="loading">Writing the sheet …</p>,
      },
    ],
  },
  { path: '*', element: <Problem /> },
])
