import { useMemo } from 'react';
import type { Root } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { onUnauthenticated } from '../session/api';
import { followChanges } from '../session/followChanges';
import { refetchAfterDelivery } from '../session/refetchAfterDelivery';
import { useSettings } from '../session/settings';
import { Providers } from './Providers';
import { router } from './routes';
import { themeOf } from '../kit/theme';

function App() {
  const mode = useSettings((s) => s.mode);
  const theme = useMemo(() => themeOf(mode), [mode]);
  return (
    <Providers theme={theme}>
      <RouterProvider router={router} />
    </Providers>
  );
}

/** The planning screens. */
export function start(root: Root): void {
  // What was typed is kept on the device, and is here again after the door.
  onUnauthenticated(() => location.replace(`/enter?to=${encodeURIComponent(location.pathname)}`));
  refetchAfterDelivery();
  followChanges();
  root.render(<App />);
}
