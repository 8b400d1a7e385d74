import { createBrowserRouter, Navigate } from 'react-router';
import { CheckTab } from '../features/check/CheckTab';
import { DebriefTab } from '../features/debrief/DebriefTab';
import { DemoPage } from '../features/demos/DemoPage';
import { DemosPage } from '../features/demos/DemosPage';
import { LiveTab } from '../features/live/LiveTab';
import { PlanTab } from '../features/plan/PlanTab';
import { PrintPage } from '../features/print/PrintPage';
import { ShowFrame } from '../features/shows/ShowFrame';
import { ShowsPage } from '../features/shows/ShowsPage';
import { SuppliesTab } from '../features/supplies/SuppliesTab';
import { VenuesPage } from '../features/venues/VenuesPage';
import { Lost } from './Lost';
import { Shell } from './Shell';

export const router = createBrowserRouter([
  {
    Component: Shell,
    ErrorBoundary: Lost,
    children: [
      { index: true, element: <Navigate to="/shows" replace /> },
      { path: '/shows', Component: ShowsPage },
      {
        path: '/shows/:showId',
        Component: ShowFrame,
        children: [
          { index: true, element: <Navigate to="plan" replace /> },
          { path: 'plan', Component: PlanTab },
          { path: 'print', Component: PrintPage },
          { path: 'supplies', Component: SuppliesTab },
          {
            path: 'supplies/cold',
            lazy: async () => ({ Component: (await import('../features/supplies/ColdView')).ColdView }),
          },
          {
            path: 'supplies/packing',
            lazy: async () => ({ Component: (await import('../features/supplies/PackingView')).PackingView }),
          },
          {
            path: 'prep',
            lazy: async () => ({ Component: (await import('../features/prep/PrepTab')).PrepTab }),
          },
          { path: 'check', Component: CheckTab },
          { path: 'live', Component: LiveTab },
          { path: 'debrief', Component: DebriefTab },
        ],
      },
      { path: '/demos', Component: DemosPage },
      { path: '/demos/:demoId', Component: DemoPage },
      {
        path: '/demos/:demoId/edit',
        lazy: async () => ({ Component: (await import('../features/demos/DemoEditor')).DemoEditor }),
      },
      { path: '/venues', Component: VenuesPage },
      {
        path: '/stores/:view?',
        lazy: async () => ({ Component: (await import('../features/stores/StoresPage')).StoresPage }),
      },
      {
        path: '/logbook',
        lazy: async () => ({ Component: (await import('../features/logbook/LogbookPage')).LogbookPage }),
      },
      { path: '*', Component: Lost },
    ],
  },
]);
