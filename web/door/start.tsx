import type { Root } from 'react-dom/client';
import { Providers } from '../app/Providers';
import { themeOf } from '../kit/theme';
import { DoorPage } from './DoorPage';

/** Where a device that is not let in yet gives a code, or the passphrase. */
export function start(root: Root): void {
  const [, door, code = ''] = /^\/(join|enter)\/?([^/]*)/.exec(location.pathname) ?? [];
  const to = new URLSearchParams(location.search).get('to') ?? '';
  root.render(
    <Providers theme={themeOf('paper')}>
      <DoorPage
        first={door === 'enter' ? 'enter' : 'join'}
        code={code}
        to={/^\/(?![/\\])/.test(to) ? to : '/shows'}
      />
    </Providers>,
  );
}
