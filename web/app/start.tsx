import { useMemo } from 'react';
import type { Root } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { whenShutOut } from '../session/api';
import { followOutbox } from '../session/touched';
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
  whenShutOut(() => location.replace(`/enter?to=${encodeURIComponent(location.pathname)}`));
  followOutbox();
  root.render(<App />);
}
