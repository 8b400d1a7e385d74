import { declare, type Reach, type RunRole } from '@hearty/core';
import { Alert, Box, Button, Paper, Typography } from '@mui/material';
import { QRCodeSVG } from 'qrcode.react';
import { FieldIn } from '../../kit/fields';
import { KeepLineField } from '../../kit/KeepLineField';
import { useCodes, useDoors, useReach, useRenewCode, useSetPassphrase } from '../../session/access';

const ROLES: { role: RunRole; title: string; message: string }[] = [
  { role: 'stage', title: 'Stage', message: 'runs the show' },
  { role: 'crew', title: 'Crew', message: 'ticks off its work and the checks' },
  { role: 'viewer', title: 'Viewer', message: 'wall clock and narrator; writes nothing' },
];

/** How other devices join: a code and its picture for each kind of screen, and the passphrase of the troupe. */
export function Screens({ runId }: { runId: string }) {
  const reach = useReach();
  const codes = useCodes(runId, reach.data?.open === true);
  const renewCode = useRenewCode(runId);
  const doors = useDoors();
  const failed = doors.error ?? reach.error ?? codes.error ?? renewCode.error;
  const address = reach.data?.addresses[0];
  return (
    <Box component="section" aria-label="Other devices" sx={{ mt: 6, display: 'grid', gap: 3 }}>
      <Typography variant="h2">Other devices</Typography>
      {failed && <Alert severity="error">{failed.message}</Alert>}
      {reach.data?.open === false && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center' }}>
          <Typography sx={{ maxWidth: 560 }}>
            Phones cannot join yet.{' '}
            {reach.data.here
              ? 'Once you let them in, each needs a code from here; nothing else of the troupe opens with it.'
              : 'Do this on the machine that runs Hearty Stage.'}
          </Typography>
          {reach.data.here && (
            <Button variant="contained" disabled={doors.isPending} onClick={() => doors.mutate(true)}>
              Let phones in
            </Button>
          )}
        </Box>
      )}
      {reach.data?.open && reach.data.here && reach.data.canShut && (
        <Button
          variant="outlined"
          sx={{ justifySelf: 'start' }}
          disabled={doors.isPending}
          onClick={() => doors.mutate(false)}
        >
          Stop letting phones in
        </Button>
      )}
      {reach.data?.open && !address && (
        <Alert severity="warning">
          This machine has no address in a network just now: join one, then open this page again.
        </Alert>
      )}
      {reach.data?.open && address && (
        <>
          <Typography sx={{ overflowWrap: 'anywhere' }}>
            On the same network: scan a code, or open <b>{address}/join</b> and type it.
            {reach.data.addresses.length > 1 && ` Also at ${reach.data.addresses.slice(1).join(', ')}.`} A
            code ends with the show.
          </Typography>
          <Box
            sx={{
              display: 'grid',
              gap: 3,
              gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 230px), 1fr))',
            }}
          >
            {ROLES.map(({ role, title, message }) => {
              const code = codes.data?.codes.find((c) => c.role === role)?.code;
              if (code === undefined) return null;
              return (
                <Paper key={role} variant="outlined" component="article" aria-label={title} sx={{ p: 4 }}>
                  <Typography variant="h3">{title}</Typography>
                  <Typography color="textSecondary" sx={{ minHeight: 44 }}>
                    {message}
                  </Typography>
                  {/* Black on white whatever the theme: cameras read that best. */}
                  <Box sx={{ bgcolor: '#FFFFFF', p: 2, my: 2, width: 'fit-content' }}>
                    <QRCodeSVG
                      value={`${address}/join/${code}`}
                      size={150}
                      title={`Code for ${title}: ${code}`}
                    />
                  </Box>
                  <Typography
                    data-testid={`code-${role}`}
                    sx={{ fontSize: 'head', fontWeight: 700, letterSpacing: 2 }}
                  >
                    {code.slice(0, 3)} {code.slice(3)}
                  </Typography>
                  <Button size="small" disabled={renewCode.isPending} onClick={() => renewCode.mutate(role)}>
                    New code (signs out devices that joined with this one)
                  </Button>
                </Paper>
              );
            })}
          </Box>
        </>
      )}
      {reach.data?.open && <Passphrase reach={reach.data} />}
    </Box>
  );
}

const FIELDS = { passphrase: declare.secret(200, 'Passphrase of the troupe') };

/** Planning from other machines: by a passphrase that is set on this one. */
function Passphrase({ reach }: { reach: Reach }) {
  const set = useSetPassphrase();
  return (
    <Box sx={{ maxWidth: 560, display: 'grid', gap: 2 }}>
      <Typography>
        {reach.passphrase
          ? 'The troupe plans from other machines with its passphrase.'
          : 'Nobody plans from other machines: there is no passphrase.'}
      </Typography>
      {reach.here ? (
        <>
          <KeepLineField<{ passphrase: string }>
            fields={FIELDS}
            start={{ passphrase: '' }}
            keep={reach.passphrase ? 'Change it' : 'Set it'}
            onKeep={({ passphrase }) => set.mutate(passphrase)}
          >
            <FieldIn
              name="passphrase"
              help="Three words or more. It opens everything."
              sx={{ flex: '1 1 240px' }}
            />
          </KeepLineField>
          {reach.passphrase && (
            <Button sx={{ justifySelf: 'start' }} onClick={() => set.mutate('')}>
              Let nobody plan from elsewhere
            </Button>
          )}
        </>
      ) : (
        <Typography color="textSecondary">Set it on the machine that runs Hearty Stage.</Typography>
      )}
      {set.error && (
        <Alert severity="error">
          {[set.error.message, ...set.error.fields.map((f) => f.message)].join(' ')}
        </Alert>
      )}
    </Box>
  );
}
