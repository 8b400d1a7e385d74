import { createBrowserRouter, Navigate } from 'react-router';
import { ShowsPage } from '../features/shows/ShowsPage';
import { NotFoundPage } from './NotFoundPage';
import { Shell } from './Shell';

/** Every page but the first comes when it is gone to: the first visit loads no more than it shows. */
export const router = createBrowserRouter([
  {
    Component: Shell,
    ErrorBoundary: NotFoundPage,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Navigate to="/shows" replace /> },
      { path: '/shows', Component: ShowsPage },
      {
        path: '/shows/:showId',
        lazy: async () => ({ Component: (await import('../features/shows/ShowFrame')).ShowFrame }),
        children: [
          { index: true, element: <Navigate to="plan" replace /> },
          {
            path: 'plan',
            lazy: async () => ({ Component: (await import('../features/plan/PlanTab')).PlanTab }),
          },
          {
            path: 'print',
            lazy: async () => ({ Component: (await import('../features/print/PrintPage')).PrintPage }),
          },
          {
            path: 'supplies',
            lazy: async () => ({ Component: (await import('../features/supplies/SuppliesTab')).SuppliesTab }),
          },
          {
            path: 'supplies/cold',
            lazy: async () => ({ Component: (await import('../features/supplies/ColdView')).ColdView }),
          },
          {
            path: 'supplies/packing',
            lazy: async () => ({ Component: (await import('../features/supplies/PackingView')).PackingView }),
          },
          {
            path: 'room',
            lazy: async () => ({ Component: (await import('../features/room/RoomTab')).RoomTab }),
          },
          {
            path: 'room/risk',
            lazy: async () => ({ Component: (await import('../features/room/RiskDraft')).RiskDraft }),
          },
          {
            path: 'room/venue-sheet',
            lazy: async () => ({ Component: (await import('../features/room/VenueSheet')).VenueSheet }),
          },
          {
            path: 'prep',
            lazy: async () => ({ Component: (await import('../features/prep/PrepTab')).PrepTab }),
          },
          {
            path: 'check',
            lazy: async () => ({ Component: (await import('../features/check/CheckTab')).CheckTab }),
          },
          {
            path: 'live',
            lazy: async () => ({ Component: (await import('../features/live/LiveTab')).LiveTab }),
          },
          {
            path: 'debrief',
            lazy: async () => ({ Component: (await import('../features/debrief/DebriefTab')).DebriefTab }),
          },
        ],
      },
      {
        path: '/demos',
        lazy: async () => ({ Component: (await import('../features/demos/DemosPage')).DemosPage }),
      },
      {
        path: '/demos/:demoId',
        lazy: async () => ({ Component: (await import('../features/demos/DemoPage')).DemoPage }),
      },
      {
        path: '/demos/:demoId/edit',
        lazy: async () => ({ Component: (await import('../features/demos/DemoEditor')).DemoEditor }),
      },
      {
        path: '/venues',
        lazy: async () => ({ Component: (await import('../features/venues/VenuesPage')).VenuesPage }),
      },
      {
        path: '/stores/:view?',
        lazy: async () => ({ Component: (await import('../features/stores/StoresPage')).StoresPage }),
      },
      {
        path: '/bench',
        lazy: async () => ({ Component: (await import('../features/bench/BenchesPage')).BenchesPage }),
      },
      {
        path: '/bench/:benchId',
        lazy: async () => ({ Component: (await import('../features/bench/BenchPage')).BenchPage }),
      },
      {
        path: '/logbook',
        lazy: async () => ({ Component: (await import('../features/logbook/LogbookPage')).LogbookPage }),
      },
      { path: '*', Component: NotFoundPage },
    ],
  },
]);
