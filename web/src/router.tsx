import type { ComponentType } from 'react'
import { createBrowserRouter, Navigate } from 'react-router'
import { AtPlace } from './job/AtPlace.tsx'
import { page } from './job/coming.tsx'
import { Problem } from './job/Problem.tsx'
import { JOB_PAGES, type PagePath } from './pages.ts'

const LOAD: Readonly<Record<PagePath, () => Promise<{ default: ComponentType }>>> = {
  site: () => import('./links/site/SitePage.tsx'),
  loads: () => import('./links/loads/LoadsPage.tsx'),
  battery: () => import('./links/battery/BatteryPage.tsx'),
  array: () => import('./links/array/ArrayPage.tsx'),
  controller: () => import('./links/controller/ControllerPage.tsx'),
  inverter: () => import('./links/inverter/InverterPage.tsx'),
  backup: () => import('./links/backup/BackupPage.tsx'),
  wiring: () => import('./links/wiring/WiringPage.tsx'),
  proof: () => import('./links/proof/ProofPage.tsx'),
  parts: () => import('./links/parts/PartsPage.tsx'),
  build: () => import('./links/build/BuildPage.tsx'),
  log: () => import('./links/log/LogPage.tsx'),
  upkeep: () => import('./upkeep/UpkeepPage.tsx'),
  labels: () => import('./links/build/LabelsPage.tsx'),
  checks: () => import('./checks/ChecksPage.tsx'),
  options: () => import('./options/OptionsPage.tsx'),
  sheet: () => import('./sheet/SheetPage.tsx'),
  quote: () => import('./quote/QuotePage.tsx'),
  drawing: () => import('./diagram/DrawingPage.tsx'),
}

export const router = createBrowserRouter([
  {
    path: '/',
    lazy: page(() => import('./jobs/JobsPage.tsx')),
    errorElement: <Problem />,
    hydrateFallbackElement: <p className="loading">Lighting the lamp …</p>,
  },
  {
    path: '/people',
    lazy: page(() => import('./people/PeoplePage.tsx')),
    errorElement: <Problem />,
    hydrateFallbackElement: <p className="loading">Asking who is here …</p>,
  },
  {
    path: '/shared/:token',
    lazy: page(() => import('./shared/SharedPage.tsx')),
    errorElement: <Problem />,
    hydrateFallbackElement: <p className="loading">Opening the link …</p>,
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
          { path: 'at', element: <AtPlace /> },
          ...JOB_PAGES.filter(({ alone }) => !alone).map(({ path }) => ({ path, lazy: page(LOAD[path]) })),
        ],
      },
      ...JOB_PAGES.filter(({ alone }) => alone).map(({ path }) => ({
        path: `/jobs/:id/${path}`,
        lazy: page(LOAD[path]),
        errorElement: <Problem />,
        hydrateFallbackElement: <p className="loading">Writing the sheet …</p>,
      })),
    ],
  },
  { path: '*', element: <Problem /> },
])
