import type { Root } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Lost } from '../app/Lost';
import { Providers } from '../app/Providers';
import { themeOf } from '../kit/theme';
import { StagePage } from './StagePage';

const router = createBrowserRouter([
  { path: '/stage/:runId', Component: StagePage, ErrorBoundary: Lost },
  { path: '*', Component: Lost },
]);

/** The screens of a running show. */
export const start = (root: Root) =>
  root.render(
    <Providers theme={themeOf('night')}>
      <RouterProvider router={router} />
    </Providers>,
  );
