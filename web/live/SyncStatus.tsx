import type { Reconciled } from '../session/log/reconcile';
import { opensAlone } from '../session/here';
import { useOutbox } from '../session/outbox';
import { useRunLog } from '../session/runLog';

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
  const kept = waiting === 0 ? 'Saved on the server' : `${waiting} saved on this device only`;
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
  return <>{reconciled ? `${words} · ${restoredWords(reconciled)}` : words}</>;
}
