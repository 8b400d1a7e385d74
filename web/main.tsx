import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import { createRoot } from 'react-dom/client';

/** Two programs behind one address: a phone on stage never loads what planning needs. */
const root = createRoot(document.getElementById('root')!);
if (/^\/(stage|crew|wall)\//.test(location.pathname))
  void import('./live/start').then(({ start }) => start(root));
else void import('./app/start').then(({ start }) => start(root));
