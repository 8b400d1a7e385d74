import { Box } from '@mui/material';
import type { Reconciled } from '../session/log/reconcile';
import { opensAlone } from '../session/here';
import { useOutbox } from '../session/outbox';
import { useRunLog } from '../session/runLog';

const SAVED = 'Saved';
const ON_SERVER = ' on the server';

const WHY = {
  gone: 'no server',
  hanging: 'the server does not answer in time',
  full: 'the server’s disk is full',
  refused: '',
} as const;

/** Where this device's events are, in a few words: on the server, on this device, or only in this tab; and why. */
function useKeptWords(): string {
  const online = useRunLog((s) => s.online);
  const failed = useRunLog((s) => s.failed);
  const { waiting, trouble, message, onlyInTab, keepsNothing } = useOutbox((s) => s);
  if (onlyInTab > 0)
    return `${keepsNothing ? 'this browser keeps nothing' : 'this device is full'} · ${onlyInTab} only in this tab: leave it open`;
  const kept = waiting === 0 ? SAVED + ON_SERVER : `${waiting} saved on this device only`;
  const here = opensAlone() && !keepsNothing ? kept : `${kept} · keep this tab open`;
  if (trouble !== 'none') return `${WHY[trouble] || bare(message)} · ${here}`;
  if (failed) return `${bare(failed)} · ${here}`;
  if (!online) return `${WHY.gone} · ${here}`;
  return waiting > 0 ? `${waiting} waiting to save` : here;
}

const bare = (sentence: string) => sentence.replace(/\.$/, '');

/** What the server and this device gave each other after a backup was restored there. */
function restoredWords({ sent, received, missing }: Reconciled): string {
  const parts = [
    sent > 0 && `${sent} of this device’s events sent back`,
    received > 0 && `${received} received`,
    missing > 0 && `${missing} still missing there: open this run on the device that runs the stage`,
  ];
  return `the server was restored from a backup: ${parts.filter(Boolean).join(', ') || 'nothing is missing'}`;
}

export function SyncStatus() {
  const words = useKeptWords();
  const reconciled = useRunLog((s) => s.reconciled);
  const all = reconciled ? `${words} · ${restoredWords(reconciled)}` : words;
  if (!all.startsWith(SAVED + ON_SERVER)) return <>{all}</>;
  // A phone has no room for more than the first word of what is so nearly always.
  return (
    <>
      {SAVED}
      <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
        {ON_SERVER}
      </Box>
      {all.slice(SAVED.length + ON_SERVER.length)}
    </>
  );
}
