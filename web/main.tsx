import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import { createRoot } from 'react-dom/client';

/** Three programs behind one address: a phone on stage never loads what planning needs, nor does one at the door. */
const root = createRoot(document.getElementById('root')!);
if (/^\/(stage|crew|check|wall)\//.test(location.pathname))
  void import('./live/start').then(({ start }) => start(root));
else if (/^\/(join|enter)(\/|$)/.test(location.pathname))
  void import('./door/start').then(({ start }) => start(root));
else void import('./app/start').then(({ start }) => start(root));
